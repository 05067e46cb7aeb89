import createClient from 'openapi-fetch';
import type { components, paths } from './schema';

export type Assessment = components['schemas']['Assessment'];
export type Figure = components['schemas']['Figure'];
export type Finding = components['schemas']['Finding'];
export type Remedy = components['schemas']['Remedy'];
export type TextEdit = components['schemas']['TextEdit'];
export type StepLine = components['schemas']['StepLine'];
export type Mark = components['schemas']['Mark'];
export type Row = components['schemas']['Row'];
export type ProcedureOut = components['schemas']['ProcedureOut'];
export type DecisionOut = components['schemas']['DecisionOut'];
export type Assessed = components['schemas']['Assessed'];
export type Failure = components['schemas']['Failure'];
export type DayPlan = components['schemas']['DayPlan'];
export type Rung = components['schemas']['Rung'];
export type Question = components['schemas']['Question'];
export type ReadOut = components['schemas']['ReadOut'];
export type ReactionLine = components['schemas']['ReactionLine'];
export type ContentsLine = components['schemas']['ContentsLine'];
export type Chemistry = components['schemas']['Chemistry'];
export type CurveLine = Required<components['schemas']['CurveLine']>;
export type CurveOut = { entry: Chemistry; says: CurveLine };
export type GasLine = Required<components['schemas']['GasLine']>;
export type ElementLine = components['schemas']['ElementLine'];
export type TrainElement = components['schemas']['TrainElement'];
export type GasFailure = components['schemas']['GasFailure'];
export type QuenchLine = Required<components['schemas']['QuenchLine']>;
export type Proposal = components['schemas']['Proposal'];
export type Proposed = Required<components['schemas']['Proposed']>;
export type Shared = components['schemas']['Shared'];
export type Spread = components['schemas']['Spread'];
export type SubstanceOut = components['schemas']['SubstanceOut'];
export type HitOut = components['schemas']['HitOut'];
export type LocalOut = components['schemas']['LocalOut'];
export type Session = components['schemas']['Session'];

const held = { token: '' };

export const setToken = (token: string) => (held.token = token);

export const client = createClient<paths>({
  baseUrl: location.origin,
  fetch: (request: Request) => {
    if (request.method !== 'GET') request.headers.set('X-CSRFToken', held.token);
    return fetch(request);
  },
});

/** A refusal with its sentence; `status` 0 means that the server was not reached. */
export class Refused extends Error {
  constructor(
    message: string,
    readonly status: number,
    readonly body: Record<string, unknown> = {},
  ) {
    super(message);
  }
}

interface Answer {
  data?: unknown;
  error?: unknown;
  response: Response;
}

/** The data of an answer; throws Refused with one sentence otherwise. */
export async function ask<T>(call: Promise<Answer>): Promise<T> {
  let answer: Answer;
  try {
    answer = await call;
  } catch {
    throw new Refused('The server was not reached. What you typed is kept in this browser.', 0);
  }
  if (answer.response.ok && answer.data !== undefined) return answer.data as T;
  const body = (answer.error ?? {}) as Record<string, unknown>;
  // without its cookie a call fails the token's check before anyone asks who it is from
  const foreign = answer.response.status === 403 && !body['message'];
  const expired = answer.response.status === 401 || foreign;
  const said = typeof body['message'] === 'string' ? body['message'] : '';
  const fallback = expired
    ? 'Your session has ended. Sign in again; what you typed is kept in this browser.'
    : `The server refused (${answer.response.status}).`;
  throw new Refused(said || fallback, expired ? 401 : answer.response.status, body);
}

/** The lines of an answer that is sent as it is made; throws Refused as `ask` does. Stopping the signal ends it here and on the server. */
export async function* lines<T>(path: string, body: unknown, signal: AbortSignal): AsyncGenerator<T> {
  let response: Response;
  try {
    response = await fetch(path, {
      method: 'POST',
      headers: { 'Content-Type': 'application/json', 'X-CSRFToken': held.token },
      body: JSON.stringify(body),
      signal,
    });
  } catch (e) {
    if (signal.aborted) return;
    throw new Refused((e as Error).message || 'The server was not reached.', 0);
  }
  if (!response.ok || !response.body) {
    const error: unknown = await response.json().catch(() => ({}));
    await ask(Promise.resolve({ error, response }));
    return;
  }
  const reader = response.body.pipeThrough(new TextDecoderStream()).getReader();
  let rest = '';
  try {
    for (;;) {
      const { done, value } = await reader.read();
      if (done) break;
      const parts = (rest + value).split('\n');
      rest = parts.pop() ?? '';
      for (const part of parts) yield JSON.parse(part) as T;
    }
  } catch (e) {
    if (!signal.aborted) throw new Refused('The answer broke off; ask again.', 0, { cause: String(e) });
  }
}
