import { cleanup, fireEvent, render, screen } from '@testing-library/svelte';
import { beforeEach, describe, expect, it, vi } from 'vitest';
import { session } from '../lib/session.svelte';
import { assessment, figure, procedure, TEXT } from '../testing/documents.test.fixtures';
import Decision from './decision/Decision.svelte';
import Docket from './docket/Docket.svelte';
import { EditorView } from '@codemirror/view';
import Intake from './intake/Intake.svelte';
import SignIn from './signin/SignIn.svelte';

type Answer = [number, unknown];
const calls: { method: string; path: string; body: Record<string, unknown> }[] = [];
let answers: Record<string, () => Answer> = {};

beforeEach(() => {
  cleanup();
  calls.length = 0;
  localStorage.clear();
  answers = {};
  session.person = { username: 'lindqvist', full_name: 'Anna Lindqvist', roles: ['reviewer'] };
  session.laboratory = 'Skerry Point';
  vi.stubGlobal('fetch', async (request: Request) => {
    const path = new URL(request.url).pathname;
    const body = request.method === 'GET' ? {} : await request.json().catch(() => ({}));
    calls.push({ method: request.method, path, body });
    const answer = answers[`${request.method} ${path}`];
    if (!answer) throw new TypeError('not reached');
    const [status, content] = answer();
    return new Response(JSON.stringify(content), { status, headers: { 'Content-Type': 'application/json' } });
  });
});

const row = (changes = {}) => ({
  id: 1,
  title: 'A nitration',
  author: 'Torunn Brekke',
  state: 'reviewer',
  number: 1,
  verdict: 'not acceptable',
  decided: null,
  stops: 1,
  conditions: 0,
  notes: 0,
  open: 0,
  governs: '40 °C (26 to 58)',
  against: 'Peak pot temperature; limit 15 °C',
  days: 0,
  silhouette: { t_min: [0, 1, 2], pot_C: [20, 3, 40], limits: [{ step: 1, from: 1, to: 2, C: 15 }] },
  asked: '',
  mine: true,
  ...changes,
});

const editor = () => EditorView.findFromDOM(screen.getByLabelText('Text of the procedure'))!;
const type = (text: string) =>
  editor().dispatch({ changes: { from: 0, to: editor().state.doc.length, insert: text } });

describe('docket', () => {
  it('groups by who waits, and says in words what the marks mean', async () => {
    answers['GET /api/docket'] = () => [
      200,
      [
        row(),
        row({
          id: 2,
          title: 'Another',
          mine: false,
          state: 'author',
          silhouette: null,
          governs: 'not established',
        }),
      ],
    ];
    render(Docket);
    expect(await screen.findByText('Waits for you')).toBeTruthy();
    expect(screen.getByText('Waits for the author')).toBeTruthy();
    expect(screen.getByText('no curve: not established')).toBeTruthy();
    expect(screen.getByRole('img', { name: /Pot temperature over time/ })).toBeTruthy();
  });

  it('finds, and has a way out where nothing fits', async () => {
    answers['GET /api/docket'] = () => [200, [row()]];
    render(Docket);
    await screen.findByText('Waits for you');
    await fireEvent.input(screen.getByLabelText('Find'), { target: { value: 'zzz' } });
    expect(screen.getByText(/Nothing fits/)).toBeTruthy();
    await fireEvent.click(screen.getByRole('button', { name: 'Show all' }));
    expect(screen.getByText('Waits for you')).toBeTruthy();
  });

  it('is empty with a way to begin, and says when the server is away', async () => {
    answers['GET /api/docket'] = () => [200, []];
    render(Docket);
    expect(await screen.findByText(/Nothing waits/)).toBeTruthy();
    cleanup();
    answers = {};
    render(Docket);
    expect(await screen.findByText(/The server was not reached/)).toBeTruthy();
    expect(screen.getByRole('button', { name: 'Try again' })).toBeTruthy();
  });
});

describe('sign in', () => {
  it('says what was wrong and keeps the name', async () => {
    answers['POST /api/session'] = () => [401, { message: 'Name and password do not fit.' }];
    render(SignIn);
    await fireEvent.input(screen.getByLabelText('Name'), { target: { value: 'aune' } });
    await fireEvent.input(screen.getByLabelText('Password'), { target: { value: 'x' } });
    await fireEvent.click(screen.getByRole('button', { name: 'Sign in' }));
    expect((await screen.findByRole('alert')).textContent).toContain('do not fit');
    expect((screen.getByLabelText('Name') as HTMLInputElement).value).toBe('aune');
  });

  it('fetches a fresh token and asks again where its own has passed', async () => {
    let asked = 0;
    answers['GET /api/session'] = () => [200, { person: null, token: 'fresh', laboratory: '' }];
    answers['POST /api/session'] = () =>
      asked++ ? [401, { message: 'Name and password do not fit.' }] : [403, { message: 'Older.' }];
    render(SignIn);
    await fireEvent.input(screen.getByLabelText('Name'), { target: { value: 'aune' } });
    await fireEvent.input(screen.getByLabelText('Password'), { target: { value: 'x' } });
    await fireEvent.click(screen.getByRole('button', { name: 'Sign in' }));
    expect((await screen.findByRole('alert')).textContent).toContain('do not fit');
    expect(asked).toBe(2);
  });
});

describe('intake', () => {
  it('keeps a draft, reads it, and shows what is not established', async () => {
    answers['POST /api/assess'] = () => [
      200,
      {
        text: TEXT,
        assessment: assessment({
          materials: [
            {
              line: 1,
              id: 'm1',
              text: 'ice',
              name: 'ice',
              formula: 'H2O',
              cas: null,
              phase: 's',
              mass_g: null,
              volume_mL: null,
              equivalents: null,
              role: 'quench',
              limiting: false,
              step: 1,
              vessel: null,
              assumptions: [],
              anchor: { start: 0, end: 1 },
              mol: {
                low: null,
                best: null,
                high: null,
                unit: 'mol',
                established: false,
                reason: 'no amount',
                working: null,
              },
            },
          ] as never,
          questions: [
            {
              text: 'Ask for the amount of ice.',
              why: 'No amount of ice is written.',
              decides: true,
              anchor: { start: 0, end: 2 },
              asks: 'amount:m1',
              default: '',
              options: [],
              trials: [],
              changes: '',
              weight: 0,
            },
          ],
        }),
      },
    ];
    answers['POST /api/read'] = () => [200, { marks: [], unread: [] }];
    render(Intake);
    type(TEXT);
    expect(await screen.findByText('Ask for the amount of ice.', {}, { timeout: 3000 })).toBeTruthy();
    expect(screen.getByText('decides')).toBeTruthy();
    expect(localStorage.getItem('northsquall-draft-intake')).toContain('500 mL flask');
    const answer = screen.getByLabelText('Answer: Ask for the amount of ice.');
    await fireEvent.input(answer, { target: { value: '400 g' } });
    await fireEvent.submit(answer.closest('form')!);
    expect(editor().state.doc.toString().startsWith('In (400 g)')).toBe(true);
  });

  it('gives the server’s sentence for what cannot be read, and loses nothing', async () => {
    answers['POST /api/assess'] = () => [422, { message: 'Line 1 holds a control character.' }];
    render(Intake);
    type('odd text');
    expect((await screen.findByRole('alert', {}, { timeout: 3000 })).textContent).toContain(
      'control character',
    );
    expect(editor().state.doc.toString()).toBe('odd text');
  });
});

describe('decision', () => {
  it('asks why one differs, and does not sign while something is open', async () => {
    answers['GET /api/procedures/7'] = () => [200, procedure()];
    answers['POST /api/procedures/7/decision'] = () => [
      200,
      {
        reviewer: 'Anna Lindqvist',
        verdict: 'acceptable',
        proposed: 'not acceptable',
        reason: '',
        conditions: [],
        dismissed: {},
        open: ['the stop H02 stands; mend the procedure, or dismiss it with a reason'],
        signature: null,
      },
    ];
    render(Decision, { id: 7 });
    await fireEvent.click(await screen.findByLabelText('acceptable'));
    expect(screen.getByLabelText(/Why you differ/)).toBeTruthy();
    await fireEvent.click(screen.getByRole('button', { name: 'Sign decision' }));
    expect(await screen.findByText(/the stop H02 stands/)).toBeTruthy();
    expect(screen.queryByLabelText('Your password again')).toBeNull();
  });

  it('offers no signature to who may not, and says why', async () => {
    answers['GET /api/procedures/7'] = () => [
      200,
      procedure({ may_decide: false, why_not: 'Nobody signs their own procedure.' }),
    ];
    render(Decision, { id: 7 });
    expect(await screen.findByText('Nobody signs their own procedure.')).toBeTruthy();
    expect(screen.queryByRole('button', { name: 'Sign decision' })).toBeNull();
    expect((screen.getByLabelText('acceptable') as HTMLInputElement).matches(':disabled')).toBe(true);
  });

  it('shows referred work with neither figures nor findings to dismiss', async () => {
    answers['GET /api/procedures/7'] = () => [
      200,
      procedure({
        assessment: assessment({ referred: 'Outside what this review can decide.', governs: [] }),
      }),
    ];
    render(Decision, { id: 7 });
    expect(await screen.findByText('Outside what this review can decide.')).toBeTruthy();
    expect(screen.queryByText(/Dismiss with a reason/)).toBeNull();
  });

  it('keeps a half-written decision over a reload', async () => {
    answers['GET /api/procedures/7'] = () => [
      200,
      procedure({
        assessment: assessment({
          governs: [
            { key: 'peak', label: 'Peak', value: figure(40), against: 'limit', over: true, colour: 'heat' },
          ],
        }),
      }),
    ];
    render(Decision, { id: 7 });
    await fireEvent.input(await screen.findByLabelText(/Remarks/), { target: { value: 'half a thought' } });
    cleanup();
    render(Decision, { id: 7 });
    expect(((await screen.findByLabelText(/Remarks/)) as HTMLTextAreaElement).value).toBe('half a thought');
  });
});
