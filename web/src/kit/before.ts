/** What a kit of an earlier version kept on this device, brought into the rows of today; nothing of it is dropped before it is taken. */
import { createStore, entries } from 'idb-keyval';
import type { Schemas, Sheet, Station, Tick } from '../lib/api';

type OldRadio = { id: number; name: string; model: string; firmware: string; slots: Record<string, Schemas['SlotShape']> };
export type Old = { radios: OldRadio[]; sheets: Sheet[]; ticks: Tick[] };
const STORES = ['radios', 'sheets', 'ticks', 'station'] as const;

/** The same as the file that one device gives another. */
export function asFile({ radios, sheets, ticks }: Old): string {
  const events = radios.flatMap((r) =>
    Object.values(r.slots).map((s) => ({
      id: 0, radio_id: r.id, slot: s.slot, at: s.changed_at ?? '2000-01-01T00:00:00Z', state: s.state, text: 'noted before', channel: s.channel, source: null, sheet_id: null, rank: 0,
      effect: { state: s.state, holds: 'named', channel: s.channel },
    })),
  );
  return JSON.stringify({
    version: 2,
    rows: {
      radio: radios.map(({ id, name, model, firmware }) => ({ id, name, model, firmware, marks: [] })),
      sheet: sheets.map(({ id, title, status, created_at, content }) => ({ id, title, status, created_at, content, radio_id: content.radio_id, slot: content.goal.slot })),
      slot_event: events,
      tick: ticks.map((t) => ({ ...t, outcome: t.outcome ?? null, settled: false })),
    },
  });
}

const all = async <T>(name: string): Promise<T[]> => (await entries<string, T>(createStore(`vocator-kit-${name}`, name))).map(([, value]) => value);

/** Bring over what is there; `take` takes a file, `station` keeps the station. Returns whether there was anything. */
export async function bringOver(take: (file: string) => Promise<{ status: number }>, station: (one: Station) => Promise<unknown>): Promise<boolean> {
  const there = new Set((await indexedDB.databases?.())?.map((d) => d.name) ?? []);
  if (!there.has('vocator-kit-radios')) return false;
  const old = { radios: await all<OldRadio>('radios'), sheets: await all<Sheet>('sheets'), ticks: await all<Tick>('ticks') };
  if ((await take(asFile(old))).status !== 200) return false;
  for (const one of await all<Station>('station')) await station(one);
  for (const name of STORES) indexedDB.deleteDatabase(`vocator-kit-${name}`);
  return old.radios.length > 0;
}
