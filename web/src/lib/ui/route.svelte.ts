/** Where we are: the shelf at `/`, a bench at `/sheet/ID`. */
class Route {
  #path = $state(location.pathname);

  constructor() {
    addEventListener('popstate', () => (this.#path = location.pathname));
  }

  /** The id of the sheet on the bench, if one is open. */
  get sheet(): string | null {
    return /^\/sheet\/([0-9a-z]+)$/.exec(this.#path)?.[1] ?? null;
  }

  go(path: string): void {
    history.pushState(null, '', path);
    this.#path = path;
  }
}

export const route = new Route();
