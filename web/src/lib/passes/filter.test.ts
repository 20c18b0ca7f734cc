import { describe, expect, it } from 'vitest';
import { EVERYTHING, fits, within } from './filter';

const pass = { number: 7, workable: true, hearable: true, picked: false, light: 'night' as const };

describe('which passes are shown', () => {
  it('keeps to the hours one has, over midnight too', () => {
    expect([17.9, 18, 23.5, 2, 6].map((h) => within(h, 18, 6))).toEqual([false, true, true, true, false]);
    expect([5, 6, 17.9, 18].map((h) => within(h, 6, 18))).toEqual([false, true, true, false]);
    expect(within(3, 0, 24)).toBe(true);
  });

  it('shows a picked one whatever it is good for, and the others by what is wanted', () => {
    const low = { ...pass, workable: false, hearable: false };
    expect(fits(low, EVERYTHING, [], 12)).toBe(false);
    expect(fits({ ...low, picked: true }, EVERYTHING, [], 12)).toBe(true);
    expect(fits({ ...low, hearable: true }, { ...EVERYTHING, good: 'hear' }, [], 12)).toBe(true);
    expect(fits(low, { ...EVERYTHING, good: 'all' }, [], 12)).toBe(true);
    expect(fits(pass, { ...EVERYTHING, satellite: '8' }, [], 12)).toBe(false);
    expect(fits(pass, { ...EVERYTHING, way: 'slots' }, ['full_duplex'], 12)).toBe(false);
    expect(fits(pass, { ...EVERYTHING, way: 'slots', light: 'night' }, ['slots'], 12)).toBe(true);
    expect(fits(pass, { ...EVERYTHING, light: 'day' }, [], 12)).toBe(false);
  });
});
