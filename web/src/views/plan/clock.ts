import type { DayPlan } from '../../api/client';

export interface Span {
  from: string;
  to: string;
}

/** Time of day of a local ISO time. */
export const clock = (iso: string): string => iso.slice(11, 16);

const DAYS = ['Sun', 'Mon', 'Tue', 'Wed', 'Thu', 'Fri', 'Sat'];
const MONTHS = ['Jan', 'Feb', 'Mar', 'Apr', 'May', 'Jun', 'Jul', 'Aug', 'Sep', 'Oct', 'Nov', 'Dec'];

/** Day of a local ISO time: "Fri 27 Nov". */
export function dayOf(iso: string): string {
  const d = new Date(iso);
  return `${DAYS[d.getDay()]} ${d.getDate()} ${MONTHS[d.getMonth()]}`;
}

/** What the bars show: to the end of the last step that needs somebody, and a little over, so that a night of drying does not squeeze the day. */
export function span(plan: DayPlan): Span | null {
  const first = plan.rows[0];
  if (!first) return null;
  const attended = plan.rows.filter((r) => r.attended_min > 0);
  const last = (attended.length ? attended : plan.rows).reduce((a, r) => (r.end > a ? r.end : a), first.end);
  return { from: first.start, to: last };
}

/** Place of a time in a span, 0 to 1. */
export function share(range: Span, iso: string): number {
  const [a, b] = [Date.parse(range.from), Date.parse(range.to)];
  return b > a ? Math.min(Math.max((Date.parse(iso) - a) / (b - a), 0), 1) : 0;
}
