import {
  ask,
  client,
  Refused,
  type Assessed,
  type Chemistry,
  type ProcedureOut,
  type TextEdit,
} from '../api/client';
import { forget } from './drafts';
import { session } from './session.svelte';

/** The newest revision of a procedure. */
export const newest = (id: number) =>
  ask<ProcedureOut>(client.GET('/api/procedures/{procedure_id}', { params: { path: { procedure_id: id } } }));

/** What a new revision is made of, beside the number it is based on. */
export interface Revision {
  text?: string;
  edits?: TextEdit[];
  overrides: Record<string, number>;
  chemistry?: Chemistry[];
  why: string;
}

/** A screen on one revision: the revision as it stands, and how a trial on it becomes the next. */
export abstract class RevisionState {
  given = $state.raw<ProcedureOut | null>(null);
  message = $state('');
  computing = $state(false);

  constructor(readonly id: number) {}

  /** Name under which this screen's trial is kept in the browser. */
  protected abstract get draftName(): string;
  /** Forget the trial on the screen. */
  protected abstract clear(): void;
  /** Take up a trial that was kept. */
  protected abstract resume(): Promise<void> | void;

  protected fail(e: unknown) {
    this.message = session.said(e);
  }

  async load() {
    try {
      this.given = await newest(this.id);
      await this.resume();
    } catch (e) {
      this.fail(e);
    }
  }

  /** The full assessment of the revision with changes on trial; null where it was refused, and says why. */
  protected async assessed(change: {
    edits: TextEdit[];
    overrides: Record<string, number>;
    chemistry: Chemistry[];
  }): Promise<Assessed | null> {
    if (!this.given) return null;
    this.computing = true;
    try {
      const found = await ask<Assessed>(
        client.POST('/api/assess', {
          body: {
            text: this.given.text,
            edits: change.edits,
            overrides: { ...this.given.overrides, ...change.overrides },
            chemistry: change.chemistry,
          },
        }),
      );
      this.message = '';
      return found;
    } catch (e) {
      this.fail(e);
      return null;
    } finally {
      this.computing = false;
    }
  }

  /**
   * Make the next revision. Where someone else was quicker both are on the server: the newest is
   * shown with the reason; `keepTyped` leaves what was typed alone.
   */
  protected async revise(body: Revision, keepTyped = false): Promise<boolean> {
    if (!this.given) return false;
    this.computing = true;
    try {
      this.given = await ask<ProcedureOut>(
        client.POST('/api/procedures/{procedure_id}/revisions', {
          params: { path: { procedure_id: this.id } },
          body: { base: this.given.number, ...body },
        }),
      );
      this.clear();
      this.message = `Revision ${this.given.number} stands.`;
      forget(this.draftName);
      return true;
    } catch (e) {
      this.fail(e);
      if (e instanceof Refused && e.status === 409 && !keepTyped) {
        const said = this.message;
        forget(this.draftName);
        this.clear();
        await this.load();
        this.message = said;
      }
      return false;
    } finally {
      this.computing = false;
    }
  }
}
