/** Light or dark, kept in this browser; the system's wish at first. */
class Theme {
  dark = $state(
    (localStorage.getItem('northsquall-theme') ??
      (globalThis.matchMedia?.('(prefers-color-scheme: dark)').matches ? 'dark' : 'light')) === 'dark',
  );

  apply() {
    document.documentElement.dataset['theme'] = this.dark ? 'nightwatch' : 'daylight';
  }

  toggle() {
    this.dark = !this.dark;
    localStorage.setItem('northsquall-theme', this.dark ? 'dark' : 'light');
    this.apply();
  }
}

export const theme = new Theme();
