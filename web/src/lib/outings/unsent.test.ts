import { beforeEach, describe, expect, it, vi } from 'vitest';
import { carryBy, type Board } from '../api';
import type { Channel, Outing, Person } from './marks';
import { changesIn, joinOutings, UnsentOuting } from './unsent.svelte';

const ada: Person = { id: 'ada', name: 'Ada', tactical: 'Ridge', model: 'oriel-wick', firmware: '', post: '', may_send_on: ['2 m'], shows_practice: false };
const line = (id: string, text: string): Channel => ({ id, name: id.toUpperCase(), line: text, role: 'back-up', at: null, off_air: false, note: '' });
const walk = (parts: Partial<Outing> = {}): Outing => ({ name: 'Walk', place: '', first_day: '', last_day: '', region: 'r2', net_control: '', check_in: '', channels: [line('a', '146.52'), line('b', '147.33 +')], posts: [], people: [ada], accepted: [], ...parts });
const board = (outing: Outing, version = 1): Board => ({ id: 7, version, outing }) as unknown as Board;

/** Every outing that one of some changes makes of another. */
const CHANGES: ((o: Outing) => Outing)[] = [
  (o) => o,
  (o) => ({ ...o, name: 'Long walk' }),
  (o) => ({ ...o, channels: o.channels.filter((c) => c.id !== 'b') }),
  (o) => ({ ...o, channels: [...o.channels, line('c', '446.0')] }),
  (o) => ({ ...o, channels: o.channels.map((c) => (c.id === 'b' ? { ...c, note: 'closed' } : c)) }),
  (o) => ({ ...o, people: [{ ...ada, tactical: 'Hut' }] }),
  (o) => ({ ...o, accepted: [...o.accepted, 'x'] }),
];

describe('an outing changed in two places', () => {
  it('ends alike whoever is told first, where nothing collides, and loses nothing of either', () => {
    for (const [n, mine] of CHANGES.entries())
      for (const [m, theirs] of CHANGES.entries()) {
        const base = walk();
        const [here, there] = [joinOutings(base, theirs(base), mine(base)), joinOutings(base, mine(base), theirs(base))];
        const collide = new Set([n, m]).size === 2 && [n, m].every((k) => k === 2 || k === 4); // taken out, and changed
        expect(here.apart.length).toBe(collide ? 1 : 0);
        if (collide) expect(here.apart[0]!.field).toBe('out');
        else if (n !== 3 || m !== 3) expect(sorted(here.merged)).toEqual(sorted(there.merged));
        if (n === m && n !== 3) expect(here.merged).toEqual(mine(base));
        if (n === 0) expect(here.merged).toEqual(theirs(base));
      }
    const both = joinOutings(walk(), CHANGES[3]!(walk()), walk({ channels: [...walk().channels, line('c', '440.1')] })).merged.channels;
    expect(both.map((c) => [c.id, c.line])).toEqual([['a', '146.52'], ['b', '147.33 +'], ['c', '446.0'], ['c-2', '440.1']]);
  });
});

const sorted = (o: Outing): Outing => ({ ...o, channels: [...o.channels].sort((a, b) => a.id.localeCompare(b.id)) });

describe('what the server has not been told', () => {
  beforeEach(() => localStorage.clear());
  const answers = (status: number, body: unknown): void => void vi.stubGlobal('fetch', vi.fn(async () => new Response(JSON.stringify(body), { status })));

  it('stands on the board, outlasts the page, says what it is, and is told once', async () => {
    const first = new UnsentOuting();
    first.hold(board(walk()), CHANGES[5]!(walk()));
    first.hold(board(CHANGES[5]!(walk())), CHANGES[3]!(CHANGES[5]!(walk())));
    const unsent = new UnsentOuting();
    expect(unsent.told.map((t) => t.words)).toEqual(['channel C, added', 'person Ada, changed']);
    expect((unsent.shown(board(walk())).outing as unknown as Outing).people[0]!.tactical).toBe('Hut');
    answers(503, { title: 'away' });
    expect((await unsent.tell(board(walk(), 4))).version).toBe(4);
    expect(unsent.told).toHaveLength(2);
    answers(200, board(walk({ name: 'told' }), 5));
    expect((await unsent.tell(board(CHANGES[1]!(walk()), 4))).version).toBe(5);
    const sent = JSON.parse((vi.mocked(fetch).mock.calls[0]![1] as RequestInit).body as string) as { version: number; outing: Outing };
    expect([sent.version, sent.outing.name, sent.outing.people[0]!.tactical, sent.outing.channels.length]).toEqual([4, 'Long walk', 'Hut', 3]);
    expect([unsent.told, new UnsentOuting().told]).toEqual([[], []]);
  });

  it('asks where the same was changed differently, and does as is chosen', async () => {
    for (const theirs of [true, false]) {
      localStorage.clear();
      const unsent = new UnsentOuting();
      unsent.hold(board(walk()), walk({ people: [{ ...ada, tactical: 'Ford' }], channels: [line('a', '146.52')] }));
      const now = board(walk({ people: [{ ...ada, tactical: 'Hut' }], channels: [line('a', '146.52'), { ...line('b', '147.33 +'), note: 'closed' }] }), 2);
      answers(200, board(walk(), 3));
      await unsent.tell(now);
      expect(unsent.apart.map((a) => [a.of, a.field])).toEqual([['B', 'out'], ['Ada', 'tactical']]);
      for (const one of [...unsent.apart]) unsent.pick(one, theirs, now);
      await unsent.tell(now);
      expect(unsent.told).toEqual([]);
      if (theirs) continue;
      const sent = (JSON.parse((vi.mocked(fetch).mock.calls.at(-1)![1] as RequestInit).body as string) as { outing: Outing }).outing;
      expect([sent.people[0]!.tactical, sent.channels.map((c) => c.id)]).toEqual(['Ford', ['a']]);
    }
  });

  it('is nothing once it is changed back, and gone when it is dropped', () => {
    const unsent = new UnsentOuting();
    unsent.hold(board(walk()), CHANGES[1]!(walk()));
    unsent.hold(board(CHANGES[1]!(walk())), walk());
    expect(changesIn(walk(), walk())).toEqual([]);
    expect(unsent.told).toEqual([]);
    unsent.hold(board(walk()), CHANGES[2]!(walk()));
    unsent.drop();
    expect(new UnsentOuting().told).toEqual([]);
  });

  it('is not told by the answer of this device, which stands in for the server; the board is not asked for again and again', async () => {
    const asked: unknown[] = [];
    carryBy(async (method, path, body) => {
      asked.push([method, path]);
      return { status: 200, body: board((body as { outing: Outing }).outing, 9) };
    });
    const unsent = new UnsentOuting();
    unsent.hold(board(walk()), CHANGES[3]!(CHANGES[5]!(walk())));
    let shown = await unsent.tell(board(walk(), 8));
    expect([shown.version, asked, unsent.told.map((t) => t.words)]).toEqual([9, [['PUT', '/outings/7']], ['channel C, added', 'person Ada, changed']]);
    for (let n = 0; n < 3; n++) shown = await unsent.tell(shown);
    expect((shown.outing as unknown as Outing).channels.map((c) => c.id)).toEqual(['a', 'b', 'c']); // what was added is added once
    expect([asked.length, new UnsentOuting().told.length]).toEqual([1, 2]);
    expect(await unsent.tellOther(5)).toBeNull(); // by the device no more than before
    expect(unsent.told.length).toBe(2);
    carryBy(null); // the server is back, and another outing is shown
    answers(200, board(walk({ people: [{ ...ada, tactical: 'Ford' }] }), 3));
    expect([(await unsent.tellOther(5))?.id, unsent.apart.map((a) => a.theirs)]).toEqual([7, ['Ford']]); // to be chosen first: it is shown
    unsent.apart = [];
    answers(200, board(walk(), 3));
    expect([await unsent.tellOther(7), unsent.told.length]).toEqual([null, 2]); // the one that is shown is told by the page
    expect([await unsent.tellOther(5), unsent.told]).toEqual([null, []]);
  });
});
