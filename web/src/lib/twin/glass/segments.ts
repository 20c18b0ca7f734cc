/** A 14-segment alphabet: which bars light for a character. */
export const BARS: Record<string, string> = {
  '0': 'abcdef', '1': 'bc', '2': 'abdegG', '3': 'abcdG', '4': 'bcfgG', '5': 'acdfgG', '6': 'acdefgG', '7': 'abc', '8': 'abcdefgG', '9': 'abcdfgG',
  A: 'abcefgG', B: 'abcdilG', C: 'adef', D: 'abcdil', E: 'adefgG', F: 'aefgG', G: 'acdefG', H: 'bcefgG', I: 'adil', J: 'bcde', K: 'efgjm',
  L: 'def', M: 'bcefhj', N: 'bcefhm', O: 'abcdef', P: 'abefgG', Q: 'abcdefm', R: 'abefgGm', S: 'acdfgG', T: 'ail', U: 'bcdef', V: 'efjk',
  W: 'bcefkm', X: 'hjkm', Y: 'hjl', Z: 'adjk', '-': 'gG', '−': 'gG', '+': 'gGil', '/': 'jk', '?': 'abGl', _: 'd', '=': 'dgG', '*': 'gGhijklm', ' ': '',
};

/** Where each bar lies in a cell of 20 by 32. */
export const SHAPES: Record<string, string> = {
  a: 'M3 2H17L15 5H5Z', b: 'M18 3V15L15.5 13V6Z', c: 'M18 17V29L15.5 26V19Z', d: 'M3 30H17L15 27H5Z', e: 'M2 17V29L4.500 26V19Z', f: 'M2 3V15L4.500 13V6Z',
  g: 'M3 16L5 14.600H9.300V17.400H5Z', G: 'M17 16L15 14.600H10.700V17.400H15Z',
  h: 'M5.200 6L9 12V14H8L5.200 9Z', i: 'M8.700 6H11.300V14H8.700Z', j: 'M14.800 6L11 12V14H12L14.800 9Z',
  k: 'M5.200 26L9 20V18H8L5.200 23Z', l: 'M8.700 18H11.300V26H8.700Z', m: 'M14.800 26L11 20V18H12L14.800 23Z',
};

export interface Cell {
  bars: string;
  point: boolean;
  dot: boolean;
  /** A sign that no bars make: drawn as it stands. */
  sign: string;
}

/** Split a text into cells; a decimal point belongs to the cell before it. */
export function cells(text: string): Cell[] {
  const found: Cell[] = [];
  for (const char of text) {
    const last = found.at(-1);
    if (char === '.' && last && !last.point) last.point = true;
    else {
      const bars = BARS[char.toUpperCase()], point = char === '.', dot = char === '·';
      found.push({ bars: bars ?? '', point, dot, sign: bars === undefined && !dot && !point ? char : '' });
    }
  }
  return found;
}
