import { describe, expect, it } from 'vitest';
import { before, cut, paragraphs, points, slice, withEdit } from './spans';

describe('places in code points', () => {
  it('count an emoji and a supplementary letter as one', () => {
    const chars = points('𝛥H 😀 10 min');
    expect(chars.length).toBe(11);
    expect(slice(chars, 5, 11)).toBe('10 min');
  });

  it('cut a text at marks and give back every character once', () => {
    const text = 'add over 10 min in ice';
    const pieces = cut(points(text), 0, text.length, [
      { start: 9, end: 15 },
      { start: 19, end: 22 },
    ]);
    expect(pieces.map((p) => p.text).join('')).toBe(text);
    expect(pieces.filter((p) => p.mark).map((p) => p.text)).toEqual(['10 min', 'ice']);
  });

  it('part paragraphs at numbered lines and bullets', () => {
    const chars = points('Steps\n1) cool\nit well\n2) add\n- stir');
    expect(paragraphs(chars).map(([f, t]) => slice(chars, f, t))).toEqual([
      'Steps',
      '1) cool\nit well',
      '2) add',
      '- stir',
    ]);
  });

  it('part paragraphs at blank lines', () => {
    const chars = points('a\nb\n\n\nc');
    expect(paragraphs(chars).map(([f, t]) => slice(chars, f, t))).toEqual(['a\nb', 'c']);
  });
});

describe('edits', () => {
  const first = { start: 9, end: 15, text: '90 min' };

  it('replace one at the same place, and an overlapping one', () => {
    expect(withEdit([first], { start: 9, end: 15, text: '60 min' })).toEqual([
      { start: 9, end: 15, text: '60 min' },
    ]);
    expect(withEdit([first], { start: 12, end: 18, text: 'x' })).toEqual([{ start: 12, end: 18, text: 'x' }]);
    expect(withEdit([first], { start: 0, end: 3, text: 'meter' })).toHaveLength(2);
  });

  it('find where a place of the changed text stood before', () => {
    const edits = [
      { start: 0, end: 3, text: 'meter' },
      { start: 9, end: 15, text: '120 min' },
    ];
    // "meter over 120 min in ice" from "add over 10 min in ice" (shifted by two, then three)
    expect(before(edits, 6)).toBe(4);
    expect(before(edits, 2)).toBeNull();
    expect(before(edits, 12)).toBeNull();
    expect(before(edits, 18)).toBe(15);
    expect(before(edits, 22)).toBe(19);
  });
});
