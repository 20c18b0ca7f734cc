import { afterEach, describe, expect, it, vi } from 'vitest';
import { Seen, told } from './seen.svelte';

const answer = vi.hoisted(() => ({ seen: [] as string[], fails: false }));
vi.mock('../../api', () => ({ get: async () => { if (answer.fails) throw new Error('away'); return { seen: answer.seen, not_yet: [], steps: 1 }; } }));

const claims = [['vfo: tap FN #a'], ['menu: turn DIAL #b', 'menu: entry TONE #c'], ['value: tap OK #d']];

describe('what was seen on the radio', () => {
  afterEach(() => Object.assign(answer, { seen: [], fails: false }));

  it('counts what steps showed, also those ticked just now', async () => {
    answer.seen = ['vfo: tap FN #a', 'menu: turn DIAL #other'];
    const seen = new Seen();
    await seen.load(1);
    expect(seen.of(claims, new Set())).toEqual({ all: 4, seen: 1 });
    expect(seen.of(claims, new Set([1]))).toEqual({ all: 4, seen: 3 });
    expect(seen.fresh(claims, [2], new Set([1]))).toEqual(['value: tap OK']);
    expect(seen.fresh(claims, [1], new Set([1]))).toEqual([]);
  });

  it('says nothing of a radio of which little was seen, or where the server does not tell', async () => {
    const seen = new Seen();
    await seen.load(1);
    expect(seen.fresh(claims, [1], new Set())).toEqual([]);
    answer.fails = true;
    await seen.load(1);
    expect(seen.of(claims, new Set([0, 1, 2]))).toBeNull();
    expect(told('memory: hold KEEP 1 s #1f')).toBe('hold KEEP 1 s');
  });
});
