import type { TextEdit } from '../api/client';

/**
 * Places count Unicode code points in every document; the browser counts UTF-16 units.
 * A text as an array of code points makes the two the same.
 */
export const points = (text: string): string[] => Array.from(text);

export const slice = (chars: string[], start: number, end: number): string =>
  chars.slice(start, end).join('');

export interface Piece<T> {
  text: string;
  start: number;
  end: number;
  mark: T | null;
}

/** Cut a text at marks that do not overlap and are in order. */
export function cut<T extends { start: number; end: number }>(
  chars: string[],
  from: number,
  to: number,
  marks: T[],
): Piece<T>[] {
  const out: Piece<T>[] = [];
  let at = from;
  for (const m of marks) {
    if (m.end <= from || m.start >= to) continue;
    if (m.start > at) out.push({ text: slice(chars, at, m.start), start: at, end: m.start, mark: null });
    out.push({ text: slice(chars, m.start, m.end), start: m.start, end: m.end, mark: m });
    at = m.end;
  }
  if (at < to) out.push({ text: slice(chars, at, to), start: at, end: to, mark: null });
  return out;
}

/** Paragraphs as [start, end) in code points; blank lines part them, and lines that begin with a number or a bullet. */
export function paragraphs(chars: string[]): [number, number][] {
  const out: [number, number][] = [];
  let start = 0;
  for (let i = 0; i <= chars.length; i++) {
    const listed = chars[i] === '\n' && /^(\d{1,2}[.)]|[-•*–])\s/.test(slice(chars, i + 1, i + 6));
    const blank = listed || (chars[i] === '\n' && chars[i + 1] === '\n');
    if (i === chars.length || blank) {
      if (i > start) out.push([start, i]);
      while (chars[i] === '\n') i++;
      start = i;
    }
  }
  return out;
}

/** Put an edit among others; one at the same place is replaced, an overlapping one gives way. */
export function withEdit(edits: TextEdit[], edit: TextEdit): TextEdit[] {
  return [...edits.filter((e) => e.end <= edit.start || e.start >= edit.end), edit].sort(
    (a, b) => a.start - b.start,
  );
}

/** Where a place of the changed text stood in the text before the edits; null inside a change. */
export function before(edits: TextEdit[], place: number): number | null {
  let shift = 0;
  for (const e of [...edits].sort((a, b) => a.start - b.start)) {
    const start = e.start + shift;
    const length = points(e.text).length;
    if (place < start) break;
    if (place < start + length) return null;
    shift += length - (e.end - e.start);
  }
  return place - shift;
}
