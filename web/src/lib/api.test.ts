import { beforeEach, describe, expect, it, vi } from 'vitest';

const here = vi.hoisted(() => ({
  field: { along: null as object | null, away: false, carry: vi.fn(), reaches: vi.fn(), soon: vi.fn() },
  kept: new Map<string, unknown>(),
  noted: 0,
}));
vi.mock('./network/field.svelte', () => ({ field: here.field }));
vi.mock('./network/rows', () => ({ keptAnswer: async (path: string) => here.kept.get(path), keepAnswer: async (path: string, body: unknown) => void here.kept.set(path, body) }));
vi.mock('./shell/newer.svelte', () => ({ newer: { note: () => (here.noted += 1) } }));
const { call, carryBy, get, post, Refused, sendFile } = await import('./api');

let server: (path: string, init: RequestInit) => Promise<Response>;
let asked: string[] = [];
const ok = (body: unknown, status = 200): Response => new Response(status === 204 ? null : JSON.stringify(body), { status, headers: { 'content-type': 'application/json' } });
const settle = () => new Promise((done) => setTimeout(done, 0));
const never = (init: RequestInit): Promise<Response> => new Promise((_, fail) => init.signal?.addEventListener('abort', () => fail(new DOMException('aborted', 'AbortError'))));

beforeEach(() => {
  Object.assign(here.field, { along: null, away: false, carry: vi.fn(async () => ({ status: 200, body: 'by the heart' })), reaches: vi.fn(async () => false), soon: vi.fn() });
  here.kept.clear();
  [here.noted, asked] = [0, []];
  server = async () => ok('by the server');
  vi.stubGlobal('fetch', (path: string, init: RequestInit) => {
    asked.push(`${init.method ?? 'GET'} ${path}`);
    return server(path, init);
  });
});

const refused = async (work: Promise<unknown>): Promise<InstanceType<typeof Refused>> => work.then(() => Promise.reject(new Error('was not refused')), (error: unknown) => { expect(error).toBeInstanceOf(Refused); return error as InstanceType<typeof Refused>; });

describe('the one door to the server', () => {
  it('answers by the server, keeps what was read, and tells where it refuses', async () => {
    expect(await get('/radios')).toBe('by the server');
    await settle();
    expect(here.kept.get('/radios')).toBe('by the server');
    expect(await get('/sheets/1/proof')).toBe('by the server');
    await settle();
    expect(here.kept.has('/sheets/1/proof')).toBe(false);
    server = async () => ok({ type: 'urn:vocator:refusal', title: 'No', detail: 'Not a slot.', where: 'slot' }, 422);
    const error = await refused(post('/sheets', {}));
    expect([error.message, error.problem.where, error.problem.status, error.passing]).toEqual(['Not a slot.', 'slot', 422, false]);
    server = async () => ok(null, 204);
    expect(await call('DELETE', '/radios/1')).toBeUndefined();
    expect(here.noted).toBe(4);
  });

  it('says with nothing taken along that the server does not answer; what was read before is read again', async () => {
    server = async () => Promise.reject(new TypeError('no network'));
    here.kept.set('/passes', 'as it was');
    expect(await get('/passes')).toBe('as it was');
    const [read, changed] = [await refused(get('/log')), await refused(post('/sheets', {}))];
    expect([read.passing, read.message]).toEqual([true, 'The server does not answer. Ask again when it is back.']);
    expect([changed.problem.status, changed.message]).toEqual([0, 'The server does not answer. Nothing was changed; do it again when it is back.']);
    expect(here.field.carry).not.toHaveBeenCalled();
  });

  it('asks the heart where it was taken along and the server is gone, and goes on asking it', async () => {
    here.field.along = {};
    server = async () => ok({ title: 'gate' }, 502);
    expect(await get('/radios')).toBe('by the heart');
    expect(here.field.away).toBe(true);
    expect(await post('/passes/9/x/sheets?radio=1', {})).toBe('by the heart');
    expect(asked).toEqual(['GET /api/radios']); // the second one was not sent
    here.kept.set('/satellites', 'those known');
    expect(await get('/satellites')).toBe('those known'); // not by the heart: nobody waits for it to start
    expect(here.field.carry.mock.calls.map((c) => c[1] as string)).toEqual(['/radios', '/passes/9/x/sheets?radio=1']);
  });

  it('takes the heart’s refusal as the server’s, and what it does not know as unanswered', async () => {
    Object.assign(here.field, { along: {}, away: true });
    here.field.carry = vi.fn(async () => ({ status: 409, body: { title: 'Clash', detail: 'It is taken.' } }));
    expect((await refused(post('/sheets', {}))).problem).toMatchObject({ status: 409, detail: 'It is taken.' });
    here.field.carry = vi.fn(async () => ({ status: 404, body: { type: 'urn:vocator:not-here' } }));
    expect((await refused(post('/sheets', {}))).passing).toBe(true);
    here.field.carry = vi.fn(async () => Promise.reject(new Error('the heart broke')));
    expect((await refused(post('/sheets', {}))).passing).toBe(true);
  });

  it('waits for a slow server that still answers the clock, and for no longer than that', async () => {
    vi.useFakeTimers();
    here.field.along = {};
    let give: (answer: Response) => void = () => {};
    server = async () => new Promise((done) => (give = done));
    here.field.reaches = vi.fn(async () => true);
    const slow = get('/radios');
    await vi.advanceTimersByTimeAsync(3000);
    give(ok('late'));
    expect(await slow).toBe('late');
    here.field.reaches = vi.fn(async () => false);
    server = async (_, init) => never(init);
    const gone = get('/radios');
    await vi.advanceTimersByTimeAsync(1200);
    expect(await gone).toBe('by the heart');
    vi.useRealTimers();
  });

  it('asks nobody but the kit in a field kit, and never sends a file to the heart', async () => {
    here.field.along = {};
    server = async () => Promise.reject(new TypeError('no network'));
    expect((await refused(sendFile('/elements', new Blob(['x'])))).message).toMatch(/Nothing was sent/);
    expect(here.field.carry).not.toHaveBeenCalled();
    carryBy(async (method, path, body) => (path === '/bad' ? { status: 422, body: { title: 'No' } } : { status: 200, body: { method, path, body } }));
    asked = [];
    expect(await post('/sheets', { slot: '7' })).toEqual({ method: 'POST', path: '/sheets', body: { slot: '7' } });
    expect((await refused(get('/bad'))).problem.status).toBe(422);
    expect(asked).toEqual([]);
  });
});
