<script lang="ts">
  import { Popover, Portal } from '@skeletonlabs/skeleton-svelte';
  import { router } from 'svelte-spa-router';
  import { isAt, morePlaces } from '../lib/places.ts';

  let open = $state(false);
</script>

<Popover {open} onOpenChange={(e) => (open = e.open)} positioning={{ placement: 'bottom-end' }}>
  <Popover.Trigger class="btn preset-outlined-surface-600-400">More</Popover.Trigger>
  <Portal>
    <Popover.Positioner>
      <Popover.Content class="card preset-filled-surface-100-900 more-places">
        <Popover.Title class="sr-only">More places</Popover.Title>
        {#each morePlaces as place (place.to)}
          <a
            class="btn preset-outlined-surface-600-400"
            href="#{place.to}"
            aria-current={isAt(place, router.location) ? 'page' : undefined}
            onclick={() => (open = false)}>{place.name}</a
          >
        {/each}
      </Popover.Content>
    </Popover.Positioner>
  </Portal>
</Popover>
