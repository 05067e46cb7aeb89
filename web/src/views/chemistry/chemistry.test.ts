import { cleanup, fireEvent, render, screen, within } from '@testing-library/svelte';
import { beforeEach, describe, expect, it, vi } from 'vitest';
import type { Chemistry as Change, ContentsLine, ReactionLine } from '../../api/client';
import { equationPieces, plusMinus } from '../../lib/format';
import { session } from '../../lib/session.svelte';
import { assessment, figure, open, procedure } from '../../testing/documents.test.fixtures';
import Chemistry from './Chemistry.svelte';
import { blocks, trust, warmth } from './chemistry.svelte';

const reaction = (changes: Partial<ReactionLine> = {}): ReactionLine => ({
  step: 2,
  vessel: '500 mL flask',
  family: 'nitration of arene',
  family_id: 'nitration-arene',
  role: 'wanted',
  equation: 'C8H8O2 + HNO3 → C8H7NO4 + H2O',
  names: 'ester + nitric acid → nitro ester + water',
  limiting: 'ester',
  extent: figure(0.1, 'mol'),
  extent_mol: 0.1,
  dH_kJ_per_mol: figure(-140, 'kJ/mol', -157, -123),
  heat_kJ: figure(14, 'kJ', 12.3, 15.7),
  route: 'increment',
  sources: ['increments'],
  possible: false,
  ...changes,
});
const holding = (step: number, mol: number | null, waiting: ContentsLine['waiting'] = []): ContentsLine => ({
  step,
  vessel: '500 mL flask',
  absorber: false,
  T_low: 5,
  T_high: 15,
  holds: [{ name: 'ester', formula: 'C8H8O2', mol }],
  waiting,
  meets: [],
  gas: {},
});
const waits = {
  family: 'decomposition',
  family_id: 'decomposition',
  equation: 'A → B',
  why: 'below 60 °C',
  could_mol: 0.1,
};

describe('formulas and figures', () => {
  const marked = (text: string) =>
    equationPieces(text)
      .map((p) => (p.at === 'sub' ? `_${p.text}` : p.at === 'sup' ? `^${p.text}` : p.text))
      .join('');
  it('set counts low and charges high, the number before the sign', () => {
    expect(marked('CO3-2 + 2 H+ → CO2 + H2O')).toBe('CO_3^2− + 2 H^+ → CO_2 + H_2O');
    expect(marked('Zn + Cu+2')).toBe('Zn + Cu^2+');
  });
  it('give a half-range, or the range where its sides differ; never zero for what is missing', () => {
    expect(plusMinus(figure(-140, 'kJ/mol', -157, -123))).toBe('−140 ± 17');
    expect(plusMinus(figure(10, 'kJ/mol', 9, 40))).toBe('10 (9 to 40)');
    expect(plusMinus(open('kJ/mol', 'no data'))).toBe('not established');
  });
  it('write a temperature span once where both ends agree', () => {
    expect(warmth({ ...holding(1, 1), T_low: -10, T_high: -10 })).toBe('−10 °C');
    expect(warmth(holding(1, 1))).toBe('5 to 15 °C');
    expect(warmth(null)).toBe('');
  });
});

describe('vessel by vessel', () => {
  it('joins reactions and contents of a step, and tells once what waits and what did not change', () => {
    const a = assessment({
      reactions: [reaction()],
      contents: [holding(1, 0.1, [waits]), holding(2, 0.1, [waits]), holding(3, 0.05)],
    });
    const [flask] = blocks(a);
    expect(flask?.steps.map((s) => [s.step, s.reactions.length, s.waiting.length, s.same])).toEqual([
      [1, 0, 1, false],
      [2, 1, 0, true],
      [3, 0, 0, false],
    ]);
  });
  it('counts heat by route, without work-up and without what is only possible', () => {
    const a = assessment({
      reactions: [
        reaction(),
        reaction({ route: 'hess', heat_kJ: figure(-3, 'kJ') }),
        reaction({ role: 'work-up', heat_kJ: figure(99, 'kJ') }),
        reaction({ possible: true, heat_kJ: figure(99, 'kJ') }),
        reaction({ heat_kJ: open('kJ', 'no data') }),
      ],
    });
    expect(trust(a)).toEqual([
      { route: 'hess', kJ: 3 },
      { route: 'increment', kJ: 14 },
      { route: 'none', kJ: 0 },
    ]);
  });
});

describe('the screen', () => {
  const asked: { path: string; body: { chemistry?: Change[] } }[] = [];
  beforeEach(() => {
    cleanup();
    localStorage.clear();
    asked.length = 0;
    session.person = { username: 'lindqvist', full_name: 'Anna Lindqvist', roles: ['reviewer'] };
    const a = assessment({ reactions: [reaction()], contents: [holding(2, null)] });
    vi.stubGlobal('fetch', async (request: Request) => {
      const path = new URL(request.url).pathname;
      asked.push({ path, body: request.method === 'GET' ? {} : await request.json() });
      const content =
        path === '/api/assess' ? { assessment: a } : procedure({ assessment: a, may_revise: true });
      return new Response(JSON.stringify(content), {
        status: 200,
        headers: { 'Content-Type': 'application/json' },
      });
    });
  });

  it('shows what is not established in words, and refuses a change without a reason or a number', async () => {
    render(Chemistry, { id: 1 });
    const vessel = await screen.findByRole('region', { name: 'Vessel 500 mL flask' });
    expect(within(vessel).getByText('not est.')).toBeTruthy();
    expect(within(vessel).getByText('−140 ± 17 kJ/mol')).toBeTruthy();
    await fireEvent.click(within(vessel).getByRole('button', { name: /nitration of arene/ }));
    await fireEvent.click(screen.getByRole('button', { name: 'Try' }));
    expect((await screen.findByRole('alert')).textContent).toContain('Give the reason');
    await fireEvent.input(screen.getByLabelText('Reason and source'), { target: { value: 'calorimeter' } });
    await fireEvent.input(screen.getByLabelText('kJ/mol'), { target: { value: 'much' } });
    await fireEvent.click(screen.getByRole('button', { name: 'Try' }));
    expect((await screen.findByRole('alert')).textContent).toContain('“much” is no number');
    expect(asked.some((x) => x.path === '/api/assess')).toBe(false);
  });

  it('sends the change with its reason, keeps it as a draft, and puts it back', async () => {
    render(Chemistry, { id: 1 });
    const vessel = await screen.findByRole('region', { name: 'Vessel 500 mL flask' });
    await fireEvent.click(within(vessel).getByRole('button', { name: /nitration of arene/ }));
    await fireEvent.input(screen.getByLabelText('Reason and source'), { target: { value: 'calorimeter' } });
    await fireEvent.input(screen.getByLabelText('kJ/mol'), { target: { value: '−151,5' } });
    await fireEvent.click(screen.getByRole('button', { name: 'Try' }));
    await screen.findByText('On trial.');
    expect(asked.at(-1)?.body.chemistry?.[0]).toMatchObject({
      what: 'heat',
      family: 'nitration-arene',
      step: 2,
      value: -151.5,
      why: 'calorimeter',
    });
    expect(Object.values(localStorage).join()).toContain('calorimeter');
    await fireEvent.click(screen.getByRole('button', { name: 'Put back' }));
    expect(screen.queryByText('On trial.')).toBeNull();
    expect(Object.values(localStorage).join()).not.toContain('calorimeter');
  });
});

describe('the order of vessels', () => {
  it('puts an absorber behind the vessel whose gas it takes, though it is filled first', () => {
    const washer = { ...holding(1, 1), vessel: 'washer', absorber: true };
    const a = assessment({ contents: [washer, holding(2, 0.1)], reactions: [reaction()] });
    expect(blocks(a).map((v) => v.name)).toEqual([holding(2, 1).vessel, 'washer']);
  });
});
