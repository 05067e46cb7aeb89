import {
  ask,
  client,
  lines,
  type Assessment,
  type Failure,
  type Proposed,
  type Spread,
  type TextEdit,
} from '../../api/client';
import { forget, keep, kept } from '../../lib/drafts';
import { Latest } from '../../lib/latest';
import { RevisionState } from '../../lib/revision.svelte';
import { before, points, withEdit } from '../../lib/spans';

interface Looked {
  done: number;
  of: number;
  what: string;
}
interface Change {
  edits: TextEdit[];
  overrides: Record<string, number>;
  label: string;
}
interface Draft extends Change {
  number: number;
}

const NOTHING: Change = { edits: [], overrides: {}, label: '' };

/** What the Desk holds: the revision as written, a trial beside it, and a preview while dragging. */
export class DeskState extends RevisionState {
  trial = $state.raw<{ text: string; assessment: Assessment } | null>(null);
  preview = $state.raw<Assessment | null>(null);
  change = $state.raw<Change>(NOTHING);
  past = $state.raw<Change[]>([]);
  /** What each failure comes to, for the text and the moment it was asked for. */
  failures = $state.raw<{ text: string; at: number | null; list: Failure[] } | null>(null);
  failing = $state<string | null>(null);
  noFailures = $state('');
  tryingFailures = $state(false);
  private readonly fails = new Latest<{ at: number | null }>((v) => this.runFailures(v.at));
  private readonly drag = new Latest<{ sets: Record<string, number> }>((v) => this.runPreview(v.sets));
  private readonly full = new Latest<Change>((v) => this.runTrial(v));

  get shown(): Assessment | null {
    return this.preview ?? this.trial?.assessment ?? this.given?.assessment ?? null;
  }

  get text(): string {
    return this.trial?.text ?? this.given?.text ?? '';
  }

  get onTrial(): boolean {
    return (
      this.change.edits.length > 0 || Object.keys(this.change.overrides).length > 0 || this.preview !== null
    );
  }

  /** The failure whose curve is drawn, while it is of what is shown. */
  get failed(): Failure | null {
    if (!this.failures || this.failures.text !== this.text || this.preview) return null;
    return this.failures.list.find((f) => f.id === this.failing) ?? null;
  }

  /** Play all failures at a moment of the timetable, or each at its own worst one. */
  playFailures(at: number | null) {
    this.fails.ask({ at });
  }

  private async runFailures(at: number | null) {
    if (!this.given) return;
    this.tryingFailures = true;
    this.noFailures = '';
    const text = this.text;
    try {
      const list = await ask<Failure[]>(
        client.POST('/api/failures', {
          body: {
            text,
            edits: [],
            overrides: { ...this.given.overrides, ...this.change.overrides },
            chemistry: this.given.chemistry,
            at_min: at,
            kinds: [],
          },
        }),
      );
      this.failures = { text, at, list };
      if (!list.length) this.noFailures = 'Nothing is fed, cooled or warmed at this moment that could fail.';
      if (!list.some((f) => f.id === this.failing)) this.failing = list[0]?.id ?? null;
    } catch (e) {
      this.failures = null;
      this.noFailures = (e as Error).message;
    }
    this.tryingFailures = false;
  }

  /** Changes found for the revision as written, singles and pairs. */
  proposed = $state.raw<Proposed | null>(null);
  searching = $state.raw<Looked | null>(null);
  noSearch = $state('');
  private stop: AbortController | null = null;

  /** Whether there is a curve in which a change could be searched. */
  get canSearch(): boolean {
    const a = this.given?.assessment;
    return !!a && !a.referred && a.strip.t_min.length > 0;
  }

  async search() {
    if (!this.given) return;
    this.stop?.abort();
    const stop = (this.stop = new AbortController());
    this.noSearch = '';
    this.searching = { done: 0, of: 1, what: 'beginning' };
    const { text, overrides, chemistry } = this.given;
    try {
      for await (const x of lines<Looked & { found: Proposed | null }>(
        '/api/proposals',
        { text, edits: [], overrides, chemistry },
        stop.signal,
      )) {
        if (x.found) this.proposed = x.found;
        else this.searching = x;
      }
      if (stop.signal.aborted) this.noSearch = 'The search was cancelled.';
    } catch (e) {
      this.noSearch = (e as Error).message;
    }
    if (this.stop === stop) this.searching = null;
  }

  stopSearch() {
    this.stop?.abort();
    this.searching = null;
    this.noSearch = 'The search was cancelled.';
  }

  leaveSearch() {
    this.stop?.abort();
    this.proposed = null;
    this.searching = null;
    this.noSearch = '';
  }

  /** The figures over the uncertain inputs, for the text they were drawn for. */
  private drawn = $state.raw<{ text: string; spread: Spread } | null>(null);
  seed = $state('1');
  drawing = $state(false);
  noSpread = $state('');

  get spread(): Spread | null {
    return this.drawn && this.drawn.text === this.text && !this.preview ? this.drawn.spread : null;
  }

  async draw() {
    if (!this.given) return;
    const seed = Number(this.seed);
    if (!this.seed.trim() || !Number.isInteger(seed) || seed < 0) {
      this.noSpread = `“${this.seed}” is no seed; a whole number from 0 on was expected.`;
      return;
    }
    this.drawing = true;
    this.noSpread = '';
    const text = this.text;
    try {
      const spread = await ask<Spread>(
        client.POST('/api/uncertainty', {
          body: {
            text,
            edits: [],
            overrides: { ...this.given.overrides, ...this.change.overrides },
            chemistry: this.given.chemistry,
            seed,
            members: 1000,
          },
        }),
      );
      this.drawn = { text, spread };
    } catch (e) {
      this.noSpread = (e as Error).message;
    }
    this.drawing = false;
  }

  leaveSpread() {
    this.drawn = null;
    this.noSpread = '';
  }

  leaveFailures() {
    this.failures = null;
    this.failing = null;
    this.noFailures = '';
  }

  protected get draftName() {
    return `desk-${this.id}`;
  }

  protected clear() {
    this.trial = null;
    this.preview = null;
    this.change = NOTHING;
    this.past = [];
    this.leaveFailures();
    this.leaveSearch();
    this.leaveSpread();
  }

  protected resume() {
    const draft = kept<Draft>(this.draftName);
    if (!draft || !this.given) return;
    if (draft.number !== this.given.number) {
      this.message = `A trial on revision ${draft.number} was kept; this is revision ${this.given.number} now. Compare before trying it again.`;
      forget(this.draftName);
    } else if (draft.edits.length || Object.keys(draft.overrides).length) this.set(draft);
  }

  /** The figures alone, while a handle moves. */
  pull(sets: Record<string, number>) {
    this.drag.ask({ sets });
  }

  private async runPreview(sets: Record<string, number>) {
    if (!this.given) return;
    try {
      const found = await ask<Assessment>(
        client.POST('/api/preview', {
          body: {
            text: this.text,
            edits: [],
            overrides: { ...this.given.overrides, ...this.change.overrides },
            chemistry: this.given.chemistry,
            sets,
          },
        }),
      );
      this.preview = found;
    } catch (e) {
      this.fail(e);
    }
  }

  /** Words of the shown text changed: a trial, kept beside the original. */
  tryWords(start: number, end: number, words: string, label: string) {
    const from = this.original(start);
    const to = this.original(end, start);
    if (from === null || to === null) return;
    this.tryChange({
      ...this.change,
      edits: withEdit(this.change.edits, { start: from, end: to, text: words }),
      label,
    });
  }

  /** Place in the revision's text of a place in the shown text; inside a change, that change's own end. */
  private original(place: number, start?: number): number | null {
    const found = before(this.change.edits, place);
    if (found !== null) return found;
    let shift = 0;
    for (const e of this.change.edits) {
      const at = e.start + shift;
      const length = points(e.text).length;
      if (place >= at && place <= at + length) return start === undefined ? e.start : e.end;
      shift += length - (e.end - e.start);
    }
    return null;
  }

  tryEdits(edits: TextEdit[], label: string) {
    this.tryChange({ edits, overrides: this.change.overrides, label });
  }

  replace(path: string, value: number) {
    this.tryChange({
      ...this.change,
      overrides: { ...this.change.overrides, [path]: value },
      label: `assumption ${path.replace('assumptions.', '')}`,
    });
  }

  private tryChange(change: Change) {
    this.past = [...this.past, this.change];
    this.set(change);
  }

  private set(change: Change) {
    this.change = change;
    this.drag.drop();
    if (this.given) keep(this.draftName, { ...change, number: this.given.number });
    this.full.ask(change);
  }

  private async runTrial(change: Change) {
    if (!this.given) return;
    if (!change.edits.length && !Object.keys(change.overrides).length) {
      this.trial = null;
      this.preview = null;
      forget(this.draftName);
      return;
    }
    const found = await this.assessed({ ...change, chemistry: this.given.chemistry });
    if (!found) return;
    this.trial = found;
    this.preview = null;
  }

  /** A whole new text in place of the revision's: what was typed is kept in this browser until it stands. */
  async rewrite(text: string): Promise<boolean> {
    return this.revise({ text, overrides: {}, why: 'text edited' }, true);
  }

  undo() {
    const last = this.past.at(-1);
    if (last === undefined) return;
    this.past = this.past.slice(0, -1);
    this.set(last);
  }

  putBack() {
    this.tryChange(NOTHING);
  }

  async adopt(): Promise<void> {
    if (!this.onTrial) return;
    const { edits, overrides, label } = this.change;
    await this.revise({ edits, overrides, why: label });
  }
}
