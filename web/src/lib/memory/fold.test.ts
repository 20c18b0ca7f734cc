import { describe, expect, it } from 'vitest';
import type { Radio } from '../api';
import { fold } from './fold';

const radio = (known: [string, string][]): Radio =>
  ({
    slot_first: 1,
    slot_count: 200,
    slot_digits: 3,
    slots: known.map(([slot, state]) => ({ slot, state, channel: null, changed_at: null })),
  }) as unknown as Radio;

describe('a memory map', () => {
  it('folds long unknown runs and loses no slot', () => {
    const tiles = fold(radio([['3', 'written'], ['9', 'free']]), new Set(), null);
    expect(tiles.map((t) => t.text)).toEqual(['001', '002', '003', '004–008', '009', '010–200']);
    expect(tiles.reduce((sum, t) => sum + t.count, 0)).toBe(200);
  });

  it('unfolds a run that is opened or holds the chosen slot', () => {
    expect(fold(radio([]), new Set(['1']), null)).toHaveLength(200);
    expect(fold(radio([['3', 'written']]), new Set(), '6').some((t) => t.slot === '6')).toBe(true);
  });
});
