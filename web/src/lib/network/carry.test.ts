import { beforeEach, describe, expect, it, vi } from 'vitest';

const here = vi.hoisted(() => ({
  ready: true,
  begun: 0,
  starts: 1,
  rows: [] as [string, unknown][],
  answers: new Map<string, unknown>(),
  kept: [] as unknown[],
  calls: [] as string[][],
  reply: null as unknown as (call: string[]) => object,
  fails: null as Error | null,
}));
vi.mock('./heart', () => ({
  isReady: () => here.ready,
  starts: () => here.starts,
  start: async () => void (here.begun += 1),
  callHeart: async (...call: string[]) => {
    here.calls.push(call);
    return call[0] === 'all_rows' || call[0] === 'some_rows' ? `file of ${call.slice(1).join('/')}` : JSON.stringify(here.reply(call));
  },
}));
vi.mock('./rows', () => ({
  allRows: async () => here.rows,
  keepChanged: async (changed: object, events: unknown[]) => {
    if (here.fails) throw here.fails;
    here.kept.push([changed, events]);
  },
  keepAnswer: async (path: string, body: unknown) => void here.answers.set(path, body),
  keptAnswer: async (path: string) => here.answers.get(path),
  dropAnswers: async (paths: string[]) => paths.forEach((path) => here.answers.delete(path)),
}));

const fresh = async () => {
  vi.resetModules();
  return import('./carry');
};
const opened = () => here.calls.filter(([call]) => call === 'open_book').length;

beforeEach(() => {
  Object.assign(here, { ready: true, begun: 0, rows: [['radio', { id: 1 }]], kept: [], calls: [], fails: null, reply: () => ({ status: 200, body: 'answered', changed: {}, events: [] }) });
  here.answers.clear();
  localStorage.clear();
});

describe('the heart in a server’s place', () => {
  it('opens its book once, with the rows of this device, and anew only when another page changed them', async () => {
    const { carry, changedRows } = await fresh();
    for (let n = 0; n < 3; n++) expect(await carry('GET', '/log', undefined, true)).toMatchObject({ status: 200, body: 'answered' });
    expect(opened()).toBe(1);
    expect(here.calls[0]).toEqual(['open_book', JSON.stringify(here.rows)]);
    changedRows(); // as another page does
    await carry('GET', '/log', undefined, true);
    await carry('GET', '/log', undefined, true);
    expect(opened()).toBe(2);
  });

  it('tells a heart that was begun anew all rows again: it knows nothing of what the one before was told', async () => {
    const { carry } = await fresh();
    await carry('GET', '/log', undefined, true);
    here.starts += 1;
    await carry('GET', '/log', undefined, true);
    await carry('GET', '/log', undefined, true);
    expect(here.calls.map(([call]) => call)).toEqual(['open_book', 'answer', 'open_book', 'answer', 'answer']);
  });

  it('keeps what a call changed with what is to be told; in a kit nobody is told', async () => {
    const { carry } = await fresh();
    here.reply = () => ({ status: 201, body: {}, changed: { 'radio/7': { id: 7 } }, events: [{ id: 'e', kind: 'radio' }] });
    await carry('POST', '/radios', { model: 'm' }, true);
    await carry('POST', '/radios', { model: 'm' }, false);
    expect(here.kept).toEqual([[{ 'radio/7': { id: 7 } }, [{ id: 'e', kind: 'radio' }]], [{ 'radio/7': { id: 7 } }, []]]);
    expect(opened()).toBe(1); // its own change is no reason to read all again
    expect(here.calls.at(-1)).toEqual(['answer', 'POST', '/radios', '{"model":"m"}']);
  });

  it('reads its rows again where what it changed could not be kept, and says so', async () => {
    const { carry } = await fresh();
    here.reply = ([, , path]) => (path === '/radios' ? { status: 201, body: {}, changed: { 'radio/7': { id: 7 } }, events: [] } : { status: 200, body: [], changed: {}, events: [] });
    here.fails = new DOMException('full', 'QuotaExceededError') as unknown as Error;
    await expect(carry('POST', '/radios', {}, true)).rejects.toThrow('full');
    here.fails = null;
    await carry('GET', '/log', undefined, true);
    expect(opened()).toBe(2);
  });

  it('answers the first lists as they were last while the heart still starts, and keeps the new ones', async () => {
    const { carry } = await fresh();
    here.ready = false;
    here.answers.set('/radios', 'as they were').set('/outings/3', 'the board').set('/log', 'never asked like this');
    expect((await carry('GET', '/radios', undefined, true)).body).toBe('as they were');
    expect((await carry('GET', '/outings/3', undefined, true)).body).toBe('the board');
    expect(here.calls).toEqual([]);
    expect((await carry('GET', '/log', undefined, true)).body).toBe('answered');
    expect((await carry('POST', '/radios', {}, true)).body).toBe('answered'); // nothing that changes something is answered from before
    here.ready = true;
    await carry('GET', '/radios', undefined, true);
    expect(here.answers.get('/radios')).toBe('answered');
  });

  it('one call after the other, whatever comes at once', async () => {
    const { carry } = await fresh();
    let inside = 0;
    let most = 0;
    vi.stubGlobal('navigator', { locks: { request: (() => {
      let last: Promise<unknown> = Promise.resolve();
      return (_: string, work: () => Promise<unknown>) => (last = last.then(async () => {
        most = Math.max(most, (inside += 1));
        return work().finally(() => (inside -= 1));
      }));
    })() } });
    const answers = await Promise.all(['/log', '/twin', '/drill', '/log'].map((path) => carry('GET', path, undefined, true)));
    expect([answers.length, most]).toEqual([4, 1]);
    vi.unstubAllGlobals();
  });

  it('knows what only a server knows, and carries rows to another device', async () => {
    const { carry, giveFile, giveSome, isNotHere, takeFile } = await fresh();
    here.reply = () => ({ status: 404, body: { type: 'urn:vocator:not-here' }, changed: {}, events: [] });
    expect(isNotHere(await carry('GET', '/satellites', undefined, true))).toBe(true);
    here.reply = () => ({ status: 404, body: { type: 'urn:vocator:not-found' }, changed: {}, events: [] });
    expect(isNotHere(await carry('GET', '/radios/99', undefined, true))).toBe(false);
    expect([await giveFile(), await giveSome(7, 's')]).toEqual(['file of ', 'file of 7/s']);
    here.reply = () => ({ status: 200, body: { radios: 1, sheets: 0 }, changed: { 'radio/9': { id: 9 } }, events: [{ id: 'never told' }] });
    expect((await takeFile('{}')).body).toEqual({ radios: 1, sheets: 0 });
    expect(here.kept).toEqual([[{ 'radio/9': { id: 9 } }, []]]);
  });
});
