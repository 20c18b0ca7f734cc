/** What the kit keeps on the device: radios, what their slots hold, sheets with their ticks. One document a thing, in IndexedDB. */
import { createStore, del, entries, get, set, type UseStore } from 'idb-keyval';
import type { Sheet, Station, Tick } from '../lib/api';
import type { KitRadio, Whole } from './whole';


export const STATION: Station = { call_sign: '', region: 'r2', may_send_on: [], receive: 'open', way: 'long', theme: 'day', latitude_deg: null, longitude_deg: null, height_m: null, chosen: true, mask: [] };

const made: Record<string, UseStore> = {};
const of = (name: string): UseStore => (made[name] ??= createStore(`vocator-kit-${name}`, name));

const all = async <T>(name: string): Promise<T[]> => (await entries<string, T>(of(name))).map(([, value]) => value);

export const radios = (): Promise<KitRadio[]> => all<KitRadio>('radios').then((found) => found.sort((a, b) => a.id - b.id));
export const radio = (id: number): Promise<KitRadio | undefined> => get<KitRadio>(String(id), of('radios'));
export const keepRadio = (one: KitRadio): Promise<void> => set(String(one.id), one, of('radios'));
export const dropRadio = (id: number): Promise<void> => del(String(id), of('radios'));
export const sheets = (): Promise<Sheet[]> => all<Sheet>('sheets').then((found) => found.sort((a, b) => (a.created_at < b.created_at ? 1 : -1)));
export const sheet = (id: string): Promise<Sheet | undefined> => get<Sheet>(id, of('sheets'));
export const keepSheet = (one: Sheet): Promise<void> => set(one.id, one, of('sheets'));
export const ticks = (): Promise<Tick[]> => all<Tick>('ticks');
export const keepTick = (one: Tick): Promise<void> => set(one.id, one, of('ticks'));
export const station = async (): Promise<Station> => (await get<Station>('station', of('station'))) ?? STATION;
export const keepStation = (one: Station): Promise<void> => set('station', one, of('station'));

/** All of it, to be carried to another device. */
export async function whole(): Promise<Whole> {
  return { version: 1, station: await station(), radios: await radios(), sheets: await sheets(), ticks: await ticks() };
}

/** Take what another device gave: what is not here yet is added, nothing is overwritten; returns how many radios and sheets were new. */
export async function take(given: Whole): Promise<{ radios: number; sheets: number }> {
  const here = await radios();
  const known = new Set(await sheets().then((found) => found.map((s) => s.id)));
  const ids: Record<number, number> = {};
  let added = 0;
  for (const one of given.radios) {
    const same = here.find((r) => r.name === one.name && r.model === one.model);
    ids[one.id] = same?.id ?? one.id;
    if (same) continue;
    const id = here.some((r) => r.id === one.id) ? Math.max(0, ...here.map((r) => r.id)) + 1 : one.id;
    ids[one.id] = id;
    here.push({ ...one, id });
    await keepRadio({ ...one, id });
    added += 1;
  }
  const fresh = given.sheets.filter((s) => !known.has(s.id));
  for (const one of fresh) await keepSheet({ ...one, content: { ...one.content, radio_id: ids[one.content.radio_id] ?? one.content.radio_id } });
  for (const one of given.ticks) await keepTick(one);
  return { radios: added, sheets: fresh.length };
}
