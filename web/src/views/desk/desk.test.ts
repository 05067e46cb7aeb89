import { beforeEach, describe, expect, it, vi } from 'vitest';
import { assessment, procedure, TEXT } from '../../testing/documents.test.fixtures';
import { session } from '../../lib/session.svelte';
import { DeskState } from './desk.svelte';

interface Call {
  method: string;
  path: string;
  body: Record<string, unknown>;
}
const calls: Call[] = [];
let answers: Record<string, (call: Call) => [number, unknown]> = {};

beforeEach(() => {
  calls.length = 0;
  localStorage.clear();
  answers = {
    'GET /api/procedures/7': () => [200, procedure()],
    'POST /api/assess': (c) => [
      200,
      {
        text: String(c.body['text']).replace('10 min', '60 min'),
        assessment: assessment({ verdict: 'acceptable' }),
      },
    ],
    'POST /api/preview': () => [200, assessment({ verdict: 'acceptable with conditions' })],
    'POST /api/procedures/7/revisions': () => [200, procedure({ number: 2, newest: 2 })],
    'GET /api/session': () => [200, { person: null, token: 't', laboratory: '' }],
  };
  vi.stubGlobal('fetch', async (request: Request) => {
    const call = {
      method: request.method,
      path: new URL(request.url).pathname,
      body: request.method === 'GET' ? {} : await request.json(),
    };
    calls.push(call);
    const answer = answers[`${call.method} ${call.path}`];
    if (!answer) throw new TypeError('not reached');
    const [status, body] = answer(call);
    return new Response(JSON.stringify(body), { status, headers: { 'Content-Type': 'application/json' } });
  });
});

const settled = () => new Promise((r) => setTimeout(r, 20));
const at = TEXT.indexOf('10 min');

async function desk() {
  const d = new DeskState(7);
  await d.load();
  return d;
}

describe('the desk', () => {
  it('shows the revision as written until something is tried', async () => {
    const d = await desk();
    expect(d.onTrial).toBe(false);
    expect(d.shown?.verdict).toBe('not acceptable');
    expect(d.text).toBe(TEXT);
  });

  it('previews while dragging, by values and not by words', async () => {
    const d = await desk();
    d.pull({ 'steps[1].duration_min': 40 });
    await settled();
    expect(calls.at(-1)?.path).toBe('/api/preview');
    expect(calls.at(-1)?.body['sets']).toEqual({ 'steps[1].duration_min': 40 });
    expect(d.shown?.verdict).toBe('acceptable with conditions');
    expect(d.change.edits).toEqual([]);
  });

  it('tries words against the revision’s own text, and undoes them', async () => {
    const d = await desk();
    d.tryWords(at, at + 6, '60 min', 'slower');
    await settled();
    expect(calls.at(-1)?.body['edits']).toEqual([{ start: at, end: at + 6, text: '60 min' }]);
    expect(d.shown?.verdict).toBe('acceptable');
    // a second change at the shown text's place replaces the first, not the new words within it
    d.tryWords(at, at + 6, '90 min', 'slower still');
    await settled();
    expect(d.change.edits).toEqual([{ start: at, end: at + 6, text: '90 min' }]);
    d.undo();
    await settled();
    expect(d.change.edits).toEqual([{ start: at, end: at + 6, text: '60 min' }]);
    d.undo();
    await settled();
    expect(d.onTrial).toBe(false);
    expect(d.shown?.verdict).toBe('not acceptable');
  });

  it('keeps a trial over a reload, but not for another revision', async () => {
    const d = await desk();
    d.tryWords(at, at + 6, '60 min', 'slower');
    await settled();
    const again = await desk();
    await settled();
    expect(again.change.edits).toHaveLength(1);
    expect(again.shown?.verdict).toBe('acceptable');
    answers['GET /api/procedures/7'] = () => [200, procedure({ number: 3, newest: 3 })];
    const later = await desk();
    expect(later.change.edits).toEqual([]);
    expect(later.message).toContain('trial on revision 1');
  });

  it('adopts on its base and then holds the new revision', async () => {
    const d = await desk();
    d.tryWords(at, at + 6, '60 min', 'slower');
    await settled();
    await d.adopt();
    expect(calls.at(-1)?.body).toMatchObject({ base: 1, why: 'slower', edits: [{ text: '60 min' }] });
    expect(d.given?.number).toBe(2);
    expect(d.onTrial).toBe(false);
    expect(d.message).toBe('Revision 2 stands.');
  });

  it('tells the second of two, and shows what the first one wrote', async () => {
    const d = await desk();
    d.tryWords(at, at + 6, '60 min', 'slower');
    await settled();
    answers['POST /api/procedures/7/revisions'] = () => [
      409,
      { message: 'Ruth changed this procedure while you did.', yours: 3, newest: 2 },
    ];
    answers['GET /api/procedures/7'] = () => [200, procedure({ number: 2, newest: 2 })];
    await d.adopt();
    expect(d.message).toBe('Ruth changed this procedure while you did.');
    expect(d.given?.number).toBe(2);
  });

  it('replaces an assumption as part of the trial', async () => {
    const d = await desk();
    d.replace('assumptions.rate_k', 0.01);
    await settled();
    expect(calls.at(-1)?.body['overrides']).toEqual({ 'assumptions.rate_k': 0.01 });
    expect(d.onTrial).toBe(true);
    d.putBack();
    await settled();
    expect(d.onTrial).toBe(false);
  });

  it('keeps the trial when the session ends, and asks to sign in', async () => {
    const d = await desk();
    answers['POST /api/assess'] = () => [401, {}];
    d.tryWords(at, at + 6, '60 min', 'slower');
    await settled();
    expect(session.ended).toBe(true);
    expect(localStorage.getItem('northsquall-draft-desk-7')).toContain('60 min');
    expect(d.message).toContain('Sign in again');
  });

  it('says that the server was not reached, and loses nothing', async () => {
    const d = await desk();
    delete answers['POST /api/assess'];
    d.tryWords(at, at + 6, '60 min', 'slower');
    await settled();
    expect(d.message).toContain('not reached');
    expect(d.change.edits).toHaveLength(1);
    expect(d.shown?.verdict).toBe('not acceptable');
  });
});
