import { beforeEach, describe, expect, it, vi } from 'vitest';
import { Describing } from './describing.svelte';

type Answer = { status?: number; body?: unknown; after?: Promise<void> };
let asked: { method: string; path: string; body: Record<string, unknown> | null }[] = [];
let answers: (path: string, method: string) => Answer;
const settle = () => new Promise((done) => setTimeout(done, 0));
const view = (version: number, name = 'Pebble'): object => ({ id: 'd1', version, name });

beforeEach(() => {
  localStorage.clear();
  asked = [];
  answers = () => ({ body: view(1) });
  vi.stubGlobal('fetch', async (path: string, init: RequestInit) => {
    const method = init.method ?? 'GET';
    asked.push({ method, path, body: init.body ? (JSON.parse(String(init.body)) as Record<string, unknown>) : null });
    const { status = 200, body = [], after } = answers(path, method);
    await after;
    return new Response(JSON.stringify(body), { status, headers: { 'content-type': 'application/json' } });
  });
});

describe('a description in the making', () => {
  it('sends each answer from the version that the one before made, in order, however quickly they come', async () => {
    let version = 1;
    answers = (path, method) => (path.endsWith('/goals') ? { body: [] } : { body: view(method === 'GET' ? version : ++version) });
    const one = new Describing('d1');
    await one.load();
    expect(await Promise.all([one.send('answers', { name: 'a' }), one.send('answers', { name: 'b' }), one.send('parts', { name: 'c' }, true)])).toEqual([true, true, true]);
    const sent = asked.filter((a) => a.method !== 'GET');
    expect(sent.map((a) => [a.method, a.path, a.body!.name, a.body!.version])).toEqual([['POST', '/api/descriptions/d1/answers', 'a', 1], ['POST', '/api/descriptions/d1/answers', 'b', 2], ['PUT', '/api/descriptions/d1/parts', 'c', 3]]);
    expect(one.view!.version).toBe(4);
    expect(new Describing('d1').view!.version).toBe(4); // kept on this device
  });

  it('shows the one of an older page anew where another page changed it, and says so', async () => {
    const one = new Describing('d1');
    await one.load();
    answers = (path, method) => (method === 'POST' ? { status: 409, body: { type: 'urn:vocator:clash', title: 'Changed meanwhile', detail: 'Another page changed it.', status: 409 } } : { body: path.endsWith('/goals') ? [] : view(7, 'Theirs') });
    expect(await one.send('answers', { name: 'a' })).toBe(false);
    expect([one.view!.version, one.view!.name, one.busy]).toEqual([7, 'Theirs', false]);
    expect(one.trouble).not.toBe('');
  });

  it('names the field that an answer failed at and what to do, and keeps what was known without the server', async () => {
    const one = new Describing('d1');
    await one.load();
    answers = () => ({ status: 422, body: { type: 'urn:vocator:refusal', title: 'No', do: 'Write it in MHz.', where: 'low', status: 422 } });
    expect(await one.send('answers', { name: 'a' })).toBe(false);
    expect([one.wrong, one.trouble, one.view!.version]).toEqual(['low', 'Write it in MHz.', 1]);
    vi.stubGlobal('fetch', async () => { throw new TypeError('away'); });
    expect(await one.send('answers', { name: 'a' })).toBe(false);
    expect([one.view!.version, one.busy]).toEqual([1, false]);
    expect(one.trouble).toMatch(/does not answer/);
  });

  it('takes the goals of the latest version only, whichever answer comes last', async () => {
    let first = (): void => {};
    const slow = new Promise<void>((done) => (first = done));
    let count = 0;
    answers = (path) => (!path.endsWith('/goals') ? { body: view(1) } : ++count === 1 ? { body: [{ kind: 'old' }], after: slow } : { body: [{ kind: 'new' }] });
    const one = new Describing('d1');
    await one.load();
    await one.load();
    await settle();
    first();
    await settle();
    expect(one.goals.map((g) => g.kind)).toEqual(['new']);
  });
});
