<script lang="ts">
  import { defaultKeymap, history, historyKeymap } from '@codemirror/commands';
  import { EditorState } from '@codemirror/state';
  import { EditorView, keymap, placeholder } from '@codemirror/view';
  import { onMount } from 'svelte';
  import { pieceField, setPieces, type TextPiece } from '../lib/pieces';

  interface Props {
    value: string;
    marks: TextPiece[];
    label: string;
    hint: string;
    onchange: (text: string) => void;
    /** The piece at the cursor, or null. */
    onpiece?: (piece: TextPiece | null) => void;
    onfile?: (file: File) => void;
  }
  let { value, marks, label, hint, onchange, onpiece, onfile }: Props = $props();
  let host: HTMLElement;
  let view: EditorView | undefined;

  export function focus() {
    view?.focus();
  }
  function at(place: number): TextPiece | null {
    return marks.find((p) => p.from <= place && place <= p.to) ?? null;
  }
  onMount(() => {
    const nonce = document.querySelector<HTMLMetaElement>('meta[property="csp-nonce"]')?.nonce ?? '';
    view = new EditorView({
      parent: host,
      state: EditorState.create({
        doc: value,
        extensions: [
          history(),
          keymap.of([...defaultKeymap, ...historyKeymap]),
          EditorView.lineWrapping,
          EditorView.cspNonce.of(nonce),
          EditorView.contentAttributes.of({ 'aria-label': label, tabindex: '0', spellcheck: 'false' }),
          EditorView.domEventHandlers({
            drop: (event) => {
              const file = event.dataTransfer?.files[0];
              if (!file || !onfile) return false;
              event.preventDefault();
              onfile(file);
              return true;
            },
          }),
          placeholder(hint),
          pieceField,
          EditorView.updateListener.of((change) => {
            if (change.docChanged) onchange(change.state.doc.toString());
            if (change.selectionSet || change.docChanged) onpiece?.(at(change.state.selection.main.head));
          }),
        ],
      }),
    });
    return () => view?.destroy();
  });
  $effect(() => {
    const now = value; // read before the view is there, so that it is followed
    if (view && now !== view.state.doc.toString())
      view.dispatch({ changes: { from: 0, to: view.state.doc.length, insert: now } });
  });
  $effect(() => {
    const now = marks;
    view?.dispatch({ effects: setPieces.of(now) });
  });
</script>

<div class="text-editor min-h-0 flex-1 overflow-hidden" bind:this={host}></div>

<style>
  .text-editor :global(.cm-editor) {
    height: 100%;
    background: transparent;
  }
  .text-editor :global(.cm-editor.cm-focused) {
    outline: 2px solid var(--teal);
    outline-offset: -3px;
  }
  .text-editor :global(.cm-scroller) {
    font-family: 'Literata Variable', serif;
    font-size: 15px;
    line-height: 1.55;
    overflow: auto;
  }
  .text-editor :global(.cm-content) {
    padding: 12px 16px;
    caret-color: var(--ink);
  }
  .text-editor :global(.cm-placeholder) {
    color: var(--soft);
  }
  .text-editor :global(.piece) {
    border-bottom: 1px solid var(--soft);
  }
  .text-editor :global(.piece[data-kind='amount']),
  .text-editor :global(.piece[data-kind='time']),
  .text-editor :global(.piece[data-kind='temperature']),
  .text-editor :global(.piece[data-kind='bath']) {
    font-weight: 650;
  }
  .text-editor :global(.piece[data-kind='time']) {
    border-bottom: 2px solid var(--rust);
  }
  .text-editor :global(.piece[data-kind='bath']) {
    border-bottom: 2px solid var(--teal);
  }
  .text-editor :global(.piece[data-kind='unread']) {
    background: var(--ochre-wash);
    border-bottom: 1.5px dashed var(--ochre);
  }
</style>
