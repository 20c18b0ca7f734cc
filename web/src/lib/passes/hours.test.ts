import { expect, it } from 'vitest';
import { busiest } from './hours';

const at = (minutes: number) => new Date(Date.UTC(2026, 4, 1, 10, minutes)).toISOString();
const pass = (satellite: string, from: number, to: number) => ({ satellite, aos_utc: at(from), los_utc: at(to) });

it('finds the hours in which most passes come together, and none that overlap', () => {
  const passes = [pass('A', 5, 15), pass('B', 20, 32), pass('C', 150, 160), pass('D', 155, 166), pass('E', 190, 200), pass('F', 400, 410)];
  const found = busiest(passes, 60, Date.parse(at(0)));
  expect(found.map((h) => h.names)).toEqual([['C', 'D', 'E'], ['A', 'B']]);
  expect(Date.parse(found[0]!.start)).toBe(Date.parse(at(148)));
  expect(busiest(passes, 60, Date.parse(at(300)))).toEqual([]);
});
