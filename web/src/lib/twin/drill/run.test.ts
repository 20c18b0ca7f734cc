import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import type { Model } from '../../api';
import { byKind, Run, SESSION_S } from './run.svelte';

const MODEL = { model: 'oriel-wick', firmware: '1' } as unknown as Model;
const PLAY = { token: 't0', display: { text: '146.520' }, trace: [], quiet_ms: null };
let asked: { path: string; body: Record<string, unknown> | null }[] = [];
let verdict: Record<string, unknown>;
let fails = false;

beforeEach(() => {
  vi.useFakeTimers({ toFake: ['performance', 'setTimeout', 'setInterval', 'clearInterval', 'clearTimeout', 'Date'] });
  [asked, fails, verdict] = [[], false, { right: true, why: '', slips: [] }];
  vi.stubGlobal('fetch', async (path: string, init: RequestInit) => {
    asked.push({ path, body: init.body ? (JSON.parse(String(init.body)) as Record<string, unknown>) : null });
    if (fails) return new Response(JSON.stringify({ title: 'away', detail: 'The trainer is away.' }), { status: 500 });
    const item = new URL(path, 'http://x').searchParams.get('item');
    const body = path.includes('/exercise') ? { item, seed: 4, words: `do ${item}`, fewest: 3, usual_s: 9, choices: item === 'sight' ? ['a', 'b'] : [], play: item === 'sum' ? null : PLAY } : path.includes('/answers') ? verdict : { ...PLAY, token: 't1' };
    return new Response(JSON.stringify(body), { headers: { 'content-type': 'application/json' } });
  });
});
afterEach(() => vi.useRealTimers());

const run = (...items: string[]): Run => new Run(MODEL, 'me', items.map((item) => ({ item, seed: 4 }) as never), 'r2');
const answers = () => asked.filter((a) => a.path.includes('/answers')).map((a) => a.body!);

describe('a session of exercises', () => {
  it('goes through what comes next, tells what was done in how long, and ends', async () => {
    const session = run('frequency', 'sum');
    await session.next();
    expect([session.exercise!.item, session.twin!.play!.token]).toEqual(['frequency', 't0']);
    session.twin!.press('[MODE]');
    await vi.advanceTimersByTimeAsync(7000);
    session.hint();
    await session.answer(null);
    expect(answers()[0]).toMatchObject({ item: 'frequency', seed: 4, seconds: 7, hints: 1, keys: 1, token: 't1', choice: null, person: 'me', model: 'oriel-wick' });
    await session.next();
    expect(session.twin).toBeNull();
    verdict = { right: false, why: 'no', slips: [] };
    await session.answer('b');
    expect(answers()[1]).toMatchObject({ item: 'sum', choice: 'b', token: null, hints: 0, keys: 0, pressed: [] });
    expect(new Set(answers().map((a) => a.id)).size).toBe(2);
    await session.next();
    expect([session.over, session.done.map((d) => d.right)]).toEqual([true, [true, false]]);
  });

  it('ends after five minutes, but never before one was done', async () => {
    const session = run('frequency', 'tone', 'sum');
    await session.next();
    await vi.advanceTimersByTimeAsync((SESSION_S + 5) * 1000);
    await session.answer(null);
    await session.next();
    expect([session.over, session.done.length, session.left.length]).toEqual([true, 1, 1]);
  });

  it('goes on from where one is after a slip, each look told by itself, each slip once', async () => {
    const session = run('frequency');
    await session.next();
    const slip = { kind: 'on the air', did: 'It sent on 146.520, unasked' };
    verdict = { right: false, why: 'Not yet', slips: [slip] };
    await session.answer(null);
    session.goOn();
    expect(session.verdict).toBeNull();
    verdict = { right: true, why: '', slips: [slip, { kind: 'turned too far', did: 'one click' }, { ...slip, did: 'It sent again' }] };
    await session.answer(null);
    expect(session.slips.length).toBe(3);
    expect(byKind(session.slips)).toEqual([{ kind: 'on the air', times: 2, did: [slip.did, 'It sent again'] }, { kind: 'turned too far', times: 1, did: ['one click'] }]);
    expect(answers()[0]!.id).not.toBe(answers()[1]!.id);
  });

  it('loses nothing where the trainer does not answer: the exercise and the answer are asked for again', async () => {
    const session = run('frequency');
    fails = true;
    await session.next();
    expect([session.exercise, session.left.length, session.over]).toEqual([null, 1, false]);
    expect(session.trouble).not.toBe('');
    fails = false;
    await session.next();
    fails = true;
    await session.answer(null);
    expect([session.verdict, session.busy, session.done.length]).toEqual([null, false, 0]);
    fails = false;
    await session.answer(null);
    expect([session.trouble, session.done.length]).toEqual(['', 1]);
    expect(answers()[0]!.id).toBe(answers()[1]!.id); // sent twice, counted once
  });
});
