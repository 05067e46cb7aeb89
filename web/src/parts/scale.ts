import { scaleLinear, type ScaleLinear } from 'd3-scale';
import type { Assessment } from '../api/client';

export interface Axis {
  x: ScaleLinear<number, number>;
  from: number;
  to: number;
}

/** Time axis of the strip: from the first step of the pot to the end of the quench. */
export function timeAxis(a: Assessment, left: number, right: number): Axis {
  const t = a.strip.t_min ?? [];
  const from = Math.min(t[0] ?? 0, a.steps[0]?.start_min ?? 0);
  const end = Math.max(t.at(-1) ?? 1, (a.strip.quench?.['to'] as number | undefined) ?? 0);
  return { x: scaleLinear([from, end], [left, right]), from, to: end };
}

/** Path of values over time; one vertex per point, gaps where a value is missing. */
export function path(
  t: number[],
  v: (number | null)[],
  x: (n: number) => number,
  y: (n: number) => number,
): string {
  let out = '';
  let pen = 'M';
  for (let i = 0; i < t.length; i++) {
    const value = v[i];
    if (value === null || value === undefined) {
      pen = 'M';
      continue;
    }
    out += `${pen}${x(t[i]!).toFixed(1)} ${y(value).toFixed(1)}`;
    pen = 'L';
  }
  return out;
}

/** Closed band between two curves. */
export function band(
  t: number[],
  low: number[],
  high: number[],
  x: (n: number) => number,
  y: (n: number) => number,
): string {
  if (!t.length) return '';
  const back = t.map((_, i) => t.length - 1 - i);
  return `${path(t, high, x, y)}${back.map((i) => `L${x(t[i]!).toFixed(1)} ${y(low[i]!).toFixed(1)}`).join('')}Z`;
}

/** Value at a time, linear between points. */
export function at(t: number[], v: (number | null)[], when: number): number | null {
  if (!t.length || when < t[0]! || when > t.at(-1)!) return null;
  let i = t.findIndex((s) => s >= when);
  if (i <= 0) i = 1;
  const a = v[i - 1];
  const b = v[i];
  if (a === null || b === null || a === undefined || b === undefined) return null;
  const f = (when - t[i - 1]!) / Math.max(t[i]! - t[i - 1]!, 1e-9);
  return a + f * (b - a);
}

/**
 * Duration (min) that puts the end of a step under the pointer, the axis refitted to it:
 * f = (s + d) / (R + d), with s the time before the step and R all time but the step's.
 */
export function durationUnder(
  fraction: number,
  before: number,
  rest: number,
  least = 0.5,
  most = 480,
): number {
  const f = Math.min(Math.max(fraction, 0.001), 0.985);
  const d = (f * rest - before) / (1 - f);
  return Math.min(Math.max(d, least), most);
}
