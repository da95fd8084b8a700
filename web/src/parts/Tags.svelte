<script lang="ts">
  import { TagsInput } from '@skeletonlabs/skeleton-svelte';

  interface Props {
    label: string;
    value: string[];
    onchange: (value: string[]) => void;
    max?: number;
  }
  const { label, value, onchange, max = 20 }: Props = $props();
</script>

<TagsInput {value} {max} addOnPaste blurBehavior="add" onValueChange={(e) => onchange(e.value)}>
  <TagsInput.Label>{label}</TagsInput.Label>
  <TagsInput.Control>
    <TagsInput.Context>
      {#snippet children(tags)}
        {#each tags().value as tag, index (index)}
          <TagsInput.Item {index} value={tag}>
            <TagsInput.ItemPreview>
              <TagsInput.ItemText>{tag}</TagsInput.ItemText>
              <TagsInput.ItemDeleteTrigger>×</TagsInput.ItemDeleteTrigger>
            </TagsInput.ItemPreview>
            <TagsInput.ItemInput />
          </TagsInput.Item>
        {/each}
      {/snippet}
    </TagsInput.Context>
    <TagsInput.Input />
  </TagsInput.Control>
  <TagsInput.HiddenInput />
</TagsInput>
