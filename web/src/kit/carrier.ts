/** A kit's way to its answers: the heart over the rows of this device; no server is ever told. */
import type { Carrier } from '../lib/api';
import { carry, carryFrom, isNotHere } from '../lib/network/carry';
import { keepAnswer, keptAnswer } from '../lib/network/rows';

export const BASE = new URL('python/', document.baseURI).href;
carryFrom(BASE);

const NEW: Record<string, unknown> = {
  '/session': { who: 'lead', fenced: false, passphrase_set: false },
  '/health': {},
  '/radios': [],
  '/sheets': [],
  '/station': { call_sign: '', region: 'r2', may_send_on: [], receive: 'open', way: 'long', theme: 'day', latitude_deg: null, longitude_deg: null, height_m: null, chosen: true, mask: [] },
};

/** The radios as they were drawn when the kit was written: no need to wait for the heart. */
const drawn = (): Promise<unknown> => fetch('./models.json').then((answer) => answer.json());

/** What the bench needs to stand before the heart has started, where nothing was kept yet. */
const first = (async () => {
  if ((await keptAnswer('/models')) === undefined) await keepAnswer('/models', await drawn());
  for (const path of ['/radios', '/sheets', '/station']) if ((await keptAnswer(path)) === undefined) await keepAnswer(path, NEW[path]);
})().catch(() => {});

export const carrier: Carrier = async (method, path, body) => {
  if (path === '/session' || path === '/health') return { status: 200, body: NEW[path] };
  await first;
  const reply = await carry(method, path, body, false);
  if (isNotHere(reply)) return { status: 404, body: { title: 'Not in a field kit', detail: 'A field kit does not hold this: it needs the server.' } };
  return reply;
};
