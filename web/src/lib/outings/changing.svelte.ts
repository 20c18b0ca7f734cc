/** Two people change the same outing: what does not collide goes together, the rest stands side by side for one to choose. */
import type { Outing } from './marks';

export type Both = { field: string; theirs: unknown; mine: unknown };
export type Item = { id: string; name: string };
export type Part = 'channels' | 'people' | 'posts';

export const same = (a: unknown, b: unknown): boolean => JSON.stringify(a) === JSON.stringify(b);

export const copy = <T>(value: T): T => JSON.parse(JSON.stringify(value)) as T;

/** Bring what somebody else changed since `base` into `mine`; `both` is what the two changed differently. */
export function together<T extends object>(base: T, theirs: T, mine: T): { merged: T; both: Both[] } {
  const merged = { ...mine };
  const both: Both[] = [];
  for (const field of Object.keys(mine) as (keyof T & string)[]) {
    if (same(theirs[field], base[field]) || same(theirs[field], mine[field])) continue;
    if (same(mine[field], base[field])) merged[field] = theirs[field];
    else both.push({ field, theirs: theirs[field], mine: mine[field] });
  }
  return { merged, both };
}

/** One change in a form: what stood there when it was begun, and what is still to be chosen. */
export class Changing {
  both = $state.raw<Both[]>([]);
  #base: Outing | null = null;

  begin(outing: Outing): void {
    this.#base = copy(outing);
    this.both = [];
  }

  /** Take in what happened to an item meanwhile; false where something is to be chosen first. */
  joined<T extends Item>(part: Part, mine: T, now: Outing): boolean {
    const begun = (this.#base?.[part] as Item[] | undefined)?.find((i) => i.id === mine.id) as T | undefined;
    const theirs = (now[part] as Item[]).find((i) => i.id === mine.id) as T | undefined;
    if (!mine.id || !begun) return true;
    if (!theirs) {
      this.both = [{ field: 'out', theirs: 'taken out', mine: mine.name }];
      return false;
    }
    return this.#taken(mine, together(begun, theirs, mine));
  }

  /** The same for what stands in the outing itself. */
  joinedPlain<T extends Partial<Outing>>(mine: T, now: Outing): boolean {
    if (!this.#base) return true;
    const of = (o: Outing): T => Object.fromEntries(Object.keys(mine).map((f) => [f, o[f as keyof Outing]])) as T;
    return this.#taken(mine, together(of(this.#base), of(now), mine));
  }

  #taken<T extends object>(mine: T, found: { merged: T; both: Both[] }): boolean {
    this.both = found.both;
    if (!found.both.length) Object.assign(mine, found.merged);
    return !found.both.length;
  }

  /** Choose for one field; what somebody else wrote counts as seen then. */
  pick(one: Both, theirs: boolean, mine: object, part: Part | null): void {
    this.both = this.both.filter((b) => b !== one);
    const id = (mine as Item).id;
    if (theirs && one.field !== 'out') Object.assign(mine, { [one.field]: one.theirs });
    if (!this.#base) return;
    if (one.field === 'out') (this.#base[part!] as Item[]) = (this.#base[part!] as Item[]).filter((i) => i.id !== id);
    else Object.assign(part ? (this.#base[part] as Item[]).find((i) => i.id === id)! : this.#base, { [one.field]: one.theirs });
  }
}
