import { describe, expect, it } from 'vitest';
import { Changing, together } from './changing.svelte';
import type { Outing, Person } from './marks';

const ada: Person = { id: 'ada', name: 'Ada', tactical: 'Ridge', model: 'oriel-wick', firmware: '', post: '', may_send_on: ['2 m'], shows_practice: false };
const outing = (...people: Person[]): Outing => ({ name: 'Walk', place: '', first_day: '', last_day: '', region: 'r2', net_control: '', check_in: '', channels: [], posts: [], people, accepted: [] });

describe('two who change the same thing', () => {
  it('keeps both where they changed different fields, and asks where the same, whatever was changed', () => {
    const values = ['old', 'theirs', 'mine'];
    for (const theirs of values)
      for (const mine of values)
        for (const other of values) {
          const base = { a: 'old', b: 'old' };
          const found = together(base, { a: theirs, b: other }, { a: mine, b: 'old' });
          const collide = theirs !== 'old' && mine !== 'old' && theirs !== mine;
          expect(found.both).toEqual(collide ? [{ field: 'a', theirs, mine }] : []);
          expect(found.merged).toEqual({ a: mine === 'old' ? theirs : mine, b: other });
        }
  });

  it('takes what was chosen, asks no second time, and asks anew when it was changed again', () => {
    for (const takeTheirs of [true, false]) {
      const changing = new Changing();
      changing.begin(outing(ada));
      const mine = { ...ada, tactical: 'Ford', may_send_on: ['2 m', '70 cm'] };
      const now = outing({ ...ada, tactical: 'Hut', name: 'Ada L' });
      expect(changing.joined('people', mine, now)).toBe(false);
      expect(changing.both).toEqual([{ field: 'tactical', theirs: 'Hut', mine: 'Ford' }]);
      changing.pick(changing.both[0]!, takeTheirs, mine, 'people');
      expect(changing.joined('people', mine, now)).toBe(true);
      expect(mine).toEqual({ ...ada, name: 'Ada L', tactical: takeTheirs ? 'Hut' : 'Ford', may_send_on: ['2 m', '70 cm'] });
      expect(changing.joined('people', mine, outing({ ...ada, tactical: 'Gate', name: 'Ada L' }))).toBe(takeTheirs);
    }
  });

  it('says that a thing was taken out, and lets it stay out or come back', () => {
    const changing = new Changing();
    changing.begin(outing(ada));
    const mine = { ...ada, tactical: 'Ford' };
    expect(changing.joined('people', mine, outing())).toBe(false);
    changing.pick(changing.both[0]!, false, mine, 'people');
    expect(changing.joined('people', mine, outing())).toBe(true);
  });

  it('joins what stands in the outing itself, and lets new things be', () => {
    const changing = new Changing();
    changing.begin(outing());
    const mine = { name: 'Long walk', place: '' };
    expect(changing.joinedPlain(mine, { ...outing(), place: 'Traverse' })).toBe(true);
    expect(mine).toEqual({ name: 'Long walk', place: 'Traverse' });
    expect(changing.joined('people', { ...ada, id: '' }, outing(ada))).toBe(true);
  });
});
