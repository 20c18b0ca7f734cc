import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import type { Model, Play } from '../api';
import { TwinPlay } from './play.svelte';

const MODEL = { model: 'ardvane-finch', firmware: '1' } as unknown as Model;
let asked: { path: string; body: Record<string, unknown> | null }[] = [];
let answer: Partial<Play> & Record<string, unknown>;

const settle = () => vi.advanceTimersByTimeAsync(0);
const keys = () => asked.map((a) => a.body?.keys).filter(Boolean);

beforeEach(() => {
  vi.useFakeTimers();
  asked = [];
  answer = { token: 't1', display: { text: 'one' } as Play['display'], trace: [], quiet_ms: null };
  vi.stubGlobal('fetch', async (path: string, init: RequestInit) => {
    asked.push({ path, body: init.body ? JSON.parse(String(init.body)) : null });
    return new Response(JSON.stringify(answer), { headers: { 'content-type': 'application/json' } });
  });
});
afterEach(() => vi.useRealTimers());

async function started(): Promise<TwinPlay> {
  const twin = new TwinPlay(MODEL);
  await twin.start();
  return twin;
}

describe('a twin in play', () => {
  it('sends each press with the token of the last answer, one after the other', async () => {
    const twin = await started();
    answer = { ...answer, token: 't2' };
    twin.press('[FN]');
    twin.press('5');
    await settle();
    expect(asked.slice(1).map((a) => [a.body!.token, a.body!.keys])).toEqual([['t1', ['[FN]']], ['t2', ['5']]]);
  });

  it('holds a latched key down for the next press alone', async () => {
    const twin = await started();
    twin.latched = 'MON';
    twin.press('5');
    twin.press('[MODE]');
    await settle();
    expect(keys()).toEqual([['[MON]+[5]'], ['[MODE]']]);
  });

  it('lets the time pass that passed here, and looks again when something closes by itself', async () => {
    const twin = await started();
    answer = { ...answer, quiet_ms: 8000 };
    twin.press('[FN]');
    await settle();
    await vi.advanceTimersByTimeAsync(2000);
    answer = { ...answer, quiet_ms: 6000 };
    twin.press('2');
    await settle();
    expect(keys()[1]).toEqual(['wait 2.0s', '2']);
    answer = { ...answer, quiet_ms: null };
    await vi.advanceTimersByTimeAsync(6000);
    expect(keys()[2]).toEqual(['wait 6.000s']);
    twin.stop();
  });

  it('stands still when its clock does', async () => {
    const twin = await started();
    twin.setSpeed(0);
    answer = { ...answer, quiet_ms: 8000 };
    twin.press('[FN]');
    await settle();
    await vi.advanceTimersByTimeAsync(60_000);
    expect(keys()).toEqual([['[FN]']]);
  });

  it('tells what came of a transmission on the band, and that nothing did', async () => {
    const twin = await started();
    twin.setBand(true);
    answer = { ...answer, trace: [{ beeps: ['low'], transmitting_hz: 147_930_000 }] as unknown as Play['trace'], air: { opened: '', hint: 'the tone is missing' } as Play['air'] };
    twin.press('[PTT]');
    await settle();
    expect([twin.sending, twin.told, twin.hint, twin.beeps]).toEqual([147_930_000, 'Nothing comes back.', 'the tone is missing', ['low']]);
    expect(asked.at(-1)!.body!.at_s).not.toBeNull();
    twin.setBand(false);
    await settle();
    expect([keys().at(-1), twin.told]).toEqual([['hear nothing'], 'Nothing comes back.']);
    twin.stop();
  });

  it('says why it does not go on, and goes on when it can', async () => {
    const twin = await started();
    vi.stubGlobal('fetch', async () => Promise.reject(new TypeError('offline')));
    twin.press('[FN]');
    await settle();
    expect(twin.trouble).toContain('Nothing was changed');
    expect(twin.play?.token).toBe('t1');
    vi.stubGlobal('fetch', async () => new Response(JSON.stringify({ ...answer, token: 't2' })));
    twin.press('[FN]');
    await settle();
    expect([twin.trouble, twin.play?.token]).toEqual(['', 't2']);
  });
});
