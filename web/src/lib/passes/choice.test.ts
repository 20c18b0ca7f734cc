import { describe, expect, it } from 'vitest';
import { Choice, passPath } from './choice';

describe('what is chosen for a pass', () => {
  it('stands in the address: one part changes, the others stay, and what is empty is left to Vocator', () => {
    const choice = new Choice('?radio=1&radio=2&link=FM&memories=5');
    expect(choice.with('link', 'U/V & more')).toBe('?radio=1&radio=2&memories=5&link=U%2FV+%26+more');
    expect(choice.with('radio', ['3'])).toBe('?link=FM&memories=5&radio=3');
    expect(choice.with('radio', [])).toBe('?link=FM&memories=5');
    expect(new Choice('?link=FM').with('link', null)).toBe('');
    expect(new Choice('').with('link', '')).toBe('');
    expect(choice.query.getAll('radio')).toEqual(['1', '2']); // the choice itself is not touched
  });

  it('reads back what it wrote, whatever is in it', () => {
    for (const value of ['a b', '+', '50%', 'ä−½', '&=?#', '/'])
      expect(new Choice(new Choice('?x=1').with('name', value)).query.get('name')).toBe(value);
    expect(passPath('99001', '2026-11-28T09:00:00+00:00')).toBe('/passes/99001/2026-11-28T09%3A00%3A00%2B00%3A00');
  });
});
