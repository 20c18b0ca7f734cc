/** How the board tells a crossing's state: a mark, a word, and whether it still waits for somebody. */
export const MARKS: Record<string, { mark: string; words: string; waits: boolean }> = {
  none: { mark: '○', words: 'no sheet yet', waits: true },
  changed: { mark: '↻', words: 'changed since: to be done anew', waits: true },
  planned: { mark: '◔', words: 'on a sheet, not written', waits: true },
  written: { mark: '◑', words: 'written', waits: true },
  read_back: { mark: '●', words: 'read back', waits: false },
  checked: { mark: '✔', words: 'checked on the air', waits: false },
  beyond: { mark: '–', words: 'beyond this radio', waits: false },
  unclear: { mark: '?', words: 'its line is not clear', waits: true },
};

export const ROLES = ['primary', 'back-up', 'administration', 'medical', 'liaison', 'simplex', 'satellite'];

/** An id made of a name, unlike those that are taken. */
export function idOf(name: string, taken: string[]): string {
  const base = name.toLowerCase().normalize('NFKD').replace(/[^a-z0-9]+/g, '-').replace(/^-|-$/g, '').slice(0, 20) || 'x';
  for (let n = 1; ; n++) {
    const id = n === 1 ? base : `${base}-${n}`;
    if (!taken.includes(id)) return id;
  }
}

export type Place = { latitude_deg: number; longitude_deg: number; height_m: number };
export type Channel = { id: string; name: string; line: string; role: string; at: Place | null; off_air: boolean; note: string };
export type Person = { id: string; name: string; tactical: string; model: string; firmware: string; post: string; may_send_on: string[]; shows_practice: boolean };
export type PostAt = { id: string; name: string; at: Place };
export type Outing = { name: string; place: string; first_day: string; last_day: string; region: string; net_control: string; check_in: string; channels: Channel[]; posts: PostAt[]; people: Person[]; accepted: string[] };

/** What stands in the outing itself. */
export type Plain = Pick<Outing, 'name' | 'place' | 'first_day' | 'last_day' | 'net_control' | 'check_in'>;
export const plainOf = ({ name, place, first_day, last_day, net_control, check_in }: Outing): Plain => ({ name, place, first_day, last_day, net_control, check_in });

/** Read a number as typed, with a point or a comma. */
export const number = (text: string): number => Number(text.replace(',', '.'));
