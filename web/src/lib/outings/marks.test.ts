import { describe, expect, it } from 'vitest';
import { idOf, MARKS } from './marks';

describe('the board', () => {
  it('tells each state by a mark and words of its own', () => {
    const marks = Object.values(MARKS);
    expect(new Set(marks.map((m) => m.mark)).size).toBe(marks.length);
    expect(marks.every((m) => m.words.length > 4)).toBe(true);
  });
  it('makes ids of names, unlike those taken', () => {
    expect(idOf('Gulch Head', [])).toBe('gulch-head');
    expect(idOf('Été <b>', ['ete-b'])).toMatch(/^ete?-?.*-2$|^e-te-b$/);
    expect(idOf('***', ['x'])).toBe('x-2');
  });
});
