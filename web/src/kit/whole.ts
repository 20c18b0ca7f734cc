/** The file that carries a kit from device to device; what is not one is refused as a whole. */
import type { Schemas, Sheet, Station, Tick } from '../lib/api';

export type KitRadio = { id: number; name: string; model: string; model_name: string; firmware: string; slots: Record<string, Schemas['SlotShape']> };
export type Whole = { version: number; station: Station; radios: KitRadio[]; sheets: Sheet[]; ticks: Tick[] };

type Anything = Record<string, unknown>;
const thing = (value: unknown): value is Anything => typeof value === 'object' && value !== null && !Array.isArray(value);
const all = (value: unknown, good: (one: Anything) => boolean): boolean => Array.isArray(value) && value.every((one) => thing(one) && good(one));
const texts = (one: Anything, ...names: string[]): boolean => names.every((name) => typeof one[name] === 'string');

const radio = (one: Anything): boolean => Number.isInteger(one.id) && texts(one, 'name', 'model', 'model_name', 'firmware') && thing(one.slots) && Object.values(one.slots).every((slot) => thing(slot) && texts(slot, 'slot', 'state'));
const sheet = (one: Anything): boolean =>
  texts(one, 'id', 'title', 'status', 'created_at') && Array.isArray(one.ticked) && thing(one.content) && Number.isInteger(one.content.radio_id) && all(one.content.steps, () => true) && Array.isArray(one.content.pages) && thing(one.content.goal) && thing(one.content.request);
const tick = (one: Anything): boolean => texts(one, 'id', 'sheet_id', 'at') && Number.isInteger(one.step) && typeof one.done === 'boolean';

/** Read such a file; throws Error that says what it is not. */
export function readWhole(text: string): Whole {
  let given: unknown;
  try {
    given = JSON.parse(text);
  } catch {
    throw new Error('this is no file of a field kit');
  }
  if (!thing(given)) throw new Error('this is no file of a field kit');
  if (given.version !== 1) throw new Error(typeof given.version === 'number' ? 'this file is of a newer kit: open that first' : 'this is no file of a field kit');
  for (const [name, good] of [['radios', radio], ['sheets', sheet], ['ticks', tick]] as const) if (!all(given[name], good)) throw new Error(`the ${name} in this file are broken`);
  return given as Whole;
}

/** Which steps are done after all ticks, the later one of a step counting. */
export function doneSteps(ticks: Tick[]): Set<number> {
  const done = new Set<number>();
  for (const t of [...ticks].sort((a, b) => (a.at < b.at ? -1 : 1))) {
    if (t.done) done.add(t.step);
    else done.delete(t.step);
  }
  return done;
}
