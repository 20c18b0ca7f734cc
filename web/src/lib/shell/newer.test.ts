import { beforeEach, describe, expect, it, vi } from 'vitest';

type Found = { waiting: object | null; installing: object | null; update: () => Promise<void> };
let found: Found | undefined;
const reload = vi.fn();

const fresh = async () => {
  vi.resetModules();
  return import('./newer.svelte');
};
const answer = (version?: string) => new Response('{}', version ? { headers: { 'vocator-version': version } } : {});

beforeEach(() => {
  found = undefined;
  reload.mockReset();
  vi.stubGlobal('location', { ...globalThis.location, reload });
  vi.stubGlobal('navigator', { serviceWorker: { getRegistration: async () => found } });
});

describe('a newer page', () => {
  it('is spoken of only when the server is another version, or one was fetched', async () => {
    const { newer, VERSION } = await fresh();
    newer.note(answer());
    newer.note(answer(VERSION));
    expect(newer.words).toBe('');
    newer.waits();
    expect(newer.words).toBe('A newer page of Vocator is here.');
    newer.note(answer('99.0.1'));
    newer.note(answer()); // what comes through another server on the way says nothing
    expect(newer.words).toBe(`The server is Vocator 99.0.1, this page is ${VERSION}.`);
    newer.note(answer(VERSION));
    expect(newer.words).toBe('A newer page of Vocator is here.');
  });

  it('is never put in by itself, and at a tap exchanged by the service worker where one waits', async () => {
    const { newer } = await fresh();
    const exchange = vi.fn(async () => {});
    newer.take(exchange);
    found = { waiting: {}, installing: null, update: vi.fn(async () => {}) };
    newer.waits();
    newer.note(answer('99.0.1'));
    expect(exchange).not.toHaveBeenCalled();
    await newer.reload();
    expect(exchange).toHaveBeenCalledOnce();
    expect(found.update).not.toHaveBeenCalled(); // it is fetched already
    expect(reload).not.toHaveBeenCalled();
  });

  it('is looked for first, and waited for while it comes in', async () => {
    vi.useFakeTimers();
    const { newer } = await fresh();
    const exchange = vi.fn(async () => {});
    newer.take(exchange);
    found = { waiting: null, installing: {}, update: vi.fn(async () => {}) };
    const done = newer.reload();
    await vi.advanceTimersByTimeAsync(350);
    expect(exchange).not.toHaveBeenCalled();
    Object.assign(found, { installing: null, waiting: {} });
    await vi.advanceTimersByTimeAsync(200);
    await done;
    expect(found.update).toHaveBeenCalledOnce();
    expect(exchange).toHaveBeenCalledOnce();
    vi.useRealTimers();
  });

  it('is loaded plainly where no service worker can be, cannot look, or never ends', async () => {
    const { newer } = await fresh();
    await newer.reload();
    found = { waiting: null, installing: null, update: async () => Promise.reject(new Error('offline')) };
    await newer.reload();
    vi.stubGlobal('navigator', {});
    await newer.reload();
    vi.stubGlobal('navigator', { serviceWorker: { getRegistration: async () => Promise.reject(new Error('not allowed')) } });
    await newer.reload();
    expect(reload).toHaveBeenCalledTimes(4);
  });
});
