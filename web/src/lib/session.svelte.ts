import { ask, client, Refused, setToken, type Session } from '../api/client';

/** Who is signed in; `ended` when a call found the session gone. */
class SessionState {
  known = $state(false);
  person = $state<Session['person']>(null);
  laboratory = $state('');
  ended = $state(false);

  private take(s: Session) {
    setToken(s.token);
    this.person = s.person;
    this.laboratory = s.laboratory;
    this.known = true;
  }

  async load() {
    this.take(await ask<Session>(client.GET('/api/session')));
  }

  async signIn(username: string, password: string) {
    const post = () => ask<Session>(client.POST('/api/session', { body: { username, password } }));
    try {
      this.take(await post());
    } catch (e) {
      if (!(e instanceof Refused && e.status === 403)) throw e;
      await this.load(); // two calls that found the session gone at once each fetched a token; ours was not of the last cookie
      this.take(await post());
    }
    this.ended = false;
  }

  async signOut() {
    this.take(await ask<Session>(client.DELETE('/api/session')));
  }

  /** A call found the session gone: back to signing in, with a fresh token; drafts stay in the browser. */
  lost() {
    this.ended = true;
    this.person = null;
    void this.load();
  }

  /** The sentence of a refusal; where the session is gone, back to signing in. */
  said(e: unknown): string {
    if (e instanceof Refused && e.status === 401) this.lost();
    return (e as Error).message;
  }

  has(role: string): boolean {
    return this.person?.roles.includes(role) ?? false;
  }
}

export const session = new SessionState();
