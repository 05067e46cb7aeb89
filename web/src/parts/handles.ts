/** Follow the pointer from where a handle was taken: each move tells a value, letting go tells the last one for good. */
export function drag(
  event: PointerEvent,
  from: number,
  read: (e: PointerEvent) => number,
  tell: (value: number, done: boolean) => void,
  released: () => void = () => {},
) {
  event.preventDefault();
  (event.target as Element).setPointerCapture(event.pointerId);
  let value = from;
  const move = (e: PointerEvent) => {
    value = read(e);
    tell(value, false);
  };
  const up = () => {
    removeEventListener('pointermove', move);
    removeEventListener('pointerup', up);
    released();
    tell(value, true);
  };
  addEventListener('pointermove', move);
  addEventListener('pointerup', up);
}

const ARROWS: Record<string, number> = { ArrowUp: 1, ArrowRight: 1, ArrowDown: -1, ArrowLeft: -1 };

/** By how much a key moves a handle, its own doing put aside; 0 for a key that moves none. */
export function nudge(event: KeyboardEvent, further: Record<string, number> = {}): number {
  const by = ARROWS[event.key] ?? further[event.key] ?? 0;
  if (by) {
    event.preventDefault();
    event.stopPropagation();
  }
  return by;
}

export const within = ([low, high]: readonly [number, number], v: number) => Math.max(low, Math.min(high, v));

/**
 * Keys that are pressed faster than a trial is computed add up: what is told next begins where the last ended,
 * and waits until the words it changes stand.
 */
export class Keyed {
  private asked: { id: string; value: number; tell: (value: number) => void; told: boolean } | null = null;

  /** Move handle `id`, which shows `from`, by `by` within its range; tells at once where nothing is being computed. */
  press(
    id: string,
    from: number,
    by: number,
    range: readonly [number, number],
    tell: (value: number) => void,
    busy: boolean,
  ) {
    const base = this.asked?.id === id ? this.asked.value : from;
    this.asked = { id, value: within(range, base + by), tell, told: false };
    if (!busy) this.settle(false);
  }

  /** Nothing is computed any more: tell what waits, or forget what was told. */
  settle(busy: boolean) {
    if (busy || !this.asked) return;
    if (this.asked.told) this.asked = null;
    else {
      this.asked.told = true;
      this.asked.tell(this.asked.value);
    }
  }
}
