import { describe, expect, it } from 'vitest';
import { Latest } from './latest';

describe('the latest request wins', () => {
  it('runs one at a time and skips what was overtaken', async () => {
    const seen: number[] = [];
    const release: (() => void)[] = [];
    const latest = new Latest<number>(async (n) => {
      seen.push(n);
      await new Promise<void>((done) => release.push(done));
    });
    [1, 2, 3, 4].forEach((n) => latest.ask(n));
    expect(seen).toEqual([1]);
    release.shift()!();
    await new Promise((r) => setTimeout(r));
    expect(seen).toEqual([1, 4]);
    latest.ask(5);
    latest.drop();
    release.shift()!();
    await new Promise((r) => setTimeout(r));
    expect(seen).toEqual([1, 4]);
  });
});
