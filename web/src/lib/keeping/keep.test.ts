import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { forget, keep, recall } from './keep';

beforeEach(() => localStorage.clear());
afterEach(() => vi.restoreAllMocks());

describe('what the page keeps on the device', () => {
  it('gives back what was kept, and otherwise what is asked for in its place', () => {
    expect(recall('queue', [1])).toEqual([1]);
    keep('queue', [{ step: 3 }]);
    expect(recall('queue', [])).toEqual([{ step: 3 }]);
    forget('queue');
    expect(recall('queue', 'none')).toBe('none');
  });

  it('keeps to its own names', () => {
    localStorage.setItem('other', 'theirs');
    keep('other', 'ours');
    expect(localStorage.getItem('other')).toBe('theirs');
    forget('other');
    expect(localStorage.getItem('other')).toBe('theirs');
  });

  it('goes on where the store holds nonsense, is full or is forbidden', () => {
    localStorage.setItem('vocator.queue', '{"half');
    expect(recall('queue', 'otherwise')).toBe('otherwise');
    vi.spyOn(Storage.prototype, 'setItem').mockImplementation(() => {
      throw new DOMException('full', 'QuotaExceededError');
    });
    expect(() => keep('queue', [1])).not.toThrow();
    vi.spyOn(Storage.prototype, 'getItem').mockImplementation(() => {
      throw new DOMException('no', 'SecurityError');
    });
    expect(recall('queue', 7)).toBe(7);
  });
});
