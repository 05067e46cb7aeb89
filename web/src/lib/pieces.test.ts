import { EditorState } from '@codemirror/state';
import { describe, expect, it } from 'vitest';
import { pieceField, pieces, setPieces } from './pieces';

const mark = (start: number, end: number) => ({ start, end, kind: 'amount', says: `${start}` });

describe('pieces of a text', () => {
  it('count UTF-16 units where the document counts code points', () => {
    const text = '\u{1F600} 12 g of 𝛼-pinene';
    expect(text.slice(...(([p]) => [p!.from, p!.to] as const)(pieces(text, [mark(2, 6)], [])))).toBe('12 g');
  });
  it('put what was not read among what was, in order, and never past the end', () => {
    const found = pieces('abc def', [mark(4, 99)], [{ start: 0, end: 3, why: 'no rule' }]);
    expect(found.map((p) => [p.from, p.to, p.kind])).toEqual([
      [0, 3, 'unread'],
      [4, 7, 'amount'],
    ]);
  });
  it('move with the words while one types, and are put anew by the next answer', () => {
    const at = (s: EditorState) => {
      const out: number[] = [];
      s.field(pieceField).between(0, s.doc.length, (from, to) => void out.push(from, to));
      return out;
    };
    let state = EditorState.create({ doc: 'of 12 g', extensions: [pieceField] });
    state = state.update({ effects: setPieces.of(pieces('of 12 g', [mark(3, 7)], [])) }).state;
    expect(at(state)).toEqual([3, 7]);
    state = state.update({ changes: { from: 0, insert: 'xx ' } }).state;
    expect(at(state)).toEqual([6, 10]);
    state = state.update({ effects: setPieces.of([]) }).state;
    expect(at(state)).toEqual([]);
  });
});
