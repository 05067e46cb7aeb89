/** What was typed, kept in this browser until it is handed in. */
const PREFIX = 'northsquall-draft-';

export function keep(name: string, value: unknown) {
  try {
    localStorage.setItem(PREFIX + name, JSON.stringify(value));
  } catch {
    // storage full or forbidden: the page still holds the text
  }
}

export function kept<T>(name: string): T | null {
  try {
    const found = localStorage.getItem(PREFIX + name);
    return found === null ? null : (JSON.parse(found) as T);
  } catch {
    return null;
  }
}

export const forget = (name: string) => localStorage.removeItem(PREFIX + name);
