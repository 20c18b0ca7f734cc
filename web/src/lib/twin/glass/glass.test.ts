import { describe, expect, it } from 'vitest';
import { dotPath } from './dots';
import { OTHER_ROW, ownRow } from './rows';
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

  it('draws what no bars make as it stands: nothing that the radio shows is left blank', () => {
    expect(cells('●07').map((c) => c.sign)).toEqual(['●', '', '']);
    expect(cells('=012•é·').map((c) => [c.bars !== '', c.sign, c.dot])).toEqual([
      [true, '', false], [true, '', false], [true, '', false], [true, '', false], [false, '•', false], [false, 'é', false], [false, '', true],
    ]);
    expect(cells('a b').map((c) => c.sign)).toEqual(['', '', '']);
    expect(cells('..')).toHaveLength(2);
  });

  it('has dots for every sign of a keyboard and for the marks of taken slots, each unlike the others', () => {
    const keyboard = Array.from({ length: 94 }, (_, n) => String.fromCharCode(33 + n)).filter((c) => c !== '`' && c !== '\\');
    const drawn = new Map([...keyboard, '●', '•', '·', '▶', '−'].map((c) => [c, dotPath(c).path]));
    for (const [char, path] of drawn) expect(char === '?' || path !== drawn.get('?'), char).toBe(true);
    const upper = [...drawn].filter(([char]) => char === char.toUpperCase() && char !== '−');
    expect(new Set(upper.map(([, path]) => path)).size).toBe(upper.length);
    for (const path of drawn.values()) expect(path).toMatch(/^(M\d+ \dh\.86v\.86h-\.86z)+$/);
    expect(dotPath('')).toEqual({ path: '', width: 1 });
  });

  it('draws every character in dots, each unlike the others', () => {
    const drawn = SHOWN.filter((c) => c !== ' ' && c !== '−').map((c) => dotPath(c).path);
    expect(new Set(drawn).size).toBe(drawn.length);
    expect(dotPath('AB').width).toBe(11);
  });

  it('tells the row in use from the other rows', () => {
    expect(ownRow('▶A 147.330 + TX B: 146.550')).toBe('147.330 + TX ');
    expect(ownRow('147.330 M 007')).toBe('147.330 M 007');
    expect('▶L 147.330 R: 446.000 S: ---.---'.match(OTHER_ROW)).toEqual(['R: 446.000', 'S: ---.---']);
  });
});
