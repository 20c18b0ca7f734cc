import 'fake-indexeddb/auto';
import { describe, expect, it, vi } from 'vitest';
import * as rows from './rows';

const event = (id: string, kind = 'ticks') => ({ id, at: '2026-03-14T15:00:00Z', kind });

describe('what a device keeps', () => {
  it('keeps changed rows by their names, drops those that are gone, and gives all back with their tables', async () => {
    await rows.keepChanged({ 'radio/5': { id: 5 }, 'slot/5/7': { radio_id: 5, slot: '7' }, 'tick/a': { id: 'a' } }, [event('one')]);
    await rows.keepChanged({ 'tick/a': null, 'radio/5': { id: 5, name: 'Ridge' } }, [event('two')]);
    expect(await rows.allRows()).toEqual([['radio', { id: 5, name: 'Ridge' }], ['slot', { radio_id: 5, slot: '7' }]]);
    expect((await rows.outbox()).map((e) => e.id)).toEqual(['one', 'two']);
  });

  it('tells in the order in which it was done, however quickly one thing follows the other, and after a clock that goes back', async () => {
    await rows.dropDone((await rows.outbox()).map((e) => e.id));
    vi.useFakeTimers({ now: 1_800_000_000_000, toFake: ['Date'] });
    const done: string[] = [];
    for (let n = 0; n < 40; n++) {
      if (n === 20) vi.setSystemTime(1_700_000_000_000); // somebody set the clock
      done.push(`e${n}`, `f${n}`);
      await rows.keepChanged({}, [event(`e${n}`), event(`f${n}`)]);
    }
    vi.resetModules(); // the page is opened anew
    await (await import('./rows')).keepChanged({}, [event('the last')]);
    vi.useRealTimers();
    expect((await rows.outbox()).map((e) => e.id)).toEqual([...done, 'the last']);
    expect(await rows.countDone()).toBe(81);
    await rows.dropDone(done);
    expect((await rows.outbox()).map((e) => e.id)).toEqual(['the last']);
  });

  it('puts a server’s rows in place of all, each under the name that the heart gives it; what waits to be told stays', async () => {
    const book = {
      radio: [{ id: 1 }], slot: [{ radio_id: 1, slot: '7' }, { radio_id: 1, slot: '8' }], own_profile: [{ model: 'my-linnet' }],
      placed_channel: [{ radio_id: 1, channel_id: 'hut' }, { radio_id: 1, channel_id: 'ford' }], station: [{ id: 1 }],
    };
    await rows.replaceRows(book);
    expect((await rows.allRows()).length).toBe(7);
    const put = vi.spyOn(IDBObjectStore.prototype, 'put').mockImplementation(() => { throw new DOMException('full', 'QuotaExceededError'); });
    await expect(rows.replaceRows({ radio: [{ id: 2 }] })).rejects.toThrow('full');
    put.mockRestore();
    expect((await rows.allRows()).length).toBe(7); // half of it would be worse than what was there
    await rows.keepChanged({ 'slot/1/7': null, 'placed_channel/1/hut': null, 'own_profile/my-linnet': null }, []);
    expect((await rows.allRows()).map(([table]) => table).sort()).toEqual(['placed_channel', 'radio', 'slot', 'station']);
    expect(await rows.countDone()).toBe(1);
    await rows.forgetRows();
    expect([await rows.allRows(), await rows.countDone()]).toEqual([[], 1]);
  });

  it('answers as it was last, before what was taken along; forgets what is not true any more', async () => {
    await rows.takeAnswer('/passes/9/x', 'taken');
    expect(await rows.keptAnswer('/passes/9/x')).toBe('taken');
    await rows.keepAnswer('/passes/9/x', 'last');
    expect(await rows.keptAnswer('/passes/9/x')).toBe('last');
    await rows.dropAnswers(['/passes/9/x', '/never']);
    expect(await rows.keptAnswer('/passes/9/x')).toBe('taken');
    await rows.takeAnswer('/passes/8/y', 'too');
    await rows.dropTakenBut(new Set(['/passes/8/y']));
    expect([await rows.keptAnswer('/passes/9/x'), await rows.keptAnswer('/passes/8/y')]).toEqual([undefined, 'too']);
  });

  it('lets the oldest answers go, never those taken along, and lives with a browser that keeps nothing', async () => {
    vi.useFakeTimers({ now: 1_800_000_000_000, toFake: ['Date'] });
    for (let n = 0; n < 320; n++) {
      vi.setSystemTime(1_800_000_000_000 + n);
      await rows.keepAnswer(`/a/${n}`, n);
    }
    vi.useRealTimers();
    expect([await rows.keptAnswer('/a/0'), await rows.keptAnswer('/a/19'), await rows.keptAnswer('/a/20'), await rows.keptAnswer('/a/319')]).toEqual([undefined, undefined, 20, 319]);
    expect(await rows.keptAnswer('/passes/8/y')).toBe('too');
    const put = vi.spyOn(IDBObjectStore.prototype, 'put').mockImplementation(() => { throw new DOMException('full', 'QuotaExceededError'); });
    await rows.keepAnswer('/b', 1);
    await expect(rows.keepChanged({ 'radio/1': { id: 1 } }, [])).rejects.toThrow('full'); // what was done must not be lost silently
    put.mockRestore();
    const get = vi.spyOn(IDBObjectStore.prototype, 'get').mockImplementation(() => { throw new DOMException('no', 'UnknownError'); });
    expect(await rows.keptAnswer('/a/319')).toBeUndefined();
    get.mockRestore();
  });
});
