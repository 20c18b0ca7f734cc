import { describe, expect, it } from 'vitest';
import type { Radio } from '../api';
import { fold, slotOf, slotText } from './fold';

const radio = (known: [string, string][]): Radio =>
  ({
    slot_keys: Array.from({ length: 200 }, (_, n) => String(n + 1)),
    slot_texts: Array.from({ length: 200 }, (_, n) => String(n + 1).padStart(3, '0')),
    states: Array.from({ length: 200 }, (_, n) => known.find(([slot]) => slot === String(n + 1))?.[1] ?? 'unknown'),
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

  it('knows a slot by its number, with zeros or as the radio writes it', () => {
    const grouped = { slot_keys: ['G0-01', 'G0-02', 'CALL'], slot_texts: ['G0-01', 'G0-02', 'CALL'], states: ['unknown', 'unknown', 'unknown'], slots: [] } as unknown as Radio;
    expect(slotOf(radio([]), '007')).toBe('7');
    expect(slotOf(radio([]), '900')).toBeNull();
    expect(slotOf(grouped, 'g0-02')).toBe('G0-02');
    expect(slotText(radio([]), '7')).toBe('007');
    expect(fold(grouped, new Set(), null).map((t) => t.text)).toEqual(['G0-01', 'G0-02', 'CALL']);
  });
});
