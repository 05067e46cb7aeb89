import { cleanup, fireEvent, render, screen, within } from '@testing-library/svelte';
import { beforeEach, describe, expect, it, vi } from 'vitest';
import type { HitOut, SubstanceOut } from '../../api/client';
import { session } from '../../lib/session.svelte';
import Catalogue from './Catalogue.svelte';

const hit = (changes: Partial<HitOut> = {}): HitOut => ({
  id: 'thionyl chloride',
  formula: 'SOCl2',
  cas: '7719-09-7',
  phase: 'l',
  why: 'catalogue',
  local: false,
  waits: false,
  ...changes,
});
const value = (property: string, x: number | null, phase = '') => ({
  property,
  phase,
  value: x,
  unit: '°C',
  uncertainty: null,
  source: x === null ? '' : 'CRC via chemicals',
  others: '',
  T_C: null,
});
const substance = (changes: Partial<SubstanceOut> = {}): SubstanceOut => ({
  ...hit(),
  mass: 118.97,
  smiles: '',
  names: ['thionyl chloride', 'sulfurous dichloride'],
  misspelt: ['thionyl cloride'],
  parts: { SOCl2: 1 },
  values: [value('Tb', 75.6), value('Tflash', null)],
  alerts: [],
  svg: '',
  oxygen_balance: null,
  strength: null,
  records: [],
  may_add: true,
  ...changes,
});

describe('catalogue', () => {
  let answers: Record<string, () => [number, unknown]> = {};
  const sent: Record<string, unknown>[] = [];
  beforeEach(() => {
    cleanup();
    localStorage.clear();
    sent.length = 0;
    session.person = { username: 'lindqvist', full_name: 'Anna Lindqvist', roles: ['reviewer'] };
    answers = {
      'GET /api/catalogue': () => [200, [hit()]],
      'GET /api/catalogue/substance': () => [200, substance()],
    };
    vi.stubGlobal('fetch', async (request: Request) => {
      const key = `${request.method} ${new URL(request.url).pathname}`;
      if (request.method === 'POST') sent.push(await request.json().catch(() => ({})));
      const [status, content] = answers[key]?.() ?? [500, { message: key }];
      return new Response(JSON.stringify(content), {
        status,
        headers: { 'Content-Type': 'application/json' },
      });
    });
  });
  async function find(text: string) {
    render(Catalogue);
    await fireEvent.input(screen.getByLabelText('Find a substance'), { target: { value: text } });
  }

  it('shows a value with unit and source, and what is missing as missing', async () => {
    await find('thionyl');
    await fireEvent.click(await screen.findByRole('button', { name: /thionyl chloride/ }));
    const row = await screen.findByRole('row', { name: /boiling point/ });
    expect(row.textContent).toMatch(/75\.6\s+°C/);
    expect(row.textContent).toContain('CRC via chemicals');
    expect(screen.getByText(/Not in the catalogue: flash point\./)).toBeTruthy();
    expect(screen.getByText(/also read for it: thionyl cloride/)).toBeTruthy();
  });

  it('says what is not there, and offers to add it under the name that was typed', async () => {
    answers['GET /api/catalogue'] = () => [200, []];
    await find('resin 9');
    expect(await screen.findByText(/Nothing is called “resin 9” here\./)).toBeTruthy();
    await fireEvent.click(screen.getByRole('button', { name: 'Add it with its source' }));
    expect((screen.getByLabelText('Name') as HTMLInputElement).value).toBe('resin 9');
  });

  it('keeps what was typed when the server refuses, and shows its sentence', async () => {
    answers['POST /api/catalogue'] = () => [
      422,
      { message: 'density of 86 g/mL is outside 0.05 to 25 g/mL.' },
    ];
    await find('thionyl');
    await fireEvent.click(await screen.findByRole('button', { name: /thionyl chloride/ }));
    await fireEvent.click(await screen.findByRole('button', { name: 'Correct or add a value' }));
    await fireEvent.change(screen.getByLabelText('Property'), { target: { value: 'density' } });
    await fireEvent.input(screen.getByLabelText('Value, g/mL'), { target: { value: '86' } });
    await fireEvent.input(screen.getByLabelText('Source of the value'), { target: { value: 'notebook 4' } });
    await fireEvent.input(screen.getByLabelText('Why it is added'), { target: { value: 'measured' } });
    await fireEvent.click(screen.getByRole('button', { name: 'Add for a second look' }));
    expect((await screen.findByRole('alert')).textContent).toContain('outside 0.05 to 25');
    expect((screen.getByLabelText('Value, g/mL') as HTMLInputElement).value).toBe('86');
    expect(sent[0]).toMatchObject({ id: 'thionyl chloride', why: 'measured' });
  });

  it('marks in words what waits, and lets only another person confirm it', async () => {
    const record = {
      id: 3,
      substance: 'resin 9',
      record: { values: [] },
      why: 'our solvent',
      added_by: 'Ruth Achterberg',
      added: '2026-11-25T10:00:00Z',
      confirmed_by: '',
      mine: true,
    };
    answers['GET /api/catalogue'] = () => [200, [hit({ id: 'resin 9', local: true, waits: true })]];
    answers['GET /api/catalogue/substance'] = () => [
      200,
      substance({ id: 'resin 9', local: true, waits: true, records: [record] }),
    ];
    await find('resin');
    const found = await screen.findByRole('button', { name: /resin 9/ });
    expect(within(found).getByText('waits for a second look')).toBeTruthy();
    await fireEvent.click(found);
    expect(await screen.findByText(/it does not count yet/)).toBeTruthy();
    expect(screen.queryByRole('button', { name: 'Confirm after a second look' })).toBeNull();
    cleanup();
    record.mine = false;
    await find('resin 9');
    await fireEvent.click(await screen.findByRole('button', { name: /resin 9/ }));
    expect(await screen.findByRole('button', { name: 'Confirm after a second look' })).toBeTruthy();
  });
});
