import { tinykeys } from 'tinykeys';

/** Bind single keys to the window; what is typed into a field or a dialog is left alone. */
export function bindKeys(bindings: Record<string, () => void>): () => void {
  const guarded: Record<string, (event: KeyboardEvent) => void> = {};
  for (const [key, act] of Object.entries(bindings)) {
    guarded[key] = (event) => {
      const target = event.target as HTMLElement | null;
      if (
        target?.closest(
          'input:not([type=file], [type=radio], [type=checkbox]), textarea, select, [contenteditable], dialog[open]',
        )
      )
        return;
      if (event.metaKey || event.ctrlKey || event.altKey) return;
      event.preventDefault();
      act();
    };
  }
  return tinykeys(window, guarded);
}
