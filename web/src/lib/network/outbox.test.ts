import { describe, expect, it } from 'vitest';
import { letter, tell } from './outbox';

type Event = Parameters<typeof letter>[0][number];
const event = (n: number, more: object = {}): Event => ({ id: `e${n}`, at: 't', kind: 'slot', ...more });

function server(fails: () => boolean, spoiled: string[] = []) {
  const taken: string[] = [];
  let waiting = Array.from({ length: 230 }, (_, n) => event(n));
  const post = async (events: Event[]) => {
    if (events.some((e) => spoiled.includes(e.id))) throw new Error('422');
    if (fails()) throw new Error('away');
    for (const e of events) if (!taken.includes(e.id)) taken.push(e.id);
    if (fails()) throw new Error('away'); // the answer is lost, what was sent is not
    return { ids: events.map((e) => e.id), refused: (events.some((e) => e.id === 'e7') ? { e7: 'no such slot' } : {}) as Record<string, string>, radios: {} };
  };
  const run = () => tell(async () => waiting, post, async (ids) => void (waiting = waiting.filter((e) => !ids.includes(e.id))), (error) => (String(error).includes('422') ? 'not whole' : null));
  return { run, taken, left: () => waiting };
}

describe('what was done without the server', () => {
  it('arrives once and in order, however often the server is away', async () => {
    let n = 0;
    const { run, taken, left } = server(() => n++ % 3 === 1);
    for (let tries = 0; tries < 50 && left().length; tries++) await run().catch(() => undefined);
    expect(taken).toEqual(Array.from({ length: 230 }, (_, at) => `e${at}`));
  });

  it('sets aside what the server will never take, and nothing else', async () => {
    const { run, taken, left } = server(() => false, ['e50', 'e51', 'e229']);
    const outcome = await run();
    expect(outcome.refused.map((r) => [r.event.id, r.words])).toEqual([['e7', 'no such slot'], ['e50', 'not whole'], ['e51', 'not whole'], ['e229', 'not whole']]);
    expect(taken.length).toBe(227);
    expect(left()).toEqual([]);
  });

  it('goes in letters of a size', () => {
    const big = [event(0, { text: 'x'.repeat(800_000) }), event(1, { text: 'x'.repeat(800_000) }), event(2)];
    expect(letter(big).length).toBe(1);
    expect(letter([event(0, { text: 'x'.repeat(3_000_000) })]).length).toBe(1);
    expect(letter(Array.from({ length: 300 }, (_, n) => event(n))).length).toBe(100);
  });
});
