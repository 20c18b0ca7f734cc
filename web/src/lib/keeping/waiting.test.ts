import 'fake-indexeddb/auto';
import { beforeEach, describe, expect, it, vi } from 'vitest';
import type { Sheet } from '../api';
import { keepSheet, keptSheet } from './sheets';
import { Waiting } from './waiting';

type Piece = { id: string; at: string };
const piece = (id: string, at = id): Piece => ({ id, at });
const page = () => new Waiting<Piece>('tick', 'vocator.queue');
const ids = () => page().all((p) => p.at).map((p) => p.id);

beforeEach(() => {
  vi.restoreAllMocks();
  localStorage.clear();
});

describe('what waits for the server', () => {
  it('is not overwritten by another page, and goes only as it was sent', () => {
    const [one, two] = [page(), page()];
    expect(one.put([piece('b'), piece('a')]) && two.put([piece('c')])).toBe(true);
    expect(ids()).toEqual(['a', 'b', 'c']);
    two.put([piece('a', 'z')]);
    one.drop([piece('a'), piece('b')]);
    expect(ids()).toEqual(['c', 'a']);
  });

  it('is taken over from the list of an earlier version, and survives one spoiled piece', () => {
    localStorage.setItem('vocator.queue', JSON.stringify([piece('old')]));
    expect(ids()).toEqual(['old']);
    expect(localStorage.getItem('vocator.queue')).toBeNull();
    localStorage.setItem('vocator.waiting.tick.bad', '{"half');
    expect(ids()).toEqual(['old']);
  });

  it('tells where there is no room', () => {
    vi.spyOn(Storage.prototype, 'setItem').mockImplementation(() => {
      throw new DOMException('full', 'QuotaExceededError');
    });
    expect(page().put([piece('a')])).toBe(false);
  });
});

describe('sheets on this device', () => {
  const sheet = (id: string) => ({ id }) as Sheet;

  it('make room for the latest, the longest unopened first', async () => {
    for (let n = 0; n < 42; n++) {
      vi.spyOn(Date, 'now').mockReturnValue(1000 + n);
      expect(await keepSheet(sheet(`s${n}`))).toBe(true);
    }
    expect([await keptSheet('s0'), await keptSheet('s1'), (await keptSheet('s2'))?.id, (await keptSheet('s41'))?.id]).toEqual([null, null, 's2', 's41']);
  });

  it('tell where there is no room even without all others', async () => {
    vi.spyOn(IDBObjectStore.prototype, 'put').mockImplementation(() => {
      throw new DOMException('full', 'QuotaExceededError');
    });
    expect(await keepSheet(sheet('too large'))).toBe(false);
  });
});
