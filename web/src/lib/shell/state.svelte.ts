/** What all places share: whether the server answers, the queue of ticks, messages, the theme. */
import { get, post, Refused, type Kept, type Station, type Tick } from '../api';
import { field } from '../network/field.svelte';
import { keep, recall } from '../keeping/keep';
import { NO_ROOM, Waiting } from '../keeping/waiting';

type Reach = 'ok' | 'server' | 'store' | 'disk';

const MOST_AT_ONCE = 500;

const waiting = new Waiting<Tick>('tick', 'vocator.queue');
const whenMade = (tick: Tick) => `${tick.at} ${tick.id}`;

class Shell {
  reach = $state<Reach>('ok');
  queue = $state<Tick[]>(waiting.all(whenMade));
  /** Ticks that left the queue since this page was opened, in the order in which they did. */
  readonly left: Tick[] = [];
  message = $state('');
  /** What the server could not foresee, in its words, with the reference in its log. */
  fault = $state('');
  /** Who the server takes this page for; over the network nobody until a sign-in or a link. */
  who = $state<'lead' | 'volunteer' | 'nobody'>('lead');
  fenced = $state(false);
  passphraseSet = $state(false);
  station = $state<Station | null>(recall('station', null));
  theme = $state(document.documentElement.dataset.theme ?? 'day');
  shortcuts = $state(recall('shortcuts', true));
  #sending: Promise<void> | null = null;
  #messageTimer = 0;

  /** Note how a request went; returns what to tell the user. It is handed on as it is, so it must know whose it is. */
  note = (error: unknown): string => {
    if (error instanceof Refused) {
      if (error.problem.status === 0) this.reach = 'server';
      else if (error.problem.status === 507) this.reach = 'disk';
      else if (error.passing) this.reach = 'store';
      else if (error.problem.status >= 500) this.fault = error.message;
      return error.problem.do ? `${error.problem.where}: ${error.problem.found}. ${error.problem.do}` : error.message;
    }
    return error instanceof Error ? error.message : String(error);
  };

  say(text: string): void {
    this.message = text;
    window.clearTimeout(this.#messageTimer);
    this.#messageTimer = window.setTimeout(() => (this.message = ''), 5000);
  }

  setTheme(theme: string): void {
    this.theme = theme;
    document.documentElement.dataset.theme = theme;
    try {
      localStorage.setItem('vocator.theme', theme);
    } catch {
      // the theme then lasts for this page only
    }
  }

  setShortcuts(on: boolean): void {
    this.shortcuts = on;
    keep('shortcuts', on);
  }

  /** Ask who the server takes this page for; where it does not answer, as before. */
  async askWho(): Promise<void> {
    try {
      const found = await get<{ who: string; fenced: boolean; passphrase_set: boolean }>('/session');
      this.who = found.who as typeof this.who;
      this.fenced = found.fenced;
      this.passphraseSet = found.passphrase_set;
    } catch (error) {
      this.note(error);
    }
  }

  async loadStation(): Promise<void> {
    try {
      this.station = await get<Station>('/station');
      keep('station', $state.snapshot(this.station));
      this.reach = 'ok';
    } catch (error) {
      this.note(error);
    }
  }

  /** Queue ticks; they are sent at once if the server answers, else later. */
  async tick(ticks: Tick[]): Promise<void> {
    this.queue.push(...ticks);
    if (!waiting.put(ticks)) this.say(NO_ROOM);
    await this.send();
  }

  /** Send what waits; whoever asks meanwhile waits for the same sending. */
  send(): Promise<void> {
    this.#sending ??= this.#sendAll().finally(() => (this.#sending = null));
    return this.#sending;
  }

  async #sendAll(): Promise<void> {
    let count = MOST_AT_ONCE;
    const here = new Set(this.queue.map((tick) => tick.id));
    this.queue.push(...waiting.all(whenMade).filter((tick) => !here.has(tick.id))); // a page closed meanwhile left them
    try {
      while (this.queue.length > 0) {
        const sent = $state.snapshot(this.queue).slice(0, count);
        try {
          const kept = await post<Kept>('/sheets/ticks', { ticks: sent });
          this.#leave(kept.ids, sent);
          if (kept.notes?.length) this.say(kept.notes.join(' '));
          this.reach = 'ok';
          if (!sent.some((tick) => kept.ids.includes(tick.id))) return; // none of them arrived: asked again by and by, not at once
        } catch (error) {
          if (!(error instanceof Refused) || error.problem.status !== 422) throw error;
          const [first] = sent;
          if (sent.length > 1 || !first) count = 1;
          else this.#setAside(first, error);
        }
      }
    } catch (error) {
      this.note(error);
    }
  }

  #leave(ids: string[], sent: Tick[]): void {
    const gone = new Set(ids);
    const arrived = sent.filter((tick) => gone.has(tick.id));
    this.left.push(...arrived);
    this.queue = this.queue.filter((tick) => !gone.has(tick.id));
    waiting.drop(arrived);
  }

  /** A tick that the server will never take must not hold back the others; it is kept beside them. */
  #setAside(tick: Tick, why: Refused): void {
    keep('ticks-refused', [...recall<Tick[]>('ticks-refused', []), tick].slice(-MOST_AT_ONCE));
    this.#leave([tick.id], [tick]);
    this.say(`A tick was not taken and is kept on this device: ${this.note(why)}`);
  }

  /** Where the server answers again, tell it what was done without it; then it answers for itself. */
  async #comeBack(): Promise<void> {
    const outcome = await field.comeBack();
    if (!outcome) return;
    this.reach = 'ok';
    if (outcome.refused.length) this.say(`The server has all but ${outcome.refused.length}: ${outcome.refused[0]!.words}. They are kept on this device.`);
    else if (outcome.told) this.say('The server is back, and has all that was done meanwhile.');
    this.moved(outcome.radios);
  }

  /** What to do when numbers of radios changed; set by the page. */
  moved: (radios: Record<string, number>) => void = () => {};

  /** Ask every few seconds while the server is away, and send what waits. */
  watch(): () => void {
    const look = async () => {
      if (document.hidden || (this.reach === 'ok' && this.queue.length === 0 && !field.away && !field.waits)) return;
      try {
        if (field.away || field.waits) await this.#comeBack();
        await get('/health');
        if (this.queue.length === 0) this.reach = 'ok';
        await this.send();
      } catch (error) {
        this.note(error);
      }
    };
    const timer = window.setInterval(look, 3000);
    window.addEventListener('online', look);
    document.addEventListener('visibilitychange', look);
    return () => {
      window.clearInterval(timer);
      window.removeEventListener('online', look);
      document.removeEventListener('visibilitychange', look);
    };
  }
}

export const shell = new Shell();
