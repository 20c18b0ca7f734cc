import { beforeEach, describe, expect, it, vi } from 'vitest';

const here = vi.hoisted(() => ({ kept: new Map<string, unknown>(), calls: [] as unknown[][], reply: { status: 200, body: 'from the heart' } as { status: number; body: unknown }, from: '', fails: false }));
vi.mock('../lib/network/carry', () => ({
  carryFrom: (base: string) => void (here.from = base),
  carry: async (...call: unknown[]) => {
    here.calls.push(call);
    return here.reply;
  },
  isNotHere: (reply: { status: number }) => reply.status === 501,
}));
vi.mock('../lib/network/rows', () => ({
  keptAnswer: async (path: string) => {
    if (here.fails) throw new Error('no room for anything');
    return here.kept.get(path);
  },
  keepAnswer: async (path: string, body: unknown) => void here.kept.set(path, body),
}));

const fresh = async () => {
  vi.resetModules();
  return (await import('./carrier')).carrier;
};

beforeEach(() => {
  Object.assign(here, { calls: [], reply: { status: 200, body: 'from the heart' }, fails: false });
  here.kept.clear();
  vi.stubGlobal('fetch', async () => new Response('[{"model":"drawn"}]'));
});

describe('a kit’s way to its answers', () => {
  it('knows who asks without a heart, and what the bench needs before it has started', async () => {
    const carrier = await fresh();
    expect(await carrier('GET', '/session', undefined)).toMatchObject({ status: 200, body: { who: 'lead' } });
    expect(here.calls).toEqual([]);
    await carrier('GET', '/models', undefined);
    expect(here.from).toMatch(/python\/$/);
    expect(here.kept.get('/models')).toEqual([{ model: 'drawn' }]);
    expect(here.kept.get('/radios')).toEqual([]);
    expect(here.kept.get('/station')).toMatchObject({ region: 'r2', receive: 'open', may_send_on: [] });
  });

  it('leaves what was kept before as it is', async () => {
    here.kept.set('/radios', [{ id: 1 }]);
    here.kept.set('/models', ['as kept']);
    const carrier = await fresh();
    await carrier('GET', '/radios', undefined);
    expect([here.kept.get('/radios'), here.kept.get('/models')]).toEqual([[{ id: 1 }], ['as kept']]);
  });

  it('hands every call on, tells no server of it, and says what a kit does not hold', async () => {
    const carrier = await fresh();
    expect(await carrier('POST', '/sheets', { line: '146.52' })).toEqual(here.reply);
    expect(here.calls).toEqual([['POST', '/sheets', { line: '146.52' }, false]]);
    here.reply = { status: 422, body: { title: 'refused' } };
    expect(await carrier('POST', '/sheets', {})).toEqual(here.reply);
    here.reply = { status: 501, body: null };
    expect(await carrier('GET', '/people', undefined)).toMatchObject({ status: 404, body: { title: 'Not in a field kit' } });
  });

  it('answers though nothing can be kept', async () => {
    here.fails = true;
    const carrier = await fresh();
    expect(await carrier('GET', '/radios', undefined)).toEqual(here.reply);
  });
});
