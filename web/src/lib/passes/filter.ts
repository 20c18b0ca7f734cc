/** Which passes are shown: by satellite, by what they are good for, by way, by light, by the hours one has. */
import type { ListedPass } from '../api';

export type Wanted = { satellite: string; good: 'work' | 'hear' | 'all'; way: string; light: string; from: number; to: number };

export const EVERYTHING: Wanted = { satellite: '', good: 'work', way: '', light: '', from: 0, to: 24 };

export const WAY_ORDER = ['full_duplex', 'two_watch', 'slots'];
export const WAY_SHORT: Record<string, string> = { full_duplex: 'full duplex', two_watch: 'two sides', slots: 'slot by slot' };
export const LIGHT: Record<string, string> = { day: 'day', dusk: 'dusk', night: 'night' };

/** Whether the clock stands within hours that may run over midnight. */
export function within(hour: number, from: number, to: number): boolean {
  if (from === to) return true;
  return from < to ? hour >= from && hour < to : hour >= from || hour < to;
}

/** Whether a pass is one of those wanted; `ways` are those in which my radios work its satellite, `hour` of the clock is that of its rise. */
export function fits(p: Pick<ListedPass, 'number' | 'workable' | 'hearable' | 'picked' | 'light'>, wanted: Wanted, ways: string[], hour: number): boolean {
  const good = wanted.good === 'all' || p.workable || p.picked || (wanted.good === 'hear' && p.hearable);
  const own = !wanted.satellite || String(p.number) === wanted.satellite;
  const way = !wanted.way || ways.includes(wanted.way);
  return good && own && way && (!wanted.light || p.light === wanted.light) && within(hour, wanted.from, wanted.to);
}
