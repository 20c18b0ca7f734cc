import 'fake-indexeddb/auto';
import { afterEach, describe, expect, it, vi } from 'vitest';
import type { Sheet } from '../api';
import { keepSheet, keptSheet } from './sheets';

const sheet = (n: number): Sheet => ({ id: `s${n}`, title: `Sheet ${n}` }) as unknown as Sheet;
afterEach(() => {
  vi.restoreAllMocks();
  vi.useRealTimers();
});

describe('sheets kept on this device', () => {
  it('are there again, the latest forty; those opened lately stay before those opened long ago', async () => {
    vi.useFakeTimers({ toFake: ['Date'] });
    for (let n = 0; n < 40; n++) {
      vi.setSystemTime(1_800_000_000_000 + n * 1000);
      expect(await keepSheet(sheet(n))).toBe(true);
    }
    vi.setSystemTime(1_800_000_900_000);
    await keepSheet({ ...sheet(0), title: 'changed' }); // the oldest is opened once more
    for (let n = 40; n < 45; n++) await keepSheet(sheet(n));
    expect((await keptSheet('s0'))?.title).toBe('changed');
    expect(await Promise.all([1, 5, 6, 44].map(async (n) => (await keptSheet(`s${n}`)) !== null))).toEqual([false, false, true, true]);
  });

  it('make room, the oldest first, where the device has little; and say so where there is none', async () => {
    const put = IDBObjectStore.prototype.put;
    let room = 3; // so many have to leave
    vi.spyOn(IDBObjectStore.prototype, 'put').mockImplementation(function (this: IDBObjectStore, value: unknown, key?: IDBValidKey) {
      if (String(key) === 's99' && room-- > 0) throw new DOMException('full', 'QuotaExceededError');
      return put.call(this, value, key);
    });
    expect(await keepSheet(sheet(99))).toBe(true);
    expect([await keptSheet('s99'), await keptSheet('s6')].map((s) => s !== null)).toEqual([true, false]);
    vi.mocked(IDBObjectStore.prototype.put).mockImplementation(() => { throw new DOMException('full', 'QuotaExceededError'); });
    expect(await keepSheet(sheet(100))).toBe(false);
    vi.restoreAllMocks();
    vi.spyOn(IDBObjectStore.prototype, 'get').mockImplementation(() => { throw new DOMException('no', 'UnknownError'); });
    expect(await keptSheet('s99')).toBeNull();
  });
});
