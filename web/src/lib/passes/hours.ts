/** The spans in which most passes come together, so that several operators have something to do. */
import type { ListedPass } from '../api';

type Short = Pick<ListedPass, 'satellite' | 'aos_utc' | 'los_utc'>;

/** Spans of so many minutes that begin with a rise and hold two passes or more; those with most come first, none overlapping. */
export function busiest(passes: Short[], minutes: number, now: number): { start: string; names: string[] }[] {
  const spans = passes
    .filter((p) => Date.parse(p.aos_utc) > now)
    .map((first) => {
      const begin = Date.parse(first.aos_utc) - 2 * 60_000, end = begin + minutes * 60_000;
      const within = passes.filter((p) => Date.parse(p.aos_utc) >= begin && Date.parse(p.los_utc) <= end);
      return { begin, names: within.map((p) => p.satellite) };
    })
    .filter((s) => s.names.length > 1)
    .sort((a, b) => b.names.length - a.names.length || a.begin - b.begin);
  const taken: typeof spans = [];
  for (const s of spans) if (taken.every((t) => Math.abs(t.begin - s.begin) >= minutes * 60_000)) taken.push(s);
  return taken.slice(0, 24).map((s) => ({ start: new Date(s.begin).toISOString(), names: s.names }));
}
