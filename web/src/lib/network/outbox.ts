/** Telling the server what was done without it: in order, once; what it refuses is kept aside and said. */
import type { Schemas } from '../api';
import type { Done } from './heart';

const MOST = 100;
const MOST_TEXT = 1_000_000;

export type Told = Schemas['TakenEvents'];

/** Return as many of the first events as go in one letter: by number, and by the size of what they say. */
export function letter(events: Done[], most = MOST): Done[] {
  let size = 0;
  let count = 0;
  for (const one of events.slice(0, most)) {
    size += JSON.stringify(one).length;
    if (count && size > MOST_TEXT) break;
    count += 1;
  }
  return events.slice(0, count);
}

export type Post = (events: Done[]) => Promise<Told>;
export type Outcome = { told: number; refused: { event: Done; words: string }[]; radios: Record<string, number> };

/**
 * Tell everything; `load` gives what waits, `drop` forgets what arrived. Throws what `post` throws where the server does not
 * answer: the rest waits on. A letter that it will never take (`hopeless`) is halved until the one event in it is set aside.
 */
export async function tell(load: () => Promise<Done[]>, post: Post, drop: (ids: string[]) => Promise<void>, hopeless: (error: unknown) => string | null): Promise<Outcome> {
  const outcome: Outcome = { told: 0, refused: [], radios: {} };
  let most = MOST;
  for (;;) {
    const waiting = await load();
    if (!waiting.length) return outcome;
    const sent = letter(waiting, most);
    try {
      const { ids, refused, radios } = await post(sent);
      await drop(ids);
      outcome.told += ids.length;
      Object.assign(outcome.radios, radios);
      for (const event of sent) if (refused[event.id]) outcome.refused.push({ event, words: refused[event.id]! });
      most = MOST;
    } catch (error) {
      const words = hopeless(error);
      if (words === null) throw error;
      if (sent.length > 1) most = Math.ceil(sent.length / 2);
      else {
        await drop([sent[0]!.id]);
        outcome.refused.push({ event: sent[0]!, words });
      }
    }
  }
}
