import { describe, expect, it } from 'vitest';
import { clock, compass, kilohertz, megahertz, span, until } from './time.svelte';

describe('moments and figures as they are read', () => {
  it('says how long it is to a pass', () => {
    const at = '2026-11-25T12:00:00Z';
    const now = Date.parse(at);
    expect(until(at, now)).toBe('now');
    expect(until(at, now - 40_000)).toBe('in 40 s');
    expect(until(at, now - 83 * 60_000)).toBe('in 1 h 23 min');
  });
  it('keeps UTC days apart from local ones', () => {
    clock.utc = true;
    expect(clock.key('2026-11-25T23:59:59Z')).toBe('2026-11-25');
    expect(clock.time('2026-11-25T00:01:02Z')).toBe('00:01:02');
    expect(clock.part('2026-11-25T12:00:00Z')).toBeCloseTo(0.5);
    expect(clock.name).toBe('UTC');
  });
  it('writes compass points, frequencies and shifts', () => {
    expect([0, 359, 91, 200].map(compass)).toEqual(['N', 'N', 'E', 'SSW']);
    expect(megahertz(435_350_000)).toBe('435.350');
    expect(megahertz(145_957_500)).toBe('145.9575');
    expect(kilohertz(-9001)).toBe('−9.0');
    expect(span(725)).toBe('12 min 05 s');
    expect(span(69_775)).toBe('19 h 22 min');
  });
});
