import { beforeEach, describe, expect, it, vi } from 'vitest';
import { keep, recall } from '../keeping/keep';

type Waiting = { id: string; at: string; kind: string };
const here = vi.hoisted(() => ({
  outbox: [] as Waiting[],
  rows: [] as [string, unknown][],
  replaced: [] as Record<string, unknown[]>[],
  taken: new Map<string, unknown>(),
  answers: new Map<string, unknown>(),
  carried: [] as unknown[][],
  base: '',
  changed: 0,
}));
vi.mock('./heart', () => ({ tellStage: () => {} }));
vi.mock('./carry', () => ({
  alone: <T>(work: () => Promise<T>) => work(),
  carry: async (...call: unknown[]) => (here.carried.push(call), { status: 200, body: 'by the heart' }),
  carryFrom: (base: string) => (here.base = base),
  changedRows: () => (here.changed += 1),
}));
vi.mock('./rows', () => ({
  countDone: async () => here.outbox.length,
  outbox: async () => [...here.outbox],
  dropDone: async (ids: string[]) => void (here.outbox = here.outbox.filter((e) => !ids.includes(e.id))),
  allRows: async () => here.rows,
  replaceRows: async (book: Record<string, unknown[]>) => void here.replaced.push(book),
  forgetRows: async () => here.taken.clear(),
  takeAnswer: async (path: string, body: unknown) => void here.taken.set(path, body),
  keptAnswer: async (path: string) => here.taken.get(path),
  dropAnswers: async () => {},
  dropTakenBut: async (paths: Set<string>) => [...here.taken.keys()].forEach((path) => paths.has(path) || here.taken.delete(path)),
}));

/** A browser's cache: what was put under an address. */
class Files {
  held = new Map<string, Response>();
  async match(url: string) { return this.held.get(url); }
  async put(url: string, answer: Response) { if (full) throw new DOMException('full', 'QuotaExceededError'); this.held.set(url, answer); }
  async keys() { return [...this.held.keys()].map((url) => ({ url })); }
  async delete(request: { url: string }) { return this.held.delete(request.url); }
}
let files = new Files();
let full = false;
let server: Record<string, (init: RequestInit) => unknown> = {};
let asked: string[] = [];

const manifest = (digest = 'd1') => ({ version: '1', digest, files: [{ name: 'core.zip', bytes: 300, packed: 100 }, { name: 'python.wasm', bytes: 900, packed: 400 }] });
const sky = [
  { number: 9, aos_utc: '2026-03-14T15:00:00Z', picked: true, workable: true, max_elevation_deg: 8 },
  { number: 9, aos_utc: '2026-03-14T17:00:00Z', picked: false, workable: true, max_elevation_deg: 60 },
  { number: 9, aos_utc: '2026-03-14T19:00:00Z', picked: false, workable: true, max_elevation_deg: 12 },
  { number: 8, aos_utc: '2026-03-14T21:00:00Z', picked: false, workable: false, max_elevation_deg: 70 },
];
const fresh = async () => {
  vi.resetModules();
  return (await import('./field.svelte')).field;
};

beforeEach(() => {
  localStorage.clear();
  [files, full, asked] = [new Files(), false, []];
  Object.assign(here, { outbox: [], rows: [], replaced: [], carried: [], base: '', changed: 0 });
  here.taken.clear();
  server = {
    '/api/field': () => manifest(),
    '/api/field/book': () => ({ radio: [{ id: 1 }], sheet: [{ id: 's', content: null }, { id: 't', content: { new: true } }] }),
    '/api/passes': () => ({ passes: sky }),
    '/api/health': () => ({}),
    '/api/clock': () => ({}),
  };
  vi.stubGlobal('caches', { open: async () => files, delete: async () => files.held.clear() });
  vi.stubGlobal('fetch', async (url: string, init: RequestInit = {}) => {
    const path = new URL(url, 'http://here').pathname;
    asked.push(path);
    init.signal?.throwIfAborted();
    if (path.startsWith('/heart/')) return new Response(path);
    const answer = server[path] ?? (path.startsWith('/api/passes/') ? () => ({ of: path }) : null);
    const body = answer?.(init);
    if (body === undefined || body === null) throw new TypeError('Failed to fetch');
    return body instanceof Response ? body : new Response(JSON.stringify(body), { headers: { 'content-type': 'application/json' } });
  });
});

describe('what is taken into the field', () => {
  it('is fetched whole, goes on where it was broken off, and lets the older one go', async () => {
    const field = await fresh();
    expect(await field.weigh()).toEqual({ bytes: 500, room: true });
    const base = 'http://localhost:3000/heart/d1/';
    server['/api/field'] = () => { field.stop(); return manifest(); };
    await field.take();
    expect([field.trouble, field.along]).toEqual(['Broken off; what is here stays, go on when you like.', null]);
    files.held.set(`${base}core.zip`, new Response('here already'));
    files.held.set('http://localhost:3000/heart/d0/core.zip', new Response('older'));
    server['/api/field'] = () => manifest();
    asked = [];
    await field.take();
    expect([field.trouble, field.along?.digest, field.progress, here.base]).toEqual(['', 'd1', null, base]);
    expect(asked.filter((path) => path.startsWith('/heart/'))).toEqual(['/heart/d1/python.wasm']);
    expect([...files.held.keys()].sort()).toEqual([`${base}core.zip`, `${base}python.wasm`]);
    expect(recall<{ digest: string } | null>('along', null)?.digest).toBe('d1');
    await field.leave();
    expect([field.along, field.passes, recall('along', null), files.held.size]).toEqual([null, null, null, 0]);
  });

  it('tells when there is no room, and when the server does not answer; nothing counts as taken then', async () => {
    const field = await fresh();
    full = true;
    await field.take();
    expect(field.trouble).toContain('no room');
    full = false;
    server['/api/field'] = () => undefined;
    await field.take();
    expect(field.trouble).toContain('Go on when the server answers');
    expect([field.along, recall('along', null)]).toEqual([null, null]);
  });

  it('has the passes that were picked or stand high, with all that hangs on them, and none of before', async () => {
    const field = await fresh();
    here.taken.set('/passes/1/old', 'gone');
    await field.takePasses(20);
    const plans = [...here.taken.keys()].filter((path) => /^\/passes\/\d/.test(path));
    expect(plans.map((path) => path.split('/')[2] + path.split('/')[3]!.slice(11, 13)).filter((v, n, all) => all.indexOf(v) === n)).toEqual(['915', '917']);
    expect(plans.filter((path) => path.includes('T17')).map((path) => path.split('Z')[1])).toEqual(['', '/rehearsal', '/twins', '/twins?by_hand=true', '/by-hand']);
    expect([here.taken.has('/passes/1/old'), here.taken.get('/passes?days=3'), field.passes?.plans]).toEqual([false, { passes: sky }, 2]);
    server['/api/passes'] = () => undefined; // no place in Station, or no elements: what is here stays
    await field.takePasses(20);
    expect(field.passes?.plans).toBe(2);
  });

  it('gives the score of a ride and its sheets what was taken along of the pass', async () => {
    const field = await fresh();
    here.taken.set('/passes/9/x/rehearsal?radio=1', 'the rehearsal').set('/passes/9/x', { plan: 'the plan' });
    await field.carry('POST', '/passes/9/x/score?radio=1', { turned: [] });
    await field.carry('POST', '/passes/9/x/sheets', { radio_id: 3 });
    await field.carry('POST', '/passes/9/y/sheets', { radio_id: 3 });
    await field.carry('GET', '/radios', undefined);
    expect(here.carried.map((call) => call[2])).toEqual([{ turned: [], rehearsal: 'the rehearsal' }, { radio_id: 3, plan: 'the plan' }, { radio_id: 3 }, undefined]);
  });
});

describe('the server, gone and back', () => {
  const event = (id: string) => ({ id, at: '2026-03-14T15:00:00Z', kind: 'ticks' });

  it('is told everything first; only then its rows take the place of those here', async () => {
    keep('along', { digest: 'd1', version: '1', bytes: 5, at: '' });
    const field = await fresh();
    expect(here.base).toContain('/heart/d1/');
    here.rows = [['sheet', { id: 's', content: { kept: true } }], ['radio', { id: 1 }]];
    here.outbox = [event('a'), event('b')];
    field.away = true;
    await field.refresh();
    expect(here.replaced).toEqual([]); // what is not told yet would be lost
    let told: string[] = [];
    server['/api/field/events'] = (init) => {
      told = (JSON.parse(init.body as string) as { events: Waiting[] }).events.map((e) => e.id);
      return { ids: told, refused: { b: 'it was gone there too' }, radios: { 4294967300: 7 } };
    };
    const outcome = await field.comeBack();
    expect([told, outcome?.told, outcome?.refused.map((r) => r.words), outcome?.radios]).toEqual([['a', 'b'], 2, ['it was gone there too'], { 4294967300: 7 }]);
    expect([field.away, field.waits, here.replaced.length, here.changed]).toEqual([false, 0, 1, 1]);
    expect((here.replaced[0]!.sheet as { content: unknown }[]).map((s) => s.content)).toEqual([{ kept: true }, { new: true }]);
    expect(recall<{ words: string }[]>('events-refused', []).map((r) => r.words)).toEqual(['it was gone there too']);
  });

  it('does not answer yet: nothing is told, nothing forgotten, and one asks again', async () => {
    keep('along', { digest: 'd1', version: '1', bytes: 5, at: '' });
    const field = await fresh();
    here.outbox = [event('a')];
    field.away = true;
    server['/api/health'] = () => undefined;
    expect(await field.comeBack()).toBeNull();
    server['/api/health'] = () => ({});
    server['/api/field/events'] = () => new Response('{}', { status: 503 });
    expect(await field.comeBack()).toBeNull();
    expect([field.away, field.waits, here.outbox.length]).toEqual([true, 1, 1]);
    server['/api/field/events'] = () => new Response(JSON.stringify({ detail: 'no such kind' }), { status: 422 });
    const outcome = await field.comeBack();
    expect([outcome?.refused.map((r) => r.words), here.outbox.length, field.away]).toEqual([['no such kind'], 0, false]);
  });

  it('is told by one at a time, however often one asks', async () => {
    keep('along', { digest: 'd1', version: '1', bytes: 5, at: '' });
    const field = await fresh();
    here.outbox = [event('a')];
    server['/api/field/events'] = () => ({ ids: ['a'], refused: {}, radios: {} });
    const [one, other] = await Promise.all([field.comeBack(), field.comeBack()]);
    expect(one).toBe(other);
    expect(asked.filter((path) => path === '/api/field/events').length).toBe(1);
    expect(await field.reaches(1000)).toBe(true);
    server['/api/clock'] = () => undefined;
    expect(await field.reaches(1000)).toBe(false);
  });

  it('has a newer heart: it is fetched; an equal one only brings its rows; while it is away nothing is asked', async () => {
    keep('along', { digest: 'd0', version: '0', bytes: 5, at: '' });
    const field = await fresh();
    await field.renew();
    expect(field.along?.digest).toBe('d1');
    asked = [];
    await field.renew();
    expect(asked).toEqual(['/api/field', '/api/field/book']);
    field.away = true;
    asked = [];
    await field.renew();
    field.soon();
    expect(asked).toEqual([]);
  });
});
