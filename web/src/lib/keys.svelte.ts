/** One key of a page and what it does. */
export interface Key {
  keys: string;
  does: string;
}

/** Whether a key press belongs to a box that is being typed into, or to a combination of the browser's. */
export function typing(event: KeyboardEvent): boolean {
  const target = event.target as HTMLElement | null;
  if (event.ctrlKey || event.metaKey || event.altKey) return true;
  return target?.matches?.('input, textarea, select, [contenteditable]') ?? false;
}

/** The keys of the present page, shown by "?". */
class KeyHelpState {
  open = $state(false);
  keys = $state.raw<Key[]>([]);

  pressed(event: KeyboardEvent): void {
    if (event.key === 'Escape' && this.open) this.open = false;
    else if (event.key === '?' && !typing(event)) {
      event.preventDefault();
      this.open = !this.open;
    }
  }
}

export const keyHelp = new KeyHelpState();
