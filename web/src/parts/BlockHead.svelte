<script lang="ts">
  const { title, path }: { title: string; path: string } = $props();

  const pages = [
    { to: '/block', name: 'Block' },
    { to: '/tonight', name: 'Tonight' },
    { to: '/block/choose', name: 'Choose' },
  ];
</script>

<nav class="drilling" aria-label="Drilling">
  {#each pages as page (page.to)}
    <a href="#{page.to}" aria-current={path === page.to ? 'page' : undefined}>{page.name}</a>
  {/each}
</nav>
<h1>{title}</h1>

<style>
  .drilling {
    display: flex;
    flex-wrap: wrap;
    gap: 0.1rem 1.1rem;
    margin-bottom: 0.7rem;
  }
  a {
    padding: 0.3rem 0;
    color: var(--quiet);
    text-decoration: none;
    border-bottom: 2px solid transparent;
  }
  a:hover {
    border-color: var(--line);
  }
  a[aria-current] {
    color: inherit;
    font-weight: 650;
    border-color: var(--wood-edge);
  }
  h1 {
    margin-bottom: 0.35rem;
  }
  @media print {
    .drilling {
      display: none;
    }
  }
  @media (max-width: 720px) {
    a {
      padding: 0.55rem 0;
    }
  }
</style>
