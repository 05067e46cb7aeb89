import type { Assessment, Chemistry, ContentsLine, ReactionLine } from '../../api/client';
import { forget, keep, kept } from '../../lib/drafts';
import { RevisionState } from '../../lib/revision.svelte';

export interface StepBlock {
  step: number;
  words: string;
  temperature: string;
  reactions: ReactionLine[];
  contents: ContentsLine | null;
  /** Whether the vessel holds what it held after the step before. */
  same: boolean;
  /** What newly waits for a condition. */
  waiting: ContentsLine['waiting'];
}
export interface VesselBlock {
  name: string;
  kind: string;
  size: number | null;
  absorber: boolean;
  fill: number | null;
  steps: StepBlock[];
}

/** Temperature of a step as people write it. */
export function warmth(c: ContentsLine | null): string {
  if (!c) return '';
  const low = Math.round(c.T_low);
  const high = Math.round(c.T_high);
  const minus = (n: number) => String(n).replace('-', '−');
  return low === high ? `${minus(low)} °C` : `${minus(low)} to ${minus(high)} °C`;
}

/** The assessment vessel by vessel, step by step: in the order in which vessels are first used, absorbers behind them. */
export function blocks(a: Assessment): VesselBlock[] {
  const order: string[] = [];
  for (const x of [...a.contents, ...a.reactions]) if (!order.includes(x.vessel)) order.push(x.vessel);
  const absorbs = (name: string) => a.contents.some((c) => c.vessel === name && c.absorber);
  return [...order.filter((n) => !absorbs(n)), ...order.filter(absorbs)].map((name) => {
    const v = a.vessels.find((x) => x.name === name);
    const numbers = [...a.contents, ...a.reactions].filter((x) => x.vessel === name).map((x) => x.step);
    const steps = numbers
      .filter((n, i) => numbers.indexOf(n) === i)
      .sort((x, y) => x - y)
      .map((n) => {
        const contents = a.contents.find((c) => c.vessel === name && c.step === n) ?? null;
        const line = a.steps.find((s) => s.n === n);
        return {
          step: n,
          words: (line?.text ?? '').replace(/\s+/g, ' ').trim(),
          temperature: warmth(contents),
          reactions: a.reactions.filter((r) => r.vessel === name && r.step === n),
          contents,
          same: false,
          waiting: contents?.waiting ?? [],
        };
      });
    steps.forEach((s, i) => {
      const before = steps[i - 1]?.contents?.holds;
      const told = steps[i - 1]?.contents?.waiting ?? [];
      s.waiting = s.waiting.filter(
        (w) => !told.some((t) => t.family_id === w.family_id && t.why === w.why && t.equation === w.equation),
      );
      s.same = before !== undefined && JSON.stringify(before) === JSON.stringify(s.contents?.holds);
    });
    return {
      name,
      kind: v?.kind ?? 'vessel',
      size: v?.nominal_mL ?? null,
      absorber: absorbs(name),
      fill: v?.max_fill_fraction ?? null,
      steps,
    };
  });
}

/** How far the heat can be trusted: kJ by route, over what the batch gives off or takes up. */
export function trust(a: Assessment): { route: string; kJ: number }[] {
  const sum: Record<string, number> = {};
  for (const r of a.reactions) {
    if (r.role === 'work-up' || r.possible) continue;
    const h = r.heat_kJ.best;
    sum[r.heat_kJ.established ? r.route : 'none'] =
      (sum[r.heat_kJ.established ? r.route : 'none'] ?? 0) + Math.abs(h ?? 0);
  }
  return ['measured', 'hess', 'increment', 'class', 'none']
    .filter((k) => k in sum)
    .map((route) => ({ route, kJ: sum[route] ?? 0 }));
}

/** The Chemistry screen: a revision's assessment, and changes to its reactions on trial. */
export class ChemistryState extends RevisionState {
  trial = $state.raw<Assessment | null>(null);
  changes = $state.raw<Chemistry[]>([]);

  get shown(): Assessment | null {
    return this.trial ?? this.given?.assessment ?? null;
  }

  get onTrial(): boolean {
    return this.trial !== null;
  }

  protected get draftName() {
    return `chemistry-${this.id}`;
  }

  protected clear() {
    this.trial = null;
    this.changes = this.given?.chemistry ?? [];
  }

  protected async resume() {
    this.changes = this.given?.chemistry ?? [];
    const draft = kept<{ number: number; changes: Chemistry[] }>(this.draftName);
    if (draft && draft.number === this.given?.number) await this.set(draft.changes);
    else forget(this.draftName);
  }

  /** Put one change in the place of any earlier one on the same reaction and step. */
  async change(c: Chemistry) {
    const rest = this.changes.filter(
      (x) =>
        x.what === 'curve' ||
        !(
          x.what === c.what &&
          x.family === c.family &&
          x.step === c.step &&
          (c.what !== 'line' || x.vessel === c.vessel)
        ),
    );
    await this.set([...rest, c]);
  }

  /** All changes at once, in their order. */
  async put(changes: Chemistry[]) {
    await this.set(changes);
  }

  async drop(c: Chemistry) {
    await this.set(this.changes.filter((x) => x !== c));
  }

  private async set(changes: Chemistry[]) {
    if (!this.given) return;
    this.changes = changes;
    if (JSON.stringify(changes) === JSON.stringify(this.given.chemistry)) {
      this.trial = null;
      forget(this.draftName);
      return;
    }
    keep(this.draftName, { number: this.given.number, changes });
    const found = await this.assessed({ edits: [], overrides: {}, chemistry: changes });
    if (found && this.changes === changes) this.trial = found.assessment; // put back meanwhile: the answer is late
  }

  async putBack() {
    if (this.given) await this.set(this.given.chemistry);
  }

  async adopt() {
    if (!this.trial) return;
    const why = this.changes.map((c) => `${c.family}: ${c.why}`).join('; ') || 'chemistry put back';
    await this.revise({ edits: [], overrides: {}, chemistry: this.changes, why: why.slice(0, 390) });
  }
}
