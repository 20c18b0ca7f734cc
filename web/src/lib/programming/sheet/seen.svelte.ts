/** What of a radio's description was seen on the radio itself: steps that were done and found as drawn. */
import { get, type Schemas } from '../../api';

/** A claim as it is told: without the mark that says which description it is of, its screen in words. */
export const told = (claim: string): string =>
  claim
    .replace(/ #\w+$/, '')
    .replace(/^(vfo|memory)\w*: /, '')
    .replace(/^\w+(?=: )/, (screen) => screen.replaceAll('_', ' '));

export class Seen {
  #seen = $state.raw<Set<string> | null>(null);

  async load(radio: number): Promise<void> {
    try {
      this.#seen = new Set((await get<Schemas['SeenOnRadioShape']>(`/radios/${radio}/seen`)).seen);
    } catch {
      this.#seen = null; // a sheet is followed as well without it
    }
  }

  /** What was seen before, and by the steps ticked on this sheet. */
  #now(claims: string[][], ticked: Set<number>): Set<string> {
    return new Set([...(this.#seen ?? []), ...claims.flatMap((own, step) => (ticked.has(step) ? own : []))]);
  }

  /** How many things a sheet rests on, and how many of them were seen; null where that is not known. */
  of(claims: string[][], ticked: Set<number>): { all: number; seen: number } | null {
    const all = new Set(claims.flat());
    if (!this.#seen || !all.size) return null;
    const now = this.#now(claims, ticked);
    return { all: all.size, seen: [...all].filter((c) => now.has(c)).length };
  }

  /** What of a page's steps was never seen, on a radio of which much else was. */
  fresh(claims: string[][], page: number[], ticked: Set<number>): string[] {
    const whole = this.of(claims, ticked);
    if (!whole || whole.seen * 2 < whole.all) return [];
    const before = this.#now(claims, ticked);
    return [...new Set(page.flatMap((step) => claims[step] ?? []))].filter((c) => !before.has(c)).map(told);
  }
}
