/**
 * What was ticked or stamped on this device and waits for the server.
 *
 * Each piece has a key of its own in the page's local storage: pages beside each other do not overwrite
 * one another's, and it is written before the page goes on.  Cached sheets live elsewhere (see sheets.ts)
 * and never take its room.
 */
const PREFIX = 'vocator.waiting.';

export class Waiting<T extends { id: string }> {
  readonly #prefix: string;

  /** `before` names the one list in which an earlier version kept them all. */
  constructor(kind: string, before: string) {
    this.#prefix = `${PREFIX}${kind}.`;
    try {
      const old = localStorage.getItem(before);
      if (old !== null && this.put(JSON.parse(old) as T[])) localStorage.removeItem(before);
    } catch {
      // storage is forbidden: what waits then lasts as long as the page
    }
  }

  /** Everything that waits, of all pages of this browser, in the order of `key`. */
  all(key: (one: T) => string): T[] {
    const names = this.#names().filter((name) => name.startsWith(this.#prefix));
    const found = names.flatMap((name): T[] => {
      try {
        return [JSON.parse(localStorage.getItem(name)!) as T];
      } catch {
        return []; // spoiled by something else; the others wait on
      }
    });
    return found.sort((a, b) => (key(a) < key(b) ? -1 : key(a) > key(b) ? 1 : 0));
  }

  #names(): string[] {
    try {
      return Object.keys(localStorage);
    } catch {
      return [];
    }
  }

  /** Keep pieces; false where this device has no room for all of them. */
  put(given: T[]): boolean {
    try {
      for (const one of given) localStorage.setItem(this.#prefix + one.id, JSON.stringify(one));
      if (given.length) void navigator.storage?.persist?.().catch(() => false);
      return true;
    } catch {
      return false;
    }
  }

  /** Forget pieces that arrived, unless a later form of one was kept meanwhile. */
  drop(arrived: T[]): void {
    for (const one of arrived) {
      try {
        if (localStorage.getItem(this.#prefix + one.id) === JSON.stringify(one)) localStorage.removeItem(this.#prefix + one.id);
      } catch {
        // sent again later, which is harmless
      }
    }
  }
}

export const NO_ROOM = 'This device has no room left to keep what you do here: leave this page open until it is sent, or free some room.';
