<h1>Nothing here</h1>
<p>This address leads nowhere. <a href="#/">Back to the first page</a>.</p>
