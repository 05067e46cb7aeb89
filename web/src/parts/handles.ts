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
