import { describe, expect, it } from 'vitest';
import { at, band, durationUnder, path } from './scale';

const same = (n: number) => n;

describe('curves', () => {
  it('leave a gap where a value is missing', () => {
    expect(path([0, 1, 2, 3], [1, null, 3, 4], same, same)).toBe('M0.0 1.0M2.0 3.0L3.0 4.0');
  });
  it('close a band forwards and back', () => {
    expect(band([0, 1], [0, 0], [2, 3], same, same)).toBe('M0.0 2.0L1.0 3.0L1.0 0.0L0.0 0.0Z');
    expect(band([], [], [], same, same)).toBe('');
  });
  it('read off between points and never outside', () => {
    expect(at([0, 10], [0, 20], 5)).toBe(10);
    expect(at([0, 10], [0, 20], 11)).toBeNull();
    expect(at([0, 10], [0, null], 5)).toBeNull();
  });
});

describe('dragging the end of a dose', () => {
  it('puts the end under the pointer once the axis is refitted', () => {
    const before = 40;
    const rest = 60; // all time but the dose's own
    for (const fraction of [0.7, 0.8, 0.9]) {
      const d = durationUnder(fraction, before, rest);
      expect((before + d) / (rest + d)).toBeCloseTo(fraction, 6);
    }
  });
  it('keeps within its bounds', () => {
    expect(durationUnder(0.01, 40, 60)).toBe(0.5);
    expect(durationUnder(1.5, 40, 60)).toBe(480);
  });
});
