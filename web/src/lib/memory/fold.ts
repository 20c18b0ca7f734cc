/** A memory map as tiles: known slots one by one, long unknown runs folded to one tile. */
import type { Radio } from '../api';

export const STATES = {
  unknown: { mark: '?', words: 'unknown' },
  free: { mark: '○', words: 'free' },
  planned: { mark: '◌', words: 'planned' },
  written: { mark: '✎', words: 'written' },
  read_back: { mark: '✓', words: 'read back' },
  checked: { mark: '✓✓', words: 'checked on the air' },
} as const;

export type SlotState = keyof typeof STATES;

export interface Tile {
  kind: 'slot' | 'run';
  slot: string;
  text: string;
  state: SlotState;
  label: string;
  count: number;
}

const SHORTEST_RUN = 4;

export function fold(radio: Radio, opened: Set<string>, chosen: string | null): Tile[] {
  const known = new Map(radio.slots.map((s) => [s.slot, s]));
  const text = (n: number) => String(n).padStart(radio.slot_digits, '0');
  const tiles: Tile[] = [];
  const end = radio.slot_first + radio.slot_count;
  for (let n = radio.slot_first; n < end; n += 1) {
    const slot = known.get(String(n));
    if (!slot || slot.state === 'unknown') {
      let last = n;
      while (last + 1 < end && (known.get(String(last + 1))?.state ?? 'unknown') === 'unknown') last += 1;
      const hides = chosen !== null && Number(chosen) >= n && Number(chosen) <= last;
      if (last - n + 1 >= SHORTEST_RUN && !opened.has(String(n)) && !hides) {
        tiles.push({ kind: 'run', slot: String(n), text: `${text(n)}–${text(last)}`, state: 'unknown', label: '', count: last - n + 1 });
        n = last;
        continue;
      }
      for (; n <= last; n += 1) tiles.push({ kind: 'slot', slot: String(n), text: text(n), state: 'unknown', label: '', count: 1 });
      n = last;
      continue;
    }
    const channel = slot.channel;
    const label = channel ? channel.label || (channel.rx_hz / 1e6).toFixed(3) : '';
    tiles.push({ kind: 'slot', slot: slot.slot, text: text(n), state: slot.state as SlotState, label, count: 1 });
  }
  return tiles;
}
