import { describe, expect, it } from 'vitest';
import type { ElementLine, TrainElement } from '../../api/client';
import { freeName, fresh, lineChange, moved, sizeOf } from './train.svelte';

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
