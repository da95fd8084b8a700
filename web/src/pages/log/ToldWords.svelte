<script lang="ts">
  import type { Piece } from '../../lib/log/telling.ts';

  interface Props {
    text: string;
    pieces: readonly Piece[];
    /** The read moment that is lit, counted through all exchanges; -1 for none. */
    lit: number;
    ontext: (text: string) => void;
    onlight: (moment: number) => void;
    /** The caret stands at this place. */
    oncaret: (at: number) => void;
    /** So many letters are selected from a place on; none when nothing is. */
    onselected: (at: number, length: number) => void;
  }
  const { text, pieces, lit, ontext, onlight, oncaret, onselected }: Props = $props();

  let box: HTMLTextAreaElement;
  let behind: HTMLElement;

  // The words behind the box are the same words in the same place, so that marks can lie under what is typed.
  function pointed(e: PointerEvent) {
    const under = document.elementsFromPoint(e.clientX, e.clientY).find((el) => el.hasAttribute('data-moment'));
    onlight(under ? Number(under.getAttribute('data-moment')) : -1);
  }
  const selected = () => onselected(box.selectionStart, box.selectionEnd - box.selectionStart);
  function caret() {
    oncaret(box.selectionStart);
    selected();
  }

  export function focus() {
    box.focus();
  }
</script>

<div class="paper">
  <div class="behind textarea" aria-hidden="true" bind:this={behind}>
    {#each pieces as piece, i (i)}{#if piece.kind === 'plain'}{piece.text}{:else}<span
          class={piece.kind}
          class:lit={piece.moment >= 0 && piece.moment === lit}
          data-moment={piece.moment >= 0 ? piece.moment : undefined}>{piece.text}</span
        >{/if}{/each}<br />
  </div>
  <textarea
    class="textarea"
    aria-label="Tell it, in your own words"
    aria-describedby="how-told"
    spellcheck="false"
    value={text}
    placeholder="Pulled guard, he opened it and knee cut to side control…"
    bind:this={box}
    oninput={(e) => ontext(e.currentTarget.value)}
    onpointermove={pointed}
    onpointerleave={() => onlight(-1)}
    onkeyup={caret}
    onclick={caret}
    onselect={selected}
    onscroll={() => (behind.scrollTop = box.scrollTop)}></textarea>
</div>

<style>
  .paper {
    position: relative;
    display: grid;
  }
  .behind,
  textarea {
    grid-area: 1 / 1;
    font: inherit;
    font-size: 1.1rem;
    line-height: 1.75;
    letter-spacing: normal;
    padding: 0.6rem 0.75rem;
    min-height: 11rem;
    max-height: 60vh;
    white-space: pre-wrap;
    overflow-wrap: break-word;
    overflow-y: auto;
    scrollbar-gutter: stable;
    width: 100%;
    margin: 0;
  }
  .behind {
    color: transparent;
    user-select: none;
  }
  textarea {
    background: transparent;
    resize: none;
    field-sizing: content;
  }
  span {
    border-radius: 2px;
  }
  .read {
    background: light-dark(var(--color-surface-200), var(--color-surface-800));
  }
  .unsure {
    background: light-dark(var(--color-surface-200), var(--color-surface-800));
    border-bottom: 2px dashed var(--wood-edge);
  }
  .unread {
    text-decoration: underline wavy var(--mine) 1.5px;
    text-underline-offset: 4px;
  }
  .lit {
    background: light-dark(var(--color-primary-200), var(--color-primary-800));
  }
</style>
