<script lang="ts">
  import { FileUpload } from '@skeletonlabs/skeleton-svelte';

  interface Props {
    label: string;
    /** What the device's chooser offers: media types with their endings. */
    accept: Record<string, string[]>;
    /** What the button says. */
    does: string;
    disabled?: boolean;
    /** Whether there is a place to drop a file on. */
    drop?: boolean;
    onfile: (file: File) => void;
  }
  const { label, accept, does, disabled = false, drop = true, onfile }: Props = $props();
</script>

<FileUpload
  {accept}
  {disabled}
  maxFiles={1}
  acceptedFiles={[]}
  translations={{ dropzone: does }}
  onFileAccept={(e) => e.files[0] && onfile(e.files[0])}
  onFileReject={(e) => e.files[0] && onfile(e.files[0].file)}
>
  <FileUpload.Label class={drop ? '' : 'sr-only'}>{label}</FileUpload.Label>
  {#if drop}
    <FileUpload.Dropzone>{does}, or drop it here</FileUpload.Dropzone>
  {:else}
    <FileUpload.Trigger>{does}</FileUpload.Trigger>
  {/if}
  <FileUpload.HiddenInput />
</FileUpload>
