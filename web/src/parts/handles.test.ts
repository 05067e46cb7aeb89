import { describe, expect, it, vi } from 'vitest';
import { Keyed } from './handles';

describe('keys on a handle', () => {
  it('add up while a trial is computed, and wait for it', () => {
    const keyed = new Keyed();
    const tell = vi.fn();
    const up = (busy: boolean) => keyed.press('limit', 15, 1, [-80, 200], tell, busy);
    up(false);
    expect(tell).toHaveBeenLastCalledWith(16);
    up(true); // still shows 15
    up(true);
    expect(tell).toHaveBeenCalledTimes(1);
    keyed.settle(true);
    expect(tell).toHaveBeenCalledTimes(1);
    keyed.settle(false);
    expect(tell).toHaveBeenLastCalledWith(18);
    keyed.settle(false); // it stands: the next key begins at what is shown
    keyed.press('limit', 18, -1, [-80, 200], tell, false);
    expect(tell).toHaveBeenLastCalledWith(17);
  });

  it('stay within their range, and one handle does not move another', () => {
    const keyed = new Keyed();
    const tell = vi.fn();
    keyed.press('bath', 39, 5, [-20, 40], tell, true);
    keyed.press('dose', 10, -20, [0.5, 480], tell, true);
    keyed.settle(false);
    expect(tell.mock.calls).toEqual([[0.5]]);
  });
});
