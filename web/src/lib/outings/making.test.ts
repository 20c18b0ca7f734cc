import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { carryBy } from '../api';
import { Making } from './making.svelte';

let states: { waiting: string[]; doing: string[]; workers: number; troubles: Record<string, string> }[] = [];
let asked: string[] = [];
let fails = false;
const at = (waiting: number, doing = 0, workers = 2) => ({ waiting: Array.from({ length: waiting }, (_, n) => `p${n}`), doing: Array.from({ length: doing }, (_, n) => `d${n}`), workers, troubles: {} });

beforeEach(() => {
  vi.useFakeTimers();
  [asked, fails] = [[], false];
  vi.stubGlobal('fetch', async (path: string, init: RequestInit) => {
    asked.push(`${init.method ?? 'GET'} ${path}`);
    if (fails) return new Response(JSON.stringify({ title: 'away' }), { status: 500 });
    return new Response(JSON.stringify(states.length > 1 ? states.shift() : states[0]), { headers: { 'content-type': 'application/json' } });
  });
});
afterEach(() => {
  vi.useRealTimers();
  carryBy(null);
});
const pass = (ms: number) => vi.advanceTimersByTimeAsync(ms);

describe('everybody’s sheets', () => {
  it('is made by this device, one person after the other, where it answers in the place of the server; a refusal holds nobody up', async () => {
    const told: boolean[] = [];
    const seen: string[] = [];
    let stopAfter = -1;
    carryBy(async (method, path) => {
      seen.push(`${method} ${path}`);
      if (path === '/outings/3') return { status: 200, body: { people: [{ id: 'a', waiting: 2 }, { id: 'b', waiting: 0 }, { id: 'c', waiting: 1 }, { id: 'd', waiting: 1 }] } };
      if (making.left <= stopAfter) await making.cancel();
      return path.includes('/c/') ? { status: 422, body: { detail: 'the line is not clear' } } : { status: 201, body: { id: 'x' } };
    });
    const making = new Making(3, (ended) => told.push(ended));
    expect(await making.begin()).toBe('');
    expect(seen).toEqual(['GET /outings/3', 'POST /outings/3/people/a/sheet', 'POST /outings/3/people/c/sheet', 'POST /outings/3/people/d/sheet']);
    expect([told, making.of, making.left, making.running, making.state?.troubles]).toEqual([[false, false, false, true], 3, 0, false, { c: 'the line is not clear' }]);
    stopAfter = 2; // told to stop while the second is made: that one is finished
    seen.length = 0;
    await making.begin();
    expect(seen.filter((s) => s.startsWith('POST')).length).toBe(2);
    expect([making.stopped, making.left]).toEqual([true, 0]);
    expect(asked).toEqual([]);
  });


  it('is looked at once a second until all are there, and tells of each', async () => {
    const told: boolean[] = [];
    const making = new Making(3, (ended) => told.push(ended));
    states = [at(4, 1), at(2, 1), at(2, 1), at(0, 1), at(0)];
    expect(await making.begin()).toBe('');
    expect([making.of, making.left, making.done, making.running]).toEqual([5, 5, 0, true]);
    await pass(1000);
    expect([making.of, making.done]).toEqual([5, 2]);
    await pass(3000);
    expect([making.left, making.done, making.running]).toEqual([0, 5, false]);
    expect(told).toEqual([false, false, false, true]);
    await pass(60_000);
    expect(asked).toEqual(['POST /api/outings/3/making', ...Array<string>(4).fill('GET /api/outings/3/making')]);
  });

  it('goes on looking where a look failed, says it where the asking itself did, and rests when it is ended', async () => {
    const making = new Making(3, () => {});
    fails = true;
    expect(await making.begin()).not.toBe('');
    [fails, states] = [false, [at(2)]];
    expect(await making.look()).toBe('');
    fails = true;
    await pass(2500);
    expect(asked.length).toBe(4);
    [fails, states] = [false, [at(1), at(1)]];
    await pass(1000);
    expect(making.left).toBe(1);
    making.end();
    await pass(10_000);
    expect(asked.length).toBe(5);
  });

  it('says that nobody makes them, but not at once, and counts anew what is asked for anew', async () => {
    const making = new Making(3, () => {});
    states = [at(3, 0, 0)];
    await making.begin();
    await pass(5000);
    expect(making.nobody).toBe(false);
    await pass(7000);
    expect(making.nobody).toBe(true);
    states = [at(0)];
    expect(await making.cancel()).toBe('');
    expect([making.stopped, making.running, making.nobody]).toEqual([true, false, false]);
    states = [at(2)];
    await making.begin();
    expect([making.stopped, making.of, making.done]).toEqual([false, 2, 0]);
    making.end();
  });
});
