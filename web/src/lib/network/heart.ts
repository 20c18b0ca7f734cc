/** The heart in a worker: the page asks, Python answers; it is started once and kept. */
export type Reply = { status: number; body: unknown; changed: Record<string, unknown>; events: Done[] };
/** Something done here that a server has not been told. */
export type Done = { id: string; at: string; kind: string; [more: string]: unknown };
export type Stage = 'fetching' | 'starting' | 'ready' | 'failed';

type Waits = { done: (answer: string) => void; failed: (why: Error) => void };
let worker: Worker | null = null;
let count = 0;
const waiting = new Map<number, Waits>();
let started: Promise<void> | null = null;
let stage: Stage = 'fetching';
let born = 0;
let told: (stage: Stage, words: string) => void = () => {};

/** Say who is told how far the start is. */
export function tellStage(to: typeof told): void {
  told = to;
}

export const isReady = (): boolean => stage === 'ready';

/** How often it was started: a heart begun anew has forgotten what it was told. */
export const starts = (): number => born;

/** Start the heart from the folder of its files; whoever asks again waits for the same start. */
export function start(base: string): Promise<void> {
  started ??= new Promise<void>((ready, failed) => {
    worker = new Worker(new URL('./worker.ts', import.meta.url), { type: 'module' });
    worker.onerror = () => {
      failed(new Error('the heart does not start'));
      stopped();
    };
    worker.onmessage = ({ data }: MessageEvent<{ id?: number; answer?: string; fault?: string; stage?: Stage; words?: string }>) => {
      if (data.stage) {
        stage = data.stage;
        told(data.stage, data.words ?? '');
        if (data.stage === 'ready') {
          born += 1;
          ready();
        }
        if (data.stage === 'failed') failed(new Error(data.words));
        return;
      }
      const asked = waiting.get(data.id!);
      waiting.delete(data.id!);
      if (data.fault !== undefined) asked?.failed(new Error(data.fault));
      else asked?.done(data.answer!);
    };
    worker.postMessage({ base });
  }).catch((error: unknown) => {
    started = null; // what was missing may be there the next time
    worker?.terminate();
    throw error;
  });
  return started;
}

/** What runs in the browser's worker ended: whoever waits is told, and the next question starts it anew. */
function stopped(): void {
  for (const one of waiting.values()) one.failed(new Error('the heart stopped; ask again'));
  waiting.clear();
  if (stage === 'ready') {
    worker?.terminate();
    started = null;
    stage = 'failed';
    told('failed', 'the heart stopped');
  }
}

/** Call the heart, which has been started; what it answers is text. */
export function callHeart(call: string, ...given: string[]): Promise<string> {
  const id = ++count;
  return new Promise((done, failed) => {
    waiting.set(id, { done, failed });
    worker!.postMessage({ id, call, given });
  });
}
