/** Going where no server is: what is taken along, who answers, what waits to be told. */
import type { Schemas } from '../api';
import { keep, recall } from '../keeping/keep';
import { alone, carry, carryFrom, changedRows } from './carry';
import { tellStage, type Stage } from './heart';
import { tell, type Outcome } from './outbox';
import * as rows from './rows';

type Manifest = Schemas['Manifest'];
type Along = { digest: string; version: string; bytes: number; at: string };
const CACHE = 'vocator-heart';
const PASS_DAYS = 14;
const MOST_PLANS = 120;
export const LOWEST = 20;

/** The bytes of all files as a server packs them. */
const packed = (found: Manifest): number => found.files.reduce((sum, f) => sum + f.packed, 0);

/** Ask the server itself, whoever answers otherwise; throws where it does not answer or refuses. */
async function server<T>(path: string, init: RequestInit = {}, ms = 15_000): Promise<T> {
  const answer = await fetch(`/api${path}`, { ...init, signal: AbortSignal.timeout(ms) });
  if (!answer.ok) throw Object.assign(new Error(`the server answered ${answer.status}`), { status: answer.status, problem: await answer.json().catch(() => null) });
  return (await answer.json()) as T;
}

class Field {
  /** What is on this device; null where nothing was taken along. */
  along = $state<Along | null>(recall('along', null));
  /** Whether the heart answers, since the server does not. */
  away = $state(false);
  /** How much of the files is here, in bytes as packed; null while none are fetched. */
  progress = $state<{ done: number; all: number } | null>(null);
  stage = $state<Stage>('fetching');
  waits = $state(0);
  trouble = $state('');
  /** What is being worked on after the files, in words. */
  doing = $state('');
  passes = $state<{ plans: number; at: string } | null>(recall('along-passes', null));
  #stop: AbortController | null = null;
  #timer = 0;
  #telling: Promise<Outcome | null> | null = null;

  /** Whether a browser lets this page keep the heart: only from a safe address, with a service worker. */
  readonly possible = typeof navigator !== 'undefined' && 'serviceWorker' in navigator && window.isSecureContext && 'caches' in window;

  constructor() {
    tellStage((stage) => (this.stage = stage));
    if (this.along) carryFrom(this.#base(this.along.digest));
    void this.#count();
  }

  #base = (digest: string): string => new URL(`/heart/${digest}/`, document.baseURI).href;

  async #count(): Promise<void> {
    this.waits = await rows.countDone().catch(() => 0);
  }

  /** Answer a call by the heart. */
  async carry(method: string, path: string, body: unknown): Promise<{ status: number; body: unknown }> {
    const reply = await carry(method, path, await this.#withAlong(path, body), true);
    if (method !== 'GET') await this.#count();
    return reply;
  }

  /** What was taken along of a pass is all that the score of its ride and its sheets hang on. */
  async #withAlong(path: string, body: unknown): Promise<unknown> {
    const [, pass, what, query] = /^(\/passes\/.+)\/(score|sheets)(\?.*)?$/.exec(path) ?? [];
    if (what === 'score') return { ...(body as object), rehearsal: await rows.keptAnswer(`${pass}/rehearsal${query ?? ''}`) };
    const plan = what === 'sheets' ? await rows.keptAnswer(`${pass}${query ?? ''}`) : null;
    return plan ? { ...(body as object), ...(plan as object) } : body;
  }

  /** What is to be fetched, and whether there is room. */
  async weigh(): Promise<{ bytes: number; room: boolean }> {
    const found = await server<Manifest>('/field');
    const whole = found.files.reduce((sum, f) => sum + f.bytes, 0);
    const { quota = Infinity, usage = 0 } = (await navigator.storage?.estimate?.()) ?? {};
    return { bytes: packed(found), room: quota - usage > whole * 1.3 };
  }

  /** Fetch the heart and the rows; what is here of an earlier try stays, so that it goes on where it was broken off. */
  async take(): Promise<void> {
    this.#stop = new AbortController();
    this.trouble = '';
    try {
      const found = await server<Manifest>('/field');
      await this.#fetchAll(found, this.#stop.signal);
      await navigator.storage?.persist?.().catch(() => false);
      this.along = { digest: found.digest, version: found.version, bytes: packed(found), at: new Date().toISOString() };
      keep('along', $state.snapshot(this.along));
      carryFrom(this.#base(found.digest));
      await this.#dropOthers(found.digest);
      await this.refresh();
      await this.takePasses();
    } catch (error) {
      const full = error instanceof DOMException && error.name === 'QuotaExceededError';
      this.trouble = this.#stop.signal.aborted ? 'Broken off; what is here stays, go on when you like.' : full ? 'This device has no room for it: free some, then go on.' : `It could not be fetched: ${error instanceof Error ? error.message : String(error)}. Go on when the server answers.`;
    } finally {
      this.#stop = null;
      this.progress = null;
      this.doing = '';
    }
  }

  stop(): void {
    this.#stop?.abort();
  }

  async #fetchAll(found: Manifest, signal: AbortSignal): Promise<void> {
    const all = packed(found);
    const cache = await caches.open(CACHE);
    let done = 0;
    this.progress = { done, all };
    for (const file of found.files) {
      const url = this.#base(found.digest) + file.name;
      if (!(await cache.match(url))) {
        const answer = await fetch(url, { signal });
        if (!answer.ok) throw new Error(`${file.name}: ${answer.status}`);
        await cache.put(url, answer);
      }
      done += file.packed;
      this.progress = { done, all };
    }
  }

  async #dropOthers(digest: string): Promise<void> {
    const cache = await caches.open(CACHE);
    for (const request of await cache.keys()) if (!request.url.includes(digest)) await cache.delete(request);
  }

  /** Let go of all that was taken along. */
  async leave(): Promise<void> {
    await caches.delete(CACHE);
    await rows.forgetRows();
    this.along = null;
    this.passes = null;
    keep('along', null);
    keep('along-passes', null);
  }

  /** Take the server's rows, unless something here is not told yet. */
  async refresh(): Promise<void> {
    if (!this.along) return;
    await alone(async () => {
      if (await rows.countDone()) return;
      const here = (await rows.allRows()).filter(([table]) => table === 'sheet').map(([, row]) => row as { id: string; content: unknown });
      const known = Object.fromEntries(here.slice(-90).map((s) => [s.id, s.content]));
      const book = await server<Record<string, Record<string, unknown>[]>>(`/field/book?have=${Object.keys(known).join(',')}`);
      for (const sheet of book.sheet ?? []) sheet.content ??= known[sheet.id as string];
      await rows.replaceRows(book);
      changedRows();
    });
  }

  /** Refresh soon: something was changed at the server. */
  soon(): void {
    if (!this.along || this.away) return;
    window.clearTimeout(this.#timer);
    this.#timer = window.setTimeout(() => void this.refresh().catch(() => {}), 2000);
  }

  /** Keep the passes of the coming days, with the plans of those picked and of all above a height. */
  async takePasses(lowest = recall('along-lowest', LOWEST)): Promise<void> {
    keep('along-lowest', lowest);
    const list = await server<Schemas['PassList']>(`/passes?days=${PASS_DAYS}`).catch(() => null);
    if (!list) return; // no place in Station, or no elements
    const taken = new Set<string>();
    const take = async (path: string, body: unknown) => {
      await rows.takeAnswer(path, body);
      taken.add(path);
    };
    for (const days of [1, 3, 7, 10]) {
      await take(`/passes?days=${days}`, list);
      await rows.dropAnswers([`/passes?days=${days}`]);
    }
    keep('passes', list);
    let plans = 0;
    const worth = list.passes.filter((one) => one.picked || (one.workable && one.max_elevation_deg >= lowest)).slice(0, MOST_PLANS);
    for (const [n, p] of worth.entries()) {
      if (this.#stop?.signal.aborted) return;
      this.doing = `Plans of passes, ${n + 1} of ${worth.length}`;
      const path = `/passes/${p.number}/${encodeURIComponent(p.aos_utc)}`;
      for (const part of ['', '/rehearsal', '/twins', '/twins?by_hand=true', '/by-hand']) {
        const found = await server<unknown>(path + part).catch(() => undefined);
        if (found !== undefined) await take(path + part, found);
        if (found !== undefined && !part) plans += 1;
      }
    }
    await rows.dropTakenBut(taken);
    this.doing = '';
    this.passes = { plans, at: new Date().toISOString() };
    keep('along-passes', $state.snapshot(this.passes));
  }

  /** Whether the server answers, within so many milliseconds. */
  async reaches(ms: number): Promise<boolean> {
    try {
      await server<unknown>('/clock', { cache: 'no-store' }, ms);
      return true;
    } catch {
      return false;
    }
  }

  /** Where the server answers, tell it what was done and let it answer from now on; null where it does not. */
  comeBack(): Promise<Outcome | null> {
    this.#telling ??= this.#comeBack().finally(() => (this.#telling = null));
    return this.#telling;
  }

  async #comeBack(): Promise<Outcome | null> {
    try {
      await server<unknown>('/health', { cache: 'no-store' }, 3000);
      const outcome = await this.#tell();
      this.away = false;
      await this.refresh().catch(() => {});
      return outcome;
    } catch {
      await this.#count();
      return null;
    }
  }

  async #tell(): Promise<Outcome> {
    const post = (events: object[]) => server<Schemas['TakenEvents']>('/field/events', { method: 'POST', headers: { 'content-type': 'application/json' }, body: JSON.stringify({ events }) });
    const hopeless = (error: unknown): string | null => {
      const { status, problem } = error as { status?: number; problem?: { detail?: string } };
      return status === 422 || status === 413 ? (problem?.detail ?? 'it is not whole') : null;
    };
    const outcome = await alone(() => tell(rows.outbox, post, rows.dropDone, hopeless));
    if (outcome.refused.length) keep('events-refused', [...recall<unknown[]>('events-refused', []), ...outcome.refused].slice(-200));
    await this.#count();
    return outcome;
  }

  /** A newer heart is fetched when the server has one; the one at work stays until the page is opened anew. */
  async renew(): Promise<void> {
    if (!this.along || this.away) return;
    const found = await server<Manifest>('/field').catch(() => null);
    if (found && found.digest !== this.along.digest) await this.take();
    else await this.refresh().catch(() => {});
  }
}

export const field = new Field();
