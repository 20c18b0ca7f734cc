/** The heart in a worker: the page asks, Python answers; it is started once and kept. */
type Answer = { ok?: unknown; problem?: Record<string, unknown> & { status: number } };

let worker: Worker | null = null;
let count = 0;
const waiting = new Map<number, (answer: Answer) => void>();
let started: Promise<void> | null = null;
export type Stage = 'fetching' | 'starting' | 'ready' | 'failed';
let told: (stage: Stage, words: string) => void = () => {};

/** Say who is told how far the start is. */
export function tellStage(to: typeof told): void {
  told = to;
}

export function start(): Promise<void> {
  started ??= new Promise((ready, failed) => {
    worker = new Worker(new URL('./worker.ts', import.meta.url), { type: 'module' });
    worker.onmessage = ({ data }: MessageEvent<{ id?: number; answer?: string; stage?: Stage; words?: string }>) => {
      if (data.stage) {
        told(data.stage, data.words ?? '');
        if (data.stage === 'ready') ready();
        if (data.stage === 'failed') failed(new Error(data.words));
        return;
      }
      waiting.get(data.id!)?.(JSON.parse(data.answer!) as Answer);
      waiting.delete(data.id!);
    };
    worker.postMessage({ base: new URL('python/', document.baseURI).href });
  });
  return started;
}

/** Ask the heart; a refusal comes back as a problem. */
export async function ask(call: string, given: unknown): Promise<Answer> {
  await start();
  const id = ++count;
  return new Promise((done) => {
    waiting.set(id, done);
    worker!.postMessage({ id, call, given: JSON.stringify(given) });
  });
}
