<script lang="ts">
  import { Combobox, useListCollection } from '@skeletonlabs/skeleton-svelte';
  import { onMount } from 'svelte';

  /** Something that can be found: its id, its name, and what stands small behind it. */
  interface Found {
    value: string;
    name: string;
    says?: string;
  }
  interface Props {
    label: string;
    placeholder?: string;
    /** What is found for some words, the best first; what there is for none. */
    search: (words: string) => readonly Found[];
    onpick: (value: string) => void;
    /** Escape in an empty box, or when nothing is listed. */
    oncancel?: () => void;
    /** What is said when nothing is found. */
    none?: string;
    /** Whether the box takes the keys at once. */
    focus?: boolean;
  }
  const { label, placeholder, search, onpick, oncancel, none, focus = false }: Props = $props();

  let words = $state('');
  let open = $state(false);
  let box: HTMLElement;
  const found = $derived(search(words));
  const collection = $derived(
    useListCollection({ items: [...found], itemToString: (i: Found) => i.name, itemToValue: (i: Found) => i.value }),
  );
  onMount(() => {
    if (focus) box.querySelector('input')?.focus();
  });
</script>

<div
  bind:this={box}
  class="find"
  onkeydowncapture={(e) => {
    if (e.key === 'Escape' && oncancel && (!open || words === '')) oncancel();
  }}
  role="presentation"
>
  <Combobox
    {collection}
    {placeholder}
    value={[]}
    inputValue={words}
    {open}
    openOnClick
    inputBehavior="autohighlight"
    selectionBehavior="clear"
    positioning={{ sameWidth: true, placement: 'bottom-start' }}
    onOpenChange={(e) => (open = e.open)}
    onInputValueChange={(e) => (words = e.inputValue)}
    onValueChange={(e) => {
      const picked = e.value[0];
      if (picked === undefined) return;
      words = '';
      onpick(picked);
    }}
  >
    <Combobox.Label>{label}</Combobox.Label>
    <Combobox.Control>
      <Combobox.Input autocomplete="off" />
    </Combobox.Control>
    <Combobox.Positioner>
      <Combobox.Content>
        {#each found as item (item.value)}
          <Combobox.Item {item}>
            <Combobox.ItemText>{item.name}</Combobox.ItemText>
            {#if item.says}<span class="quiet small">{item.says}</span>{/if}
          </Combobox.Item>
        {:else}
          <p class="small none">{none ?? 'Nothing of that name. Try another word for it.'}</p>
        {/each}
      </Combobox.Content>
    </Combobox.Positioner>
  </Combobox>
</div>

<style>
  .find {
    min-width: 0;
  }
  .none {
    padding: 0.3rem 0.5rem;
  }
</style>
