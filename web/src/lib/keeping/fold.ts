/** A memory map as tiles: slots of which something was noted one by one, long runs of the same state folded to one tile. */
import type { Radio } from '../api';
import { megahertz } from '../passes/time.svelte';

/** What a slot is known to hold, in words that follow it. */
export const heldWords = (held: { rx_hz: number | null; label: string | null } | null): string => (held?.rx_hz ? `holds ${megahertz(held.rx_hz)}${held.label ? ` ${held.label}` : ''}` : 'is in use');

export const STATES = {
  unknown: { mark: '?', words: 'unknown' },
  free: { mark: '○', words: 'free' },
  occupied: { mark: '●', words: 'taken' },
  keep_out: { mark: '✕', words: 'kept out' },
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
  const known = new Map(radio.slots.filter((s) => s.state !== 'unknown').map((s) => [s.slot, s]));
  const keys = radio.slot_keys;
  const state = (at: number) => (radio.states?.[at] ?? 'unknown') as SlotState; // a radio that an earlier page kept here has none;
  const at = chosen === null ? -1 : keys.indexOf(chosen);
  const tiles: Tile[] = [];
  for (let n = 0; n < keys.length; n += 1) {
    const text = radio.slot_texts[n]!;
    const slot = known.get(keys[n]!);
    if (slot) {
      const label = slot.channel && (!radio.states || state(n) === slot.state) ? slot.channel.label || megahertz(slot.channel.rx_hz) : '';
      tiles.push({ kind: 'slot', slot: slot.slot, text, state: radio.states ? state(n) : (slot.state as SlotState), label, count: 1 });
      continue;
    }
    let last = n;
    while (last + 1 < keys.length && !known.has(keys[last + 1]!) && state(last + 1) === state(n)) last += 1;
    const count = last - n + 1;
    if (count >= SHORTEST_RUN && !opened.has(keys[n]!) && !(at >= n && at <= last)) {
      tiles.push({ kind: 'run', slot: keys[n]!, text: `${text}–${radio.slot_texts[last]}`, state: state(n), label: '', count });
    } else {
      for (let i = n; i <= last; i += 1) tiles.push({ kind: 'slot', slot: keys[i]!, text: radio.slot_texts[i]!, state: state(i), label: '', count: 1 });
    }
    n = last;
  }
  return tiles;
}

/** The slot that an operator means: its number with or without zeros, or as the radio writes it. */
export function slotOf(radio: Radio, typed: string): string | null {
  const wanted = typed.trim().toUpperCase();
  const at = radio.slot_keys.findIndex((key, n) => key === wanted || radio.slot_texts[n] === wanted || (/^0*\d+$/.test(wanted) && key === String(Number(wanted))));
  return at < 0 ? null : radio.slot_keys[at]!;
}

/** A slot as the radio writes it. */
export const slotText = (radio: Radio, slot: string): string => radio.slot_texts[radio.slot_keys.indexOf(slot)] ?? slot;
