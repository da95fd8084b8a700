<!-- Stands where a page will, until its code is here. -->
<p class="quiet" role="status">Fetching the page…</p>
