/** An outing changed with no server: kept on this device, brought together with what others did when the server is back. */
import { answersHere, get, put, Refused, type Board } from '../api';
import { keep, recall } from '../keeping/keep';
import { copy, same, together, type Both, type Item, type Part } from './changing.svelte';
import { idOf, plainOf, type Outing } from './marks';

const PARTS: Part[] = ['channels', 'people', 'posts'];
const ONE: Record<Part, string> = { channels: 'channel', people: 'person', posts: 'post' };

/** What two changed differently, and of which thing; `part` is null for the outing itself. */
export type Apart = Both & { part: Part | null; id: string; of: string };
export type Told = { part: Part | null; id: string; words: string };
type Unsent = { id: number; base: Outing; mine: Outing };

const by = (items: Item[], id: string): Item | undefined => items.find((i) => i.id === id);

function joinItems(part: Part, base: Item[], theirs: Item[], mine: Item[]): { items: Item[]; apart: Apart[] } {
  const apart: Apart[] = [];
  const items: Item[] = [];
  const out = (item: Item, their: unknown, my: unknown): void => void apart.push({ part, id: item.id, of: item.name, field: 'out', theirs: their, mine: my });
  for (const their of theirs) {
    const [before, my] = [by(base, their.id), by(mine, their.id)];
    if (!before) items.push(their);
    else if (my) {
      const { merged, both } = together(before, their, my);
      items.push(merged);
      apart.push(...both.map((b) => ({ ...b, part, id: my.id, of: their.name })));
    } else if (!same(before, their)) {
      items.push(their);
      out(their, 'changed', 'taken out');
    }
  }
  for (const my of mine) {
    const before = by(base, my.id);
    if (!before) items.push(by(items, my.id) ? { ...my, id: idOf(my.name, items.map((i) => i.id)) } : my);
    else if (!by(theirs, my.id) && !same(before, my)) {
      items.push(my);
      out(my, 'taken out', 'changed');
    }
  }
  return { items, apart };
}

/** Bring a whole outing together with what others made of it since `base`; what collides stands as one's own until it is chosen. */
export function joinOutings(base: Outing, theirs: Outing, mine: Outing): { merged: Outing; apart: Apart[] } {
  const plain = together(plainOf(base), plainOf(theirs), plainOf(mine));
  const apart: Apart[] = plain.both.map((b) => ({ ...b, part: null, id: '', of: 'the outing' }));
  const merged: Outing = { ...copy(theirs), ...plain.merged };
  for (const part of PARTS) {
    const found = joinItems(part, base[part], theirs[part], mine[part]);
    (merged[part] as Item[]) = found.items;
    apart.push(...found.apart);
  }
  merged.region = theirs.region === base.region ? mine.region : theirs.region;
  merged.accepted = [...theirs.accepted.filter((k) => !base.accepted.includes(k) || mine.accepted.includes(k)), ...mine.accepted.filter((k) => !base.accepted.includes(k) && !theirs.accepted.includes(k))];
  return { merged, apart };
}

/** Say what was changed, thing by thing. */
export function changesIn(base: Outing, mine: Outing): Told[] {
  const told: Told[] = [];
  for (const part of PARTS) {
    const [was, is] = [base[part] as Item[], mine[part] as Item[]];
    for (const item of is) if (!same(by(was, item.id), item)) told.push({ part, id: item.id, words: `${ONE[part]} ${item.name}, ${by(was, item.id) ? 'changed' : 'added'}` });
    for (const item of was) if (!by(is, item.id)) told.push({ part, id: '', words: `${ONE[part]} ${item.name}, taken out` });
  }
  if (!same(plainOf(base), plainOf(mine))) told.unshift({ part: null, id: '', words: 'name, days or net' });
  return told;
}

/** What of an outing the server has not been told yet. */
export class UnsentOuting {
  #kept = $state.raw<Unsent | null>(recall<Unsent | null>('outing.unsent', null));
  apart = $state.raw<Apart[]>([]);
  told = $derived(this.#kept ? changesIn(this.#kept.base, this.#kept.mine) : []);

  #keep(next: Unsent | null): void {
    this.#kept = next;
    keep('outing.unsent', next);
  }

  /** Keep a change that did not reach the server. */
  hold(board: Board, next: Outing): void {
    const base = this.#kept?.id === board.id ? this.#kept.base : (copy(board.outing) as unknown as Outing);
    this.#keep(same(base, next) ? null : { id: board.id, base, mine: copy(next) });
  }

  /** A board as it is known, with what was changed here in it. */
  shown<T extends Board | null>(board: T): T {
    return board && this.#kept?.id === board.id ? ({ ...board, outing: this.#kept.mine } as unknown as T) : board;
  }

  /** Tell the server, together with what others changed; the board as it answers, or as it stands while something is to be chosen or nobody answers. */
  async tell(fresh: Board): Promise<Board> {
    const kept = this.#kept;
    if (kept?.id !== fresh.id) return fresh;
    if (answersHere()) {
      // this device has what was changed here in its board, or takes it as it stands; the server is still to be told
      if (same(kept.mine, fresh.outing)) return fresh;
      return put<Board>(`/outings/${fresh.id}`, { version: fresh.version, outing: kept.mine }).catch(() => this.shown(fresh));
    }
    const { merged, apart } = joinOutings(kept.base, fresh.outing as unknown as Outing, kept.mine);
    this.apart = apart;
    if (apart.length) return this.shown(fresh);
    try {
      const board = await put<Board>(`/outings/${fresh.id}`, { version: fresh.version, outing: merged });
      if (!answersHere()) this.#keep(null); // else the server went meanwhile, and is still to be told
      return board;
    } catch (error) {
      if (error instanceof Refused && (error.passing || error.problem.type === 'urn:vocator:clash')) return this.shown(fresh); // asked again by and by
      throw error;
    }
  }

  /** Tell of another outing than the one that is shown; its board where something is to be chosen first. */
  async tellOther(shown: number): Promise<Board | null> {
    const id = this.#kept?.id;
    if (id === undefined || id === shown || answersHere()) return null;
    const board = await get<Board>(`/outings/${id}`).then((fresh) => this.tell(fresh)).catch(() => null);
    return this.apart.length ? board : null;
  }

  /** Choose for one field; what the others wrote counts as seen then. */
  pick(one: Apart, theirs: boolean, fresh: Board): void {
    const kept = copy(this.#kept)!;
    const now = fresh.outing as unknown as Outing;
    if (one.part === null) {
      Object.assign(kept.base, { [one.field]: one.theirs });
      if (theirs) Object.assign(kept.mine, { [one.field]: one.theirs });
    } else {
      const [base, mine, their] = [kept.base[one.part] as Item[], kept.mine[one.part] as Item[], by(now[one.part], one.id)];
      const set = (items: Item[], item: Item | undefined): Item[] => [...items.filter((i) => i.id !== one.id), ...(item ? [copy(item)] : [])];
      if (one.field === 'out') {
        (kept.base[one.part] as Item[]) = set(base, their);
        if (theirs) (kept.mine[one.part] as Item[]) = set(mine, their);
      } else {
        Object.assign(by(base, one.id)!, { [one.field]: one.theirs });
        if (theirs) Object.assign(by(mine, one.id)!, { [one.field]: one.theirs });
      }
    }
    this.#keep(kept);
    this.apart = this.apart.filter((a) => a !== one);
  }

  /** Let go of what was changed here. */
  drop(): void {
    this.#keep(null);
    this.apart = [];
  }
}
