import { describe, expect, it } from 'vitest';
import { dotPath } from './dots';
import { BARS, cells, SHAPES } from './segments';

const SHOWN = [...'ABCDEFGHIJKLMNOPQRSTUVWXYZ0123456789-/+?− '];

describe('the glass', () => {
  it('has bars for every character that a display shows', () => {
    for (const char of SHOWN) expect(BARS[char], char).toBeDefined();
    for (const bars of Object.values(BARS)) for (const bar of bars) expect(SHAPES[bar], bar).toBeDefined();
    expect(new Set(Object.values(BARS).map((bars) => [...bars].sort().join())).size).toBeGreaterThan(36);
  });

  it('puts a decimal point into the cell before it', () => {
    expect(cells('147.330').map((c) => c.point)).toEqual([false, false, true, false, false, false]);
  });

  it('draws every character in dots, each unlike the others', () => {
    const drawn = SHOWN.filter((c) => c !== ' ' && c !== '−').map((c) => dotPath(c).path);
    expect(new Set(drawn).size).toBe(drawn.length);
    expect(dotPath('AB').width).toBe(11);
  });
});
