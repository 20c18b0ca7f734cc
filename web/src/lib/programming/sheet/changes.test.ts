import { describe, expect, it } from 'vitest';
import { changeWords } from './changes';

describe('what a sheet leaves different', () => {
  it('is said in the words of the radio, with the side where there is one', () => {
    expect(changeWords({ what: 'A.RPT', unit: null, from: null, to: 'OFF' })).toBe('A.RPT OFF');
    expect(changeWords({ what: 'SQUELCH', unit: 'RIGHT', from: null, to: 'OPEN' })).toBe('SQUELCH OPEN (RIGHT)');
    expect(changeWords({ what: 'mode', unit: null, from: null, to: 'memory' })).toBe('memory mode');
    expect(changeWords('reverse off')).toBe('reverse off');
  });
});
