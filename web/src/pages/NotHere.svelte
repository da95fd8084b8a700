<h1>Nothing here</h1>
<p>This address leads nowhere. <a class="anchor" href="#/">Back to the first page</a>.</p>
