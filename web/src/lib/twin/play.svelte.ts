/** A twin in play: its token, its clock, what was pressed. */
import { get, post, type Model, type Play } from '../api';
import { shell } from '../shell/state.svelte';

export class TwinPlay {
  play = $state<Play | null>(null);
  before = $state<Play['display'] | null>(null);
  trouble = $state('');
  last = $state('');
  beeps = $state<string[]>([]);
  sending = $state<number | null>(null);
  /** How fast the twin's clock goes against ours; 0 stands still. */
  speed = $state(1);
  latched = $state<string | null>(null);
  holding = $state(false);
  /** Whether it stands on the simulated band. */
  onBand = $state(false);
  /** What came of the last transmission there. */
  told = $state('');
  hint = $state('');
  /** All that was pressed, and the waits between, since it began. */
  pressed: string[] = [];
  /** Nothing answers, whatever is sent: an exercise says so. */
  unanswered = false;
  #since = performance.now();
  #timer = 0;
  #band = 0;
  #busy: Promise<void> = Promise.resolve();

  constructor(
    readonly model: Model,
    readonly region = 'r2',
    readonly onplay: (play: Play, pressed: boolean) => void = () => {},
    /** Where a radio that is only being described is pressed. */
    readonly described = '',
  ) {}

  async start(from?: Record<string, unknown>): Promise<void> {
    if (this.described) return this.#ask(() => post<Play>(this.described, { token: '', keys: [] }), false);
    await this.#ask(() => post<Play>('/twin/start', { model: this.model.model, firmware: this.model.firmware, region: this.region, start: from ?? null }), false);
  }

  /** Begin with a state that the server gave already. */
  begin(play: Play): void {
    this.play = play;
    this.pressed = [];
    this.#since = performance.now();
    this.onplay(play, false);
  }

  async startAt(sheet: string, done: number): Promise<void> {
    this.#busy = this.#busy.then(() => this.#ask(() => get<Play>(`/sheets/${sheet}/twin/${done}`), false));
    await this.#busy;
  }

  /** Press keys; the time that passed since the last press comes first. */
  press(action: string): void {
    const keys = this.latched && /^\[|^\d$/.test(action) ? [`[${this.latched}]+${/^\d$/.test(action) ? `[${action}]` : action}`] : [action];
    this.latched = null;
    this.holding = false;
    this.last = keys[0]!;
    this.#busy = this.#busy.then(() => this.#act([...this.#elapsed(), ...keys], true));
  }

  /** Carry out a step's actions, as a demonstration. */
  show(actions: string[]): void {
    this.last = actions.join('  ');
    this.#busy = this.#busy.then(() => this.#act(actions, true));
  }

  #elapsed(): string[] {
    const ms = Math.round((performance.now() - this.#since) * this.speed);
    return this.play?.quiet_ms && ms >= 100 ? [`wait ${(ms / 1000).toFixed(1)}s`] : [];
  }

  async #act(keys: string[], pressed: boolean): Promise<void> {
    if (!this.play) return;
    const token = this.play.token;
    if (!this.onBand) this.pressed.push(...keys);
    if (this.described) return this.#ask(() => post<Play>(this.described, { token, keys }), pressed);
    await this.#ask(
      () =>
        post<Play>('/twin/act', {
          model: this.model.model,
          firmware: this.model.firmware,
          region: this.region,
          token,
          keys,
          at_s: this.onBand ? Math.round(performance.now() / 100) / 10 : null,
        }),
      pressed,
    );
  }

  /** Put it on the simulated band, or take it off; while on, it listens every other second. */
  setBand(on: boolean): void {
    this.onBand = on;
    this.told = this.hint = '';
    window.clearInterval(this.#band);
    const listen = (keys: string[]) => {
      this.#busy = this.#busy.then(() => this.#act(keys, false));
    };
    listen(on ? [] : ['hear nothing']);
    if (on) this.#band = window.setInterval(() => document.hidden || listen(this.#elapsed()), 2000);
  }

  async #ask(request: () => Promise<Play>, pressed: boolean): Promise<void> {
    try {
      const play = await request();
      this.before = pressed ? (this.play?.display ?? null) : null;
      this.play = play;
      this.beeps = play.trace.flatMap((t) => t.beeps);
      this.sending = play.trace.map((t) => t.transmitting_hz).find((hz) => hz !== null) ?? null;
      this.trouble = '';
      if (this.sending !== null) {
        this.told = play.air?.opened || (play.air || this.unanswered ? 'Nothing comes back.' : '');
        this.hint = play.air?.hint ?? '';
      }
      this.#since = performance.now();
      this.#watchClock();
      this.onplay(play, pressed);
    } catch (error) {
      this.trouble = shell.note(error);
    }
  }

  /** When something open will close by itself, look again then. */
  #watchClock(): void {
    window.clearTimeout(this.#timer);
    const quiet = this.play?.quiet_ms;
    if (!quiet || this.speed === 0) return;
    this.#timer = window.setTimeout(() => {
      this.#busy = this.#busy.then(() => this.#act([`wait ${(quiet / 1000).toFixed(3)}s`], false));
    }, quiet / this.speed);
  }

  setSpeed(speed: number): void {
    this.speed = speed;
    this.#since = performance.now();
    this.#watchClock();
  }

  stop(): void {
    window.clearInterval(this.#band);
    window.clearTimeout(this.#timer);
  }
}
