import { describe, expect, it, vi } from 'vitest';
import type { ElementLine, TrainElement } from '../../api/client';
import { assessment, procedure } from '../../testing/documents.test.fixtures';
import { freeName, fresh, lineChange, moved, sizeOf, TrainState } from './train.svelte';

const at = (name: string, element: TrainElement['element'] = 'absorber') =>
  ({ element, name, lots: [], by: 'reviewer' }) as unknown as TrainElement;

describe('a gas line as a reviewer changes it', () => {
  it('moves an element without touching the line it came from', () => {
    const line = [at('a'), at('b'), at('c')];
    expect(moved(line, 0, 2).map((e) => e.name)).toEqual(['b', 'c', 'a']);
    expect(line.map((e) => e.name)).toEqual(['a', 'b', 'c']);
  });
  it('leaves a line alone where there is no such place', () => {
    const line = [at('a'), at('b')];
    expect(moved(line, 1, 2)).toBe(line);
    expect(moved(line, 0, -1)).toBe(line);
  });
  it('never gives two vessels one name', () => {
    const line = [at('absorber added'), at('absorber added 2')];
    expect(freeName(line, 'absorber added')).toBe('absorber added 3');
    expect(fresh('absorber', line).name).toBe('absorber added 3');
  });
  it('begins an absorber with what it holds written out, so that nothing counts as zero', () => {
    const e = fresh('absorber', []);
    expect([e.reagent, e.percent_w, e.liquid_mL]).toEqual(['sodium hydroxide', 10, 250]);
  });
  it('says whose line it is', () => {
    const c = lineChange('flask', [at('a')], 'why');
    expect([c.what, c.vessel, c.why, c.line.length]).toEqual(['line', 'flask', 'why', 1]);
  });
  it('draws by the vessel where it is written, else by its liquid', () => {
    const e = (volume_mL: number | null, liquid_mL: number | null) =>
      ({ element: 'absorber', volume_mL, liquid_mL }) as unknown as ElementLine;
    expect(sizeOf(e(1000, 200))).toBe(1000);
    expect(sizeOf(e(null, 200))).toBe(320);
  });
});

describe('answers that come late', () => {
  const settled = () => new Promise((r) => setTimeout(r, 20));
  /** A server that answers in the order in which the test lets it. */
  async function train() {
    const waiting: { body: Record<string, unknown>; answer: (x: unknown) => void }[] = [];
    vi.stubGlobal('fetch', async (request: Request) => {
      const json = (x: unknown) =>
        new Response(JSON.stringify(x), { status: 200, headers: { 'Content-Type': 'application/json' } });
      if (request.method === 'GET') return json(procedure());
      const body = await request.json();
      return new Promise<Response>((done) => waiting.push({ body, answer: (x) => done(json(x)) }));
    });
    const t = new TrainState(7);
    await t.load();
    return { t, waiting };
  }
  const failed = (minute: number) => [{ id: 'plugged', t_min: [minute], values: [0] }];

  it('shows the failure of the last minute asked for, whatever was asked before', async () => {
    const { t, waiting } = await train();
    [35, 40, 50].forEach((minute) => t.fails('flask', minute));
    await settled();
    waiting.shift()!.answer(failed(35));
    await settled();
    expect(waiting.map((w) => w.body['at_min'])).toEqual([50]);
    waiting.shift()!.answer(failed(50));
    await settled();
    expect(t.failures[0]?.t_min).toEqual([50]);
    expect(waiting).toEqual([]);
  });
  it('does not draw a level that was dragged through once it has been let go', async () => {
    const { t, waiting } = await train();
    t.preview('flask', [at('a')]);
    await settled();
    const put = t.putLine('flask', [at('b')], 'let go');
    await settled();
    waiting[1]!.answer({ text: '', assessment: assessment({ verdict: 'acceptable' }) });
    await put;
    waiting[0]!.answer(assessment({ verdict: 'not acceptable' }));
    await settled();
    expect(t.shown?.verdict).toBe('acceptable');
  });
});
