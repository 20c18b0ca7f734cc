import { beforeEach, describe, expect, it, vi } from 'vitest';
import { shell } from '../../shell/state.svelte';
import { Listing } from './listing.svelte';

const answer = (status: number, body: unknown) => new Response(JSON.stringify(body), { status });

beforeEach(() => {
  localStorage.clear();
  shell.reach = 'ok';
  vi.unstubAllGlobals();
});

describe('the listing line', () => {
  it('is kept on this device as it is typed, and is there again', () => {
    new Listing().set('147.33 + 103.5');
    expect(new Listing().line).toBe('147.33 + 103.5');
  });

  it('takes the first of many pasted lines and lets the others wait their turn', () => {
    const listing = new Listing();
    expect(listing.paste('146.55')).toBe(false);
    expect(listing.paste('146.55\n\n  147.33 + \r\n442.1 d023')).toBe(true);
    expect([listing.line, ...listing.waiting]).toEqual(['146.55', '147.33 +', '442.1 d023']);
    listing.next();
    expect([listing.line, ...new Listing().waiting]).toEqual(['147.33 +', '442.1 d023']);
    listing.drop();
    expect(new Listing().waiting).toEqual([]);
  });

  it('shows what was understood, and the refusal with its remedy', async () => {
    const listing = new Listing();
    listing.line = '147.33 +';
    vi.stubGlobal('fetch', async () => answer(200, { sum: [], notes: [], doubts: [], readings: [] }));
    await listing.ask();
    expect(listing.found).not.toBeNull();
    vi.stubGlobal('fetch', async () => answer(422, { found: 'tone 104', do: 'Take 103.5' }));
    await listing.ask();
    expect(listing.found).toBeNull();
    expect(listing.refused?.do).toBe('Take 103.5');
  });

  it('keeps what was understood when the server or its store is away', async () => {
    const listing = new Listing();
    listing.line = '147.33 +';
    vi.stubGlobal('fetch', async () => answer(200, { sum: [], notes: [], doubts: [], readings: [] }));
    await listing.ask();
    vi.stubGlobal('fetch', async () => Promise.reject(new TypeError('offline')));
    await listing.ask();
    expect(listing.found).not.toBeNull();
    expect(shell.reach).toBe('server');
    vi.stubGlobal('fetch', async () => answer(503, { title: 'The store does not answer' }));
    await listing.ask();
    expect(shell.reach).toBe('store');
    expect(listing.missed).toBe(true);
  });

  it('forgets an answer that a later question has overtaken', async () => {
    const listing = new Listing();
    let first: (value: Response) => void = () => {};
    vi.stubGlobal('fetch', () => new Promise<Response>((resolve) => (first = resolve)));
    listing.line = '147.3';
    const slow = listing.ask();
    vi.stubGlobal('fetch', async () => answer(200, { sum: [{ name: 'new' }], notes: [], doubts: [], readings: [] }));
    listing.line = '147.33';
    await listing.ask();
    first(answer(200, { sum: [{ name: 'old' }], notes: [], doubts: [], readings: [] }));
    await slow;
    expect(listing.found?.sum[0]?.name).toBe('new');
  });
});
