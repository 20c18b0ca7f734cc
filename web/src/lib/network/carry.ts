/** Answers in a server's place, by the heart, over the rows of this device; the same calls, the same shapes. */
import { callHeart, isReady, start, starts, type Reply } from './heart';
import * as rows from './rows';

const STAMP = 'vocator.away.rows';
/** What is answered as it was last while the heart still starts. */
const QUICK = /^\/(models|radios|sheets|station|regions|outings(\/\d+)?)(\?|$)/;
/** Lists that change with nearly everything: forgotten then, and asked for again when there is time. */
const LISTS = ['/radios', '/sheets', '/station'];
let base = '';
let timer = 0;
let seen: string | null = null;
let heart = 0;

/** Where the heart's files lie. */
export function carryFrom(folder: string): void {
  base = folder;
}

const stamp = (): string => {
  try {
    return localStorage.getItem(STAMP) ?? '';
  } catch {
    return '';
  }
};

/** Another page of this browser may keep other rows meanwhile: each change leaves a stamp. */
export function changedRows(): void {
  try {
    localStorage.setItem(STAMP, crypto.randomUUID());
  } catch {
    // then this page is the only one that keeps any
  }
}

/** One page at a time. */
export const alone = <T>(work: () => Promise<T>): Promise<T> => (navigator.locks ? (navigator.locks.request('vocator-away', work) as Promise<T>) : work());

async function open(): Promise<void> {
  await start(base);
  if (seen === stamp() && seen !== null && heart === starts()) return;
  const now = stamp();
  await callHeart('open_book', JSON.stringify(await rows.allRows()));
  seen = now;
  heart = starts();
}

async function kept(text: string, tells: boolean): Promise<Reply> {
  const reply = JSON.parse(text) as Reply;
  if (Object.keys(reply.changed).length || reply.events.length) {
    try {
      await rows.keepChanged(reply.changed, tells ? reply.events : []);
      await rows.dropAnswers(LISTS);
      window.clearTimeout(timer);
      timer = window.setTimeout(() => void Promise.all(LISTS.map((path) => carry('GET', path, undefined, false))).catch(() => {}), 500);
    } catch (error) {
      seen = null; // what the heart holds is not kept: it reads again what is
      throw error;
    }
    changedRows();
    seen = stamp();
  }
  return reply;
}

/** Answer a call; `tells` says that a server is to be told of what it changes. */
export async function carry(method: string, path: string, body: unknown, tells: boolean): Promise<{ status: number; body: unknown }> {
  if (method === 'GET' && !isReady() && QUICK.test(path)) {
    void start(base).catch(() => {});
    const before = await rows.keptAnswer(path);
    if (before !== undefined) return { status: 200, body: before };
  }
  const reply = await alone(async () => {
    await open();
    return kept(await callHeart('answer', method, path, JSON.stringify(body ?? null)), tells);
  });
  if (method === 'GET' && reply.status === 200 && QUICK.test(path)) void rows.keepAnswer(path, reply.body);
  return reply;
}

/** Whether the heart does not know a call: only a server does. */
export const isNotHere = ({ status, body }: { status: number; body: unknown }): boolean => status === 404 && (body as { type?: string }).type === 'urn:vocator:not-here';

/** All that is kept, as the file that carries it to another device. */
export const giveFile = (): Promise<string> =>
  alone(async () => {
    await open();
    return callHeart('all_rows');
  });

/** One radio with what its slots hold, and one of its sheets where one is named: what fits into codes. */
export const giveSome = (radio: number, sheet: string): Promise<string> =>
  alone(async () => {
    await open();
    return callHeart('some_rows', String(radio), sheet);
  });

/** Take such a file; the status and body are as a call's. */
export const takeFile = (text: string): Promise<Reply> =>
  alone(async () => {
    await open();
    return kept(await callHeart('take_rows', text), false);
  });
