import { Decoration, EditorView, type DecorationSet } from '@codemirror/view';
import { RangeSetBuilder, StateEffect, StateField } from '@codemirror/state';

/** A piece of the text as the reader took it; `from` and `to` count UTF-16 units. */
export interface TextPiece {
  from: number;
  to: number;
  kind: string;
  says: string;
}

/** Place of each code point in UTF-16 units, or null where both count the same. */
function units(text: string): number[] | null {
  const chars = Array.from(text);
  if (chars.length === text.length) return null;
  const at: number[] = [];
  let n = 0;
  for (const c of chars) {
    at.push(n);
    n += c.length;
  }
  at.push(n);
  return at;
}

/** What was read and what was not, in the units of the browser, in order. */
export function pieces(
  text: string,
  marks: { start: number; end: number; kind: string; says: string }[],
  unread: { start: number; end: number; why: string }[],
): TextPiece[] {
  const at = units(text);
  const place = (n: number) => (at ? (at[n] ?? text.length) : Math.min(n, text.length));
  return [
    ...marks.map((m) => ({ from: place(m.start), to: place(m.end), kind: m.kind, says: m.says })),
    ...unread.map((u) => ({
      from: place(u.start),
      to: place(u.end),
      kind: 'unread',
      says: `not read: ${u.why}`,
    })),
  ]
    .filter((p) => p.to > p.from)
    .sort((a, b) => a.from - b.from || a.to - b.to);
}

export const setPieces = StateEffect.define<TextPiece[]>();

/** Marks that move with the text as it is typed, until the reader's next answer puts them anew. */
export const pieceField = StateField.define<DecorationSet>({
  create: () => Decoration.none,
  update(marks, change) {
    let now = marks.map(change.changes);
    for (const effect of change.effects)
      if (effect.is(setPieces)) {
        const build = new RangeSetBuilder<Decoration>();
        let end = 0;
        for (const p of effect.value) {
          if (p.from < end || p.to > change.newDoc.length) continue;
          build.add(
            p.from,
            p.to,
            Decoration.mark({ class: 'piece', attributes: { 'data-kind': p.kind, title: p.says } }),
          );
          end = p.to;
        }
        now = build.finish();
      }
    return now;
  },
  provide: (field) => EditorView.decorations.from(field),
});
