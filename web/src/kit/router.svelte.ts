/** Places of a field kit, behind the # of the address: a plain file server knows one page only. */
const now = (): string => decodeURI(window.location.hash.slice(1)) || '/';

class Route {
  #path = $state(now());

  constructor() {
    window.addEventListener('hashchange', () => (this.#path = now()));
  }

  get pathname(): string {
    return this.#path.split('?')[0]!;
  }

  get params(): Record<string, string> {
    const [, place, id] = this.pathname.split('/');
    return place === 'sheet' || place === 'radios' ? { id: id ?? '' } : {};
  }
}

export const route = new Route();

/** Go to a place of the kit. */
export function navigate(path: string): void {
  window.location.hash = path;
}
