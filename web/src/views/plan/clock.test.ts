import { describe, expect, it } from 'vitest';
import type { DayPlan } from '../../api/client';
import { clock, dayOf, share, span } from './clock';

const row = (start: string, end: string, attended_min: number) =>
  ({ start, end, attended_min }) as DayPlan['rows'][number];

describe('the day plan by the clock', () => {
  it('shows times of day and days as they are written, whatever the zone', () => {
    expect(clock('2026-11-27T09:05')).toBe('09:05');
    expect(dayOf('2026-11-27T23:59')).toBe('Fri 27 Nov');
  });

  it('spans to the last step that needs somebody, not to the end of the drying', () => {
    const plan = {
      rows: [
        row('2026-11-27T09:00', '2026-11-27T10:00', 60),
        row('2026-11-27T10:00', '2026-11-27T10:20', 20),
        row('2026-11-27T10:20', '2026-11-28T01:20', 0),
      ],
    } as DayPlan;
    expect(span(plan)).toEqual({ from: '2026-11-27T09:00', to: '2026-11-27T10:20' });
    expect(span({ rows: [] } as unknown as DayPlan)).toBeNull();
  });

  it('places a time between nothing and all', () => {
    const range = { from: '2026-11-27T09:00', to: '2026-11-27T11:00' };
    expect(share(range, '2026-11-27T10:00')).toBeCloseTo(0.5);
    expect(share(range, '2026-11-28T10:00')).toBe(1);
    expect(share({ from: range.from, to: range.from }, range.from)).toBe(0);
  });
});
