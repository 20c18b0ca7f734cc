import { beforeEach, describe, expect, it, vi } from 'vitest';
import 'fake-indexeddb/auto';
import type { Sheet } from '../../api';
import { recall } from '../../keeping/keep';
import { keepSheet } from '../../keeping/sheets';
import { shell } from '../../shell/state.svelte';
import { Following, spokenPage } from './follow.svelte';

const step = (number: number, on_air = false) => ({
  number, chapter: 'Ready', actions: ['[FN]'], caps: [], spoken: 'tap FN', say: `step ${number}`, why: '', when: null, on_air, done_as_new: true,
});
const sheet = (ticked: number[] = []) => ({
  id: 's1', title: '', status: 'open', created_at: '', ticked,
  content: { pages: [[0, 1], [2], [3]], steps: [step(0), step(1), step(2), step(3, true)], counts: { seconds: 30 } },
});

beforeEach(() => {
  localStorage.clear();
  shell.queue = [];
  shell.reach = 'ok';
  vi.stubGlobal('fetch', async () => Promise.reject(new TypeError('offline')));
});

async function following(ticked: number[] = []): Promise<Following> {
  await keepSheet(sheet(ticked) as unknown as Sheet);
  const f = new Following('s1');
  await f.load();
  return f;
}

describe('opening a sheet while ticks are on their way', () => {
  it('does not forget what was sent after the sheet was asked for', async () => {
    const tick = { id: 'tick-last-1', sheet_id: 's1', step: 3, at: '2026-05-01T10:00:00Z', done: true };
    shell.queue = [tick];
    let answer: ((response: Response) => void) | null = null;
    const json = (body: unknown) => new Response(JSON.stringify(body), { headers: { 'content-type': 'application/json' } });
    vi.stubGlobal('fetch', (path: string) => (path.endsWith('/ticks') ? Promise.resolve(json({ ids: [tick.id], notes: [] })) : new Promise<Response>((done) => (answer = done))));
    const f = new Following('s1');
    const loading = f.load();
    await vi.waitFor(() => expect(answer).not.toBeNull());
    await shell.send();
    expect(shell.queue).toEqual([]);
    answer!(json(sheet([0, 1, 2])));
    await loading;
    expect(f.finished).toBe(true);
  });
});

describe('a rehearsal on the twin', () => {
  it('notes nothing of the radio, whatever is done, until it is said that the radio goes on', async () => {
    const f = await following([0, 1]);
    f.onTwin();
    await f.done('opened');
    expect([f.rehearsing, f.finished, f.ticked.size, shell.queue]).toEqual([true, true, 2, []]);
    expect(f.isRehearsed([2]) && f.isRehearsed([3]) && !f.isRehearsed([0, 1])).toBe(true);
    await f.back();
    expect(f.isRehearsed([3])).toBe(false);
    await f.onRadio();
    expect([f.at, f.rehearsing, f.rehearsed.size, shell.queue]).toEqual([1, false, 0, []]);
  });

  it('is taken over where the same was pressed on the radio, without what came of a call', async () => {
    const f = await following();
    f.onTwin();
    f.onTwin();
    await f.onRadio(true);
    expect(f.at).toBe(2);
    expect(shell.queue.map((t) => [t.step, t.outcome])).toEqual([[0, null], [1, null], [2, null]]);
  });
});

describe('following a sheet without the server', () => {
  it('opens at the first page that is not ticked', async () => {
    expect((await following()).at).toBe(0);
    expect((await following([0, 1, 2])).at).toBe(2);
    expect((await following([0, 1, 2, 3])).finished).toBe(true);
  });

  it('ticks all steps of a page, queues them, and finds them again after a reload', async () => {
    const f = await following();
    await f.done();
    expect(f.at).toBe(1);
    expect(shell.queue.map((t) => [t.step, t.done])).toEqual([[0, true], [1, true]]);
    expect((await following()).at).toBe(1);
  });

  it('takes a page back', async () => {
    const f = await following();
    await f.done();
    await f.back();
    expect(f.at).toBe(0);
    expect(f.ticked.size).toBe(0);
    expect(shell.queue.at(-1)?.done).toBe(false);
  });

  it('puts an outcome on the on-air step alone', async () => {
    const f = await following([0, 1]);
    await f.done('opened');
    await f.done('opened');
    expect(shell.queue.map((t) => t.outcome)).toEqual([null, 'opened']);
    expect(f.finished).toBe(true);
    expect(f.secondsLeft).toBe(0);
  });

  it('sends what waits once the server answers, each tick once', async () => {
    const f = await following();
    await f.done();
    const sent: string[] = [];
    vi.stubGlobal('fetch', async (_: string, init: RequestInit) => {
      const ids = JSON.parse(String(init.body)).ticks.map((t: { id: string }) => t.id);
      sent.push(...ids);
      return new Response(JSON.stringify({ ids }), { status: 200 });
    });
    await Promise.all([shell.send(), shell.send()]);
    expect(shell.queue).toEqual([]);
    expect(new Set(sent).size).toBe(2);
    expect(sent).toHaveLength(2);
    expect(shell.reach).toBe('ok');
  });

  it('keeps a tick that the server will never take beside the others, which go on', async () => {
    const f = await following();
    await f.done();
    const [bad = ''] = shell.queue.map((t) => t.id);
    vi.stubGlobal('fetch', async (_: string, init: RequestInit) => {
      const ids: string[] = JSON.parse(String(init.body)).ticks.map((t: { id: string }) => t.id);
      if (ids.includes(bad)) return new Response(JSON.stringify({ status: 422, detail: 'step 0: none' }), { status: 422 });
      return new Response(JSON.stringify({ ids, notes: ['your clock says 2031-01-01 00:00'] }), { status: 200 });
    });
    await shell.send();
    expect(shell.queue).toEqual([]);
    expect(recall<{ id: string }[]>('ticks-refused', []).map((t) => t.id)).toEqual([bad]);
    expect(shell.message).toContain('your clock says');
  });

  it('reads a condition before its keys', () => {
    const conditional = { ...step(0), when: { icon: 'R' }, say: 'If R shows: reverse off' };
    expect(spokenPage([conditional, step(1)] as never)).toContain('If R shows: reverse off');
    expect(spokenPage([step(1)] as never)).toContain('tap FN');
  });
});
