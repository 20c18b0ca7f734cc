import { beforeEach, describe, expect, it, vi } from 'vitest';

type Told = { base?: string; id?: number; call?: string; given?: string[] };

/** A worker whose other end is the test. */
class Hand {
  static all: Hand[] = [];
  onmessage: ((event: { data: object }) => void) | null = null;
  onerror: (() => void) | null = null;
  told: Told[] = [];
  ended = false;
  constructor() {
    Hand.all.push(this);
  }
  postMessage(data: Told): void {
    this.told.push(data);
  }
  terminate(): void {
    this.ended = true;
  }
  says(data: object): void {
    this.onmessage!({ data });
  }
}

const fresh = async () => {
  vi.resetModules();
  return import('./heart');
};
const last = () => Hand.all.at(-1)!;

beforeEach(() => {
  Hand.all = [];
  vi.stubGlobal('Worker', Hand);
});

describe('the heart in a worker', () => {
  it('is started once, however many ask, and tells how far it is', async () => {
    const heart = await fresh();
    const stages: string[] = [];
    heart.tellStage((stage, words) => stages.push(`${stage}${words}`));
    const both = [heart.start('/python/'), heart.start('/python/')];
    expect(Hand.all).toHaveLength(1);
    expect(last().told).toEqual([{ base: '/python/' }]);
    for (const stage of ['fetching', 'starting']) last().says({ stage });
    expect(heart.isReady()).toBe(false);
    last().says({ stage: 'ready' });
    await Promise.all(both);
    await heart.start('/python/');
    expect(heart.isReady()).toBe(true);
    expect(heart.starts()).toBe(1);
    expect(Hand.all).toHaveLength(1);
    expect(stages).toEqual(['fetching', 'starting', 'ready']);
  });

  it('gives each answer to who asked, in whatever order they come, and a fault to that one alone', async () => {
    const heart = await fresh();
    const ready = heart.start('/');
    last().says({ stage: 'ready' });
    await ready;
    const asked = ['first', 'second', 'third'].map((what) => heart.callHeart('answer', what).catch((why: Error) => why.message));
    const sent = last().told.slice(1);
    expect(sent.map((one) => one.given)).toEqual([['first'], ['second'], ['third']]);
    expect(new Set(sent.map((one) => one.id)).size).toBe(3);
    last().says({ id: sent[2]!.id, answer: 'to the third' });
    last().says({ id: sent[0]!.id, fault: 'no such slot' });
    last().says({ id: 999, answer: 'to nobody' });
    last().says({ id: sent[1]!.id, answer: '' });
    expect(await Promise.all(asked)).toEqual(['no such slot', '', 'to the third']);
  });

  it('that does not start is told, ended, and tried anew the next time', async () => {
    const heart = await fresh();
    const failing = heart.start('/').catch((why: Error) => why.message);
    last().says({ stage: 'failed', words: 'core.zip: 404' });
    expect(await failing).toBe('core.zip: 404');
    expect(last().ended).toBe(true);
    const again = heart.start('/').catch((why: Error) => why.message);
    expect(Hand.all).toHaveLength(2);
    last().onerror!();
    expect(await again).toBe('the heart does not start');
    const third = heart.start('/');
    last().says({ stage: 'ready' });
    await expect(third).resolves.toBeUndefined();
    expect(Hand.all).toHaveLength(3);
  });

  it('that stops later leaves nobody waiting: who asked is told, and the next start begins another', async () => {
    const heart = await fresh();
    const stages: string[] = [];
    heart.tellStage((stage) => stages.push(stage));
    const ready = heart.start('/');
    last().says({ stage: 'ready' });
    await ready;
    const asked = [heart.callHeart('answer', 'one'), heart.callHeart('answer', 'two')].map((one) => one.catch((why: Error) => why.message));
    last().onerror!();
    expect(await Promise.all(asked)).toEqual(['the heart stopped; ask again', 'the heart stopped; ask again']);
    expect([heart.isReady(), last().ended, stages.at(-1)]).toEqual([false, true, 'failed']);
    const again = heart.start('/');
    expect(Hand.all).toHaveLength(2);
    last().says({ stage: 'ready' });
    await again;
    expect(heart.starts()).toBe(2);
    const answer = heart.callHeart('answer', 'three');
    last().says({ id: last().told.at(-1)!.id, answer: 'here' });
    expect(await answer).toBe('here');
  });
});
