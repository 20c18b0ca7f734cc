/** Answers in the server's place: what is kept comes from the device, what is worked out from the heart. */
import type { Carrier, Model, Radio, Schemas, Sheet, Station, Tick } from '../lib/api';
import { ask } from './heart';
import * as kept from './store';
import { doneSteps, type KitRadio } from './whole';

type Reply = { status: number; body: unknown };
const ok = (body: unknown, status = 200): Reply => ({ status, body });
const none = (what: string): Reply => ({ status: 404, body: { title: 'Not found', detail: what } });

/** What the heart says to a call. */
async function worked(call: string, given: unknown, status = 200): Promise<Reply> {
  const { ok: found, problem } = await ask(call, given);
  return problem ? { status: problem.status, body: problem } : ok(found, status);
}

type Drawn = { models: Model[]; slots: Record<string, { keys: string[]; texts: string[] }> };
let drawn: Promise<Drawn> | undefined;
/** The radios as they were drawn when the kit was written: no need to wait for the heart. */
const radios = (): Promise<Drawn> => (drawn ??= fetch('./radios.json').then((r) => r.json() as Promise<Drawn>));

async function shape(one: KitRadio): Promise<Radio> {
  const { keys, texts } = (await radios()).slots[`${one.model} ${one.firmware}`] ?? { keys: [], texts: [] };
  const states = keys.map((k) => one.slots[k]?.state ?? 'unknown');
  return {
    id: one.id, model: one.model, model_name: one.model_name, firmware: one.firmware, name: one.name, slot_keys: keys, slot_texts: texts, slot_count: keys.length,
    next_free: [], states, asked: true, waiting: Object.values(one.slots).filter((s) => s.state === 'written').map((s) => s.slot), slots: Object.values(one.slots),
  };
}

function summary(s: Sheet): Schemas['SheetSummary'] {
  return { id: s.id, title: s.title, radio_id: s.content.radio_id, radio: s.content.my_name, slot: s.content.goal.slot, status: s.status, created_at: s.created_at, done: s.ticked.length, steps: s.content.steps.length };
}

async function newSheet(given: Schemas['NewSheet']): Promise<Reply> {
  const one = await kept.radio(given.radio_id);
  if (!one) return none('this radio was removed');
  const { region, receive, may_send_on } = await kept.station();
  const memory = Object.fromEntries(Object.values(one.slots).filter((s) => s.channel && s.state !== 'planned').map((s) => [s.slot, s.channel]));
  const request = { model: one.model, firmware: one.firmware, slot: given.slot, line: given.line ?? '', label: given.label ?? null, power: given.power ?? null, row: given.row ?? null, goal: given.goal ?? 'store', region, receive, may_send: may_send_on.length > 0, start: { memory } };
  const made = await worked('sheet', given.key ? { ...request, line: given.key } : request);
  if (made.status !== 200) return made;
  const { title, content, kind } = made.body as { title: string; content: Sheet['content']; kind: Sheet['kind'] };
  const sheet: Sheet = { id: crypto.randomUUID(), title, status: 'open', created_at: new Date().toISOString(), ticked: [], kind, content: { ...content, radio_id: one.id, my_name: one.name } };
  await kept.keepSheet(sheet);
  return ok(sheet, 201);
}

/** Keep ticks, once each; what a slot holds follows from the steps that are done. */
async function tick(given: Tick[]): Promise<Reply> {
  for (const one of given) await kept.keepTick(one);
  await settle(new Set(given.map((t) => t.sheet_id)));
  return ok({ ids: given.map((t) => t.id), notes: [] });
}

/** Bring sheets and slots to what all ticks of them say. */
export async function settle(sheets: Iterable<string>): Promise<void> {
  const all = await kept.ticks();
  for (const id of sheets) {
    const sheet = await kept.sheet(id);
    if (!sheet) continue;
    const own = all.filter((t) => t.sheet_id === id);
    const done = doneSteps(own);
    const finished = done.size === sheet.content.steps.length;
    const status = finished ? 'done' : sheet.status === 'done' ? 'open' : sheet.status;
    await kept.keepSheet({ ...sheet, ticked: [...done].sort((a, b) => a - b), status });
    await noteSlot(sheet, done, own.reduce((last, t) => (t.at > last ? t.at : last), ''));
  }
}

/** Note what a slot holds since a moment, unless something later is noted of it. */
async function noteSlot(sheet: Sheet, done: Set<number>, since: string): Promise<void> {
  const { content } = sheet;
  const one = await kept.radio(content.radio_id);
  if (!one || content.goal_kind !== 'store') return;
  const state = content.read_back_at !== null && done.has(content.read_back_at) ? 'read_back' : done.has(content.written_at) ? 'written' : null;
  if (!state) return;
  const slot = content.goal.slot;
  if ((one.slots[slot]?.changed_at ?? '') > since) return;
  await kept.keepRadio({ ...one, slots: { ...one.slots, [slot]: { slot, state, channel: content.goal.channel, changed_at: since } as Schemas['SlotShape'] } });
}

export const carrier: Carrier = async (method, path, body) => {
  const [route, query = ''] = path.split('?') as [string, string?];
  const parts = route.split('/').slice(1).map(decodeURIComponent);
  const asked = new URLSearchParams(query);
  const [place, id, more, at] = parts;
  const firmware = asked.get('firmware') || undefined;
  if (place === 'session') return ok({ who: 'lead', fenced: false, passphrase_set: false });
  if (place === 'health') return ok({});
  if (place === 'station') {
    if (method !== 'GET') await kept.keepStation(body as Station);
    return ok(await kept.station());
  }
  if (place === 'models' && !id) return ok((await radios()).models);
  if (place === 'models' && more === 'ways-home') return worked('ways-home', { model: id, firmware });
  if (place === 'models') return worked('model', { model: id, firmware });
  if (place === 'resolve') {
    const { region, receive, may_send_on } = await kept.station();
    const found = await worked('resolve', { ...(body as object), region, receive });
    if (found.status !== 200) return found;
    const read = found.body as Schemas['ResolutionShape'];
    return ok({ ...read, may_send: may_send_on.length > 0 && !read.receive_only && read.channel.tx_hz !== null });
  }
  if (place === 'twin') return worked(id === 'start' ? 'twin-start' : 'twin-act', body);
  if (place === 'radios') {
    if (!id && method === 'GET') return ok(await Promise.all((await kept.radios()).map(shape)));
    if (!id) {
      const given = body as { model: string; firmware?: string; name: string };
      const found = (await ask('model', { model: given.model, firmware: given.firmware })).ok as { name: string; firmware: string };
      const one = { id: Date.now(), model: given.model, model_name: found.name, firmware: found.firmware, name: given.name.trim() || found.name, slots: {} };
      await kept.keepRadio(one);
      return ok(await shape(one), 201);
    }
    const one = await kept.radio(Number(id));
    if (!one) return none('this radio');
    if (method === 'DELETE') {
      await kept.dropRadio(one.id);
      return { status: 204, body: null };
    }
    if (!more) return ok(await shape(one));
  }
  if (place === 'sheets') {
    if (!id && method === 'GET') return ok((await kept.sheets()).filter((s) => s.status === (asked.get('status') ?? 'open')).map(summary));
    if (!id) return newSheet(body as Schemas['NewSheet']);
    if (id === 'ticks') return tick((body as { ticks: Tick[] }).ticks);
    const sheet = await kept.sheet(id);
    if (!sheet) return none('this sheet');
    if (method === 'PATCH') {
      const changed = { ...sheet, status: (body as { status: string }).status };
      await kept.keepSheet(changed);
      return ok(changed);
    }
    if (!more) return ok(sheet);
    if (more === 'twin') return worked('twin', { content: sheet.content, done: Number(at) });
    if (more === 'taken') return ok({ next_free: [] });
    if (parts[4] === 'sights') return worked('sights', { content: sheet.content, step: Number(at) });
    if (parts[4] === 'recovery') return worked('recovery', { content: sheet.content, step: Number(at), ...(body as object) });
  }
  return none('A field kit does not hold this: it needs the server.');
};
