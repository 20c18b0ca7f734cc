/**
 * What this device keeps to go on without a server: rows of the heart's book, answers of the server as they were last, and
 * what was done here that the server has not been told. Each in a store of its own, so that none takes another's place.
 */
import { clear, createStore, delMany, entries, get, keys, promisifyRequest, set, setMany, type UseStore } from 'idb-keyval';
import type { Done } from './heart';

const MOST_ANSWERS = 300;
const made: Record<string, UseStore> = {};
const of = (name: string): UseStore => (made[name] ??= createStore(`vocator-away-${name}`, name));

export type Row = [table: string, row: unknown];
type Kept = { order: number; event: Done };

/** All rows, as the heart opens its book. */
export async function allRows(): Promise<Row[]> {
  return (await entries<string, unknown>(of('rows'))).map(([name, row]) => [name.slice(0, name.indexOf('/')), row]);
}

/** Keep changed rows, null for those dropped, and what was done with them. */
export async function keepChanged(changed: Record<string, unknown>, events: Done[]): Promise<void> {
  // what is to be told is kept first: a row without it would never reach the server
  if (events.length) {
    last ||= (await entries<string, Kept>(of('outbox'))).reduce((most, [, { order }]) => Math.max(most, order), 0); // done before this page was opened, by whatever clock
    await setMany(events.map((event) => [event.id, { order: nextOrder(), event }] as [string, Kept]), of('outbox'));
  }
  const all = Object.entries(changed);
  await setMany(all.filter(([, row]) => row !== null), of('rows'));
  await delMany(all.filter(([, row]) => row === null).map(([name]) => name), of('rows'));
}

let last = 0;
const nextOrder = (): number => (last = Math.max(Date.now() * 1000, last + 1));

/** Put a server's rows in place of all that were here. */
export async function replaceRows(rows: Record<string, unknown[]>): Promise<void> {
  const named = Object.entries(rows).flatMap(([table, own]) => own.map((row) => [`${table}/${nameOf(table, row as Record<string, unknown>)}`, row] as [string, unknown]));
  await of('rows')('readwrite', (store) => {
    try {
      store.clear();
      for (const [name, row] of named) store.put(row, name);
    } catch (error) {
      store.transaction.abort(); // all of it or nothing: a device without rows is of no use in the field
      throw error;
    }
    return promisifyRequest(store.transaction);
  });
}

const NAMES: Record<string, string[]> = { slot: ['radio_id', 'slot'], own_profile: ['model'], placed_channel: ['radio_id', 'channel_id'] };
/** The name of a row, as the heart's book gives it. */
function nameOf(table: string, row: Record<string, unknown>): string {
  return (NAMES[table] ?? ['id']).map((column) => row[column]).join('/');
}

/** What the server has not been told, in the order in which it was done. */
export async function outbox(): Promise<Done[]> {
  const found = (await entries<string, Kept>(of('outbox'))).map(([, one]) => one);
  return found.sort((a, b) => a.order - b.order).map(({ event }) => event);
}

export const dropDone = (ids: string[]): Promise<void> => delMany(ids, of('outbox'));
export const countDone = async (): Promise<number> => (await keys(of('outbox'))).length;

type Answer = { body: unknown; at: number };

/** Keep an answer as it was last, at the cost of the oldest. */
export async function keepAnswer(path: string, body: unknown): Promise<void> {
  try {
    await set(path, { body, at: Date.now() } satisfies Answer, of('answers'));
    const there = await keys<string>(of('answers'));
    if (there.length <= MOST_ANSWERS) return;
    const all = await entries<string, Answer>(of('answers'));
    all.sort((a, b) => a[1].at - b[1].at);
    await delMany(all.slice(0, there.length - MOST_ANSWERS).map(([path]) => path), of('answers'));
  } catch {
    // no room, or nothing can be kept: the page then knows what it was told since it was opened
  }
}

/** Keep an answer that was taken along on purpose: no other takes its room. */
export const takeAnswer = (path: string, body: unknown): Promise<void> => set(path, body, of('taken'));

/** Drop what was taken along of before. */
export async function dropTakenBut(paths: Set<string>): Promise<void> {
  await delMany((await keys<string>(of('taken'))).filter((path) => !paths.has(path)), of('taken'));
}

/** The answer as it was last, else as it was taken along; undefined where none is kept. */
export async function keptAnswer(path: string): Promise<unknown> {
  try {
    return (await get<Answer>(path, of('answers')))?.body ?? (await get<unknown>(path, of('taken')));
  } catch {
    return undefined;
  }
}

/** Forget an answer that is not true any more. */
export const dropAnswers = (paths: string[]): Promise<void> => delMany(paths, of('answers'));

/** Forget all rows and what was taken along; what the server has not been told stays. */
export async function forgetRows(): Promise<void> {
  await clear(of('rows'));
  await clear(of('taken'));
}
