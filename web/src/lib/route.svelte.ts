/** The address as state: /, /intake, /desk/3, /decision/3. */
class Route {
  path = $state(location.pathname);

  constructor() {
    addEventListener('popstate', () => (this.path = location.pathname));
  }

  go(path: string) {
    if (path === this.path) return;
    history.pushState(null, '', path);
    this.path = path;
  }

  get parts(): string[] {
    return this.path.split('/').filter(Boolean);
  }
}

export const route = new Route();

/** Click handler of an inner link: keeps modified clicks to the browser. */
export function inner(event: MouseEvent) {
  if (event.metaKey || event.ctrlKey || event.shiftKey || event.button !== 0) return;
  event.preventDefault();
  route.go((event.currentTarget as HTMLAnchorElement).pathname);
}
