import {
  ask,
  client,
  type Assessment,
  type Chemistry,
  type ElementLine,
  type GasFailure,
  type GasLine,
  type TrainElement,
} from '../../api/client';
import { Latest } from '../../lib/latest';
import { ChemistryState } from '../chemistry/chemistry.svelte';

/** A gas line's elements as a reviewer puts them, from those that stand. */
export const asPut = (line: GasLine): TrainElement[] => line.elements.map((e) => ({ ...e.as_put }));

/** The change that puts these elements in the place of a vessel's line. */
export function lineChange(of: string, line: TrainElement[], why: string): Chemistry {
  return { what: 'line', family: 'gas line', vessel: of, line, why, by: 'reviewer' } as Chemistry;
}

/** Another order, another size: a new list, the old one untouched. */
export function moved(line: TrainElement[], from: number, to: number): TrainElement[] {
  if (to < 0 || to >= line.length || from === to) return line;
  const out = [...line];
  const [taken] = out.splice(from, 1);
  out.splice(to, 0, taken!);
  return out;
}

/** A name for a new vessel that none of the line has. */
export function freeName(line: TrainElement[], word: string): string {
  let n = 1;
  while (line.some((e) => e.name === (n === 1 ? word : `${word} ${n}`))) n++;
  return n === 1 ? word : `${word} ${n}`;
}

/** What an element of a kind begins as. */
export function fresh(kind: TrainElement['element'], line: TrainElement[]): TrainElement {
  const plain = { name: '', of: null, lots: [], by: 'reviewer' as const };
  if (kind === 'trap') return { ...plain, element: 'trap', volume_mL: 500 } as TrainElement;
  if (kind === 'absorber')
    return {
      ...plain,
      element: 'absorber',
      name: freeName(line, 'absorber added'),
      reagent: 'sodium hydroxide',
      percent_w: 10,
      liquid_mL: 250,
      volume_mL: 500,
      above: true,
      dip_cm: 0,
    } as TrainElement;
  return { ...plain, element: kind } as TrainElement;
}

/** Volume that an element is drawn by, mL. */
export function sizeOf(e: ElementLine): number {
  const named = e.volume_mL ?? null;
  if (named) return named;
  if (e.liquid_mL) return e.liquid_mL * 1.6;
  return e.element === 'trap' ? 250 : 120;
}

/** The Gas train screen: the lines of a revision, changes to them on trial, and failures at a minute. */
export class TrainState extends ChemistryState {
  dragged = $state.raw<Assessment | null>(null);
  failures = $state.raw<GasFailure[]>([]);
  private latest = new Latest<Chemistry[]>((changes) => this.ask(changes));
  private failing = new Latest<{ of: string; at: number }>((v) => this.askFailures(v.of, v.at));

  override get shown(): Assessment | null {
    return this.dragged ?? super.shown;
  }

  /** What the handle stands for while it moves; an answer to anything else is late. */
  private wanted: Chemistry[] | null = null;

  /** Show a line while a handle moves. */
  preview(of: string, line: TrainElement[]) {
    this.wanted = [...this.others(of), lineChange(of, line, 'level moved')];
    this.latest.ask(this.wanted);
  }

  /** Put a line to the trial. */
  async putLine(of: string, line: TrainElement[], why: string) {
    this.latest.drop();
    this.wanted = null;
    await this.put([...this.others(of), lineChange(of, line, why)]);
    this.dragged = null;
  }

  private others(of: string) {
    return this.changes.filter((c) => !(c.what === 'line' && c.vessel === of));
  }

  private async ask(changes: Chemistry[]) {
    if (!this.given) return;
    try {
      const found = await ask<Assessment>(
        client.POST('/api/preview', {
          body: {
            text: this.given.text,
            edits: [],
            overrides: this.given.overrides,
            chemistry: changes,
            sets: {},
          },
        }),
      );
      if (this.wanted) this.dragged = found;
    } catch (e) {
      this.fail(e);
    }
  }

  /** Ask what each failure at a minute would do; an answer to an earlier minute never follows a later one. */
  fails(of: string, at: number) {
    this.failing.ask({ of, at });
  }

  private async askFailures(of: string, at: number) {
    if (!this.given) return;
    try {
      this.failures = await ask<GasFailure[]>(
        client.POST('/api/gas-failures', {
          body: {
            text: this.given.text,
            edits: [],
            overrides: this.given.overrides,
            chemistry: this.changes,
            sets: {},
            of,
            at_min: at,
            kinds: [],
          },
        }),
      );
    } catch (e) {
      this.fail(e);
    }
  }
}
