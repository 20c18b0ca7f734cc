/** The clock of a ride: live by the server's clock, or rehearsed at a speed; announces each change. */
import { get, post, type ContactIn, type Kept, type Plan, type Play, type Rehearsal, type Schemas, type Score } from '../api';
import { keep, recall } from '../keeping/keep';
import { shell } from '../shell/state.svelte';
import { NO_ROOM, Waiting } from '../keeping/waiting';
import { megahertz } from './time.svelte';

export const AHEAD_S = 8;

const waiting = new Waiting<ContactIn>('contact', 'vocator.contacts-queue');

/** Contacts stamped here, sent when the server answers. */
class Contacts {
  queue = $state<ContactIn[]>(waiting.all((contact) => contact.at_utc));

  /** Keep a form of a contact; its time decides which of several forms is the latest, in whatever order they arrive. */
  async keep(form: ContactIn): Promise<void> {
    const contact = { ...form, changed_utc: new Date().toISOString() };
    const at = this.queue.findIndex((c) => c.id === contact.id);
    if (at >= 0) this.queue[at] = contact;
    else this.queue.push(contact);
    if (!waiting.put([contact])) shell.say(NO_ROOM);
    await this.send();
  }

  async send(): Promise<boolean> {
    if (!this.queue.length) return true;
    const sent = $state.snapshot(this.queue);
    try {
      const kept = await post<Kept>('/contacts', { contacts: sent });
      if (kept.notes?.length) shell.say(kept.notes.join(' '));
      const texts = new Set(sent.map((c) => JSON.stringify(c)));
      this.queue = this.queue.filter((c) => !texts.has(JSON.stringify($state.snapshot(c))));
      waiting.drop(sent);
      return true;
    } catch {
      return false;
    }
  }
}

export const contacts = new Contacts();

export class Ride {
  now = $state(0);
  away = $state(0);
  trim = $state(recall('ride-trim', 0));
  turnedTo = $state(0);
  announced = $state('');
  running = $state(true);
  sound = $state(recall('ride-sound', true));
  speech = $state(recall('ride-speech', true));
  awake = $state<'yes' | 'no' | 'unknown'>('unknown');
  score = $state<Score | null>(null);
  /** When a rehearsed satellite was armed, in seconds after its rise; null where it was not. */
  armedAt = $state<number | null>(null);
  /** Whether the radios are twins, in place of two buttons. */
  byTwins = $state(false);
  readonly turned: { at_s: number; memory: number }[] = [];
  readonly contactsAt: number[] = [];
  /** A rehearsal waits before the rise, until the radios are set up. */
  held = $state(false);
  #origin = performance.now();
  #timer = 0;
  #told = -2;
  #ready = -1;
  #lock: WakeLockSentinel | null = null;
  #audio: AudioContext | null = null;
  #noise: { noise: GainNode; tone: GainNode } | null = null;

  constructor(
    readonly plan: Plan,
    readonly speed: number,
    readonly rehearsal: Rehearsal | null,
  ) {
    this.look();
  }

  get start(): number {
    return Date.parse(this.plan.pass.aos_utc);
  }

  get end(): number {
    return Date.parse(this.plan.pass.los_utc);
  }

  /** Seconds after the rise. */
  get at(): number {
    return (this.now - this.start) / 1000;
  }

  /** The memory to be on. */
  get memory(): number {
    let found = 0;
    this.plan.set.memories.forEach((m, n) => {
      if (Date.parse(m.from_utc) <= this.now) found = n;
    });
    return found;
  }

  /** When the next thing happens: the rise, a change, the setting. */
  get nextAt(): number {
    if (this.now < this.start) return this.start;
    const change = this.plan.set.memories[this.memory + 1];
    return change ? Date.parse(change.from_utc) : this.end;
  }

  get nextWords(): string {
    if (this.now < this.start) return 'rises';
    return this.plan.set.memories[this.memory + 1] ? `then ${this.slot(this.memory + 1)}` : 'sets';
  }

  get over(): boolean {
    return this.now >= this.end;
  }

  slot(memory: number): string {
    return this.plan.rows.find((r) => r.memory === memory)?.slot_text ?? `memory ${memory + 1}`;
  }

  /** Where to point now, between two points of the track. */
  get pointing(): { azimuth: number; elevation: number; next: number } {
    const track = this.plan.track;
    const s = Math.min(Math.max(this.at, 0), track.at(-1)!.s);
    const n = Math.max(track.findIndex((p) => p.s >= s), 1);
    const a = track[n - 1]!, b = track[n]!;
    const f = (s - a.s) / (b.s - a.s || 1);
    const turn = ((b.azimuth_deg - a.azimuth_deg + 540) % 360) - 180;
    const later = track[Math.min(n + 3, track.length - 1)]!;
    return { azimuth: (a.azimuth_deg + turn * f + 360) % 360, elevation: Math.max(a.elevation_deg + (b.elevation_deg - a.elevation_deg) * f, 0), next: later.azimuth_deg };
  }

  /** Whether a rehearsed satellite passes audio: always, or once its timer was started. */
  get armed(): boolean {
    if (!this.rehearsal || this.rehearsal.armed_at_start) return true;
    return this.armedAt !== null && this.at - this.armedAt < this.plan.transponder.timer_s;
  }

  /** What is heard on the memory turned to, in a rehearsal. */
  get air(): { heard: number; through: number; off: number; other: Schemas['OtherShape'] | null } | null {
    const s = Math.floor(this.at);
    const memory = this.rehearsal?.memories[this.turnedTo];
    if (!this.rehearsal || !memory || s < 0 || s >= this.rehearsal.seconds) return null;
    const off = this.plan.set.fast === 'downlink' ? memory.downlink_off_hz[s]! : memory.uplink_off_hz[s]!;
    return { heard: memory.heard[s]!, through: memory.through[s]!, off, other: this.armed ? (this.rehearsal.others[s] ?? null) : null };
  }

  /** A key was pressed on the twin of a radio: where the side that moves stands now, and what was sent; says what came of that. */
  played(radio: number, play: Play, pressed: boolean): string {
    const row = (side: string | null, slot: string | null) => this.plan.rows.find((r) => r.radio === radio && (r.side === null || r.side === side) && r.slot === slot);
    const parts = this.plan.ways.find((w) => w.taken)?.parts ?? [];
    const moving = parts.find((p) => p.radio === radio && (p.link === this.plan.set.fast || p.link === 'both'));
    const seen = play.sides.find((s) => !moving?.side || s.side === moving.side);
    const on = moving && seen ? row(seen.side, seen.slot) : undefined;
    if (moving && (!on || on.memory >= 0)) this.#to(on ? on.memory : -1);
    const hz = pressed ? play.trace.map((t) => t.transmitting_hz).find((f) => f !== null) : null;
    if (!hz) return pressed && play.trace.some((t) => t.action.includes('PTT')) ? 'PTT sends nothing from here' : '';
    const sender = play.sides.find((s) => s.main)!;
    const from = row(sender.side, sender.slot);
    if (!from) return `You sent on ${megahertz(hz)}: that is no slot of the set`;
    if (from.memory === -1) {
      this.armedAt = Math.max(this.at, 0);
      return 'Armed: back to the set, then call';
    }
    return this.call();
  }

  /** Call, in a rehearsal: what comes of it. */
  call(): string {
    const air = this.air;
    if (!air) return this.turnedTo < 0 ? 'You are on no memory of the set' : 'It has not risen';
    if (!this.armed) return 'Silence: its timer has run out. Arm it';
    this.contactsAt.push(Math.max(this.at, 0));
    if (air.other?.strong) return 'A stronger station has it: wait for a gap';
    if (air.other) return 'Somebody is talking: wait for a gap';
    return air.through > 0 ? 'You are through' : 'You are not through: tune';
  }

  #to(memory: number): void {
    if (memory === this.turnedTo) return;
    this.turnedTo = memory;
    if (memory >= 0) this.turned.push({ at_s: Math.max(this.at, 0), memory });
  }

  look(): void {
    if (this.held) this.#origin = performance.now();
    const live = Date.now() + this.away + this.trim * 1000;
    this.now = this.rehearsal ? this.start - 15_000 + (performance.now() - this.#origin) * this.speed : live;
    this.#announce();
    this.#hum();
  }

  begin(): () => void {
    this.#timer = window.setInterval(() => this.running && this.look(), 100);
    void this.#compare();
    void this.wake();
    const back = () => {
      if (document.visibilityState === 'visible') {
        this.look();
        void this.wake();
      }
    };
    document.addEventListener('visibilitychange', back);
    return () => {
      window.clearInterval(this.#timer);
      document.removeEventListener('visibilitychange', back);
      void this.#lock?.release();
      void this.#audio?.close();
      window.speechSynthesis?.cancel();
    };
  }

  /** Compare with the server's clock: the answer is taken for the middle of its way. */
  async #compare(): Promise<void> {
    if (this.rehearsal) return;
    try {
      const before = Date.now();
      const { now_utc } = await get<Schemas['ClockShape']>('/clock');
      const after = Date.now();
      this.away = Math.round(Date.parse(now_utc) - (before + after) / 2);
      if (Math.abs(this.away) < Math.max((after - before) / 2, 50)) this.away = 0;
    } catch {
      this.away = 0;
    }
  }

  async wake(): Promise<void> {
    try {
      this.#lock = await navigator.wakeLock.request('screen');
      this.awake = 'yes';
    } catch {
      this.awake = 'no';
    }
  }

  trimBy(seconds: number): void {
    this.trim += seconds;
    keep('ride-trim', this.trim);
    this.look();
  }

  switch(what: 'sound' | 'speech'): void {
    this[what] = !this[what];
    keep(`ride-${what}`, this[what]);
  }

  #announce(): void {
    if (this.over) {
      if (this.#told !== 99) this.#tell('It has set', 1);
      this.#told = 99;
      return;
    }
    const memory = this.now < this.start ? -1 : this.memory;
    if (memory !== this.#told && this.#told !== -2) {
      this.#tell(memory === 0 ? `It rises. Slot ${this.slot(0)}` : `Change now. Slot ${this.slot(memory)}`, 2);
    }
    this.#told = memory;
    const left = (this.nextAt - this.now) / 1000 / (this.rehearsal ? this.speed : 1);
    if (left < AHEAD_S && this.#ready !== memory + 1 && this.plan.set.memories[memory + 1]) {
      this.#ready = memory + 1;
      if (this.sound) this.#beep(440, 0.08);
    }
  }

  #tell(text: string, beeps: number): void {
    this.announced = text;
    navigator.vibrate?.(Array.from({ length: beeps * 2 - 1 }, () => 150));
    if (this.sound) for (let n = 0; n < beeps; n++) this.#beep(880, 0.12, n * 0.2);
    if (this.speech && 'speechSynthesis' in window && (!this.rehearsal || this.speed <= 4)) window.speechSynthesis.speak(new SpeechSynthesisUtterance(text));
  }

  /** A browser lets sound begin after the first touch only. */
  touch(): void {
    this.#audio ??= new AudioContext();
    void this.#audio.resume();
  }

  #beep(hz: number, seconds: number, later = 0): void {
    if (!this.#audio || this.#audio.state !== 'running') return;
    const tone = this.#audio.createOscillator();
    const gain = this.#audio.createGain();
    tone.frequency.value = hz;
    gain.gain.value = 0.2;
    tone.connect(gain).connect(this.#audio.destination);
    tone.start(this.#audio.currentTime + later);
    tone.stop(this.#audio.currentTime + later + seconds);
  }

  /** In a rehearsal the noise drops as the memory fits; somebody's over is a tone. */
  #hum(): void {
    if (!this.rehearsal || !this.#audio || this.#audio.state !== 'running') return;
    this.#noise ??= this.#makeNoise(this.#audio);
    const air = this.sound ? this.air : null;
    const clear = air ? air.heard / 5 : 0;
    this.#noise.noise.gain.value = air ? 0.05 * (1 - 0.85 * clear * (air.other ? 1 : 0.3)) : 0;
    this.#noise.tone.gain.value = air?.other ? 0.04 * clear : 0;
  }

  #makeNoise(audio: AudioContext): { noise: GainNode; tone: GainNode } {
    const buffer = audio.createBuffer(1, audio.sampleRate, audio.sampleRate);
    const samples = buffer.getChannelData(0);
    let seed = 1;
    for (let n = 0; n < samples.length; n++) {
      seed = (seed * 16807) % 2147483647;
      samples[n] = seed / 1073741823 - 1;
    }
    const source = audio.createBufferSource();
    source.buffer = buffer;
    source.loop = true;
    const voice = audio.createOscillator();
    voice.frequency.value = 320;
    const noise = audio.createGain(), tone = audio.createGain();
    noise.gain.value = tone.gain.value = 0;
    source.connect(noise).connect(audio.destination);
    voice.connect(tone).connect(audio.destination);
    source.start();
    voice.start();
    return { noise, tone };
  }

  turn(by: number): void {
    this.#to(Math.min(Math.max(this.turnedTo + by, 0), this.plan.set.memories.length - 1));
  }

  /** Stamp a contact for the log. */
  stamp(): ContactIn {
    return {
      id: crypto.randomUUID(), at_utc: new Date(this.now).toISOString(), call_sign: '', grid: '', satellite: this.plan.pass.satellite, mode: this.plan.transponder.mode,
      tx_hz: this.plan.transponder.uplink_hz, rx_hz: this.plan.transponder.downlink_hz, report_sent: '', report_received: '', note: '',
    };
  }

  async judge(path: string): Promise<void> {
    const score = await post<Score>(path, { turned: this.turned, contacts_s: this.contactsAt });
    this.score = score;
    const seconds = Math.round(this.rehearsal?.seconds ?? 0);
    for (const model of new Set(this.plan.radios.map((r) => r.model))) {
      const { in_tune_percent, changes, changes_made } = score;
      await post('/drill/rides', { id: crypto.randomUUID(), person: recall('drill.person', 'me').trim() || 'me', model, at: new Date().toISOString(), seconds, in_tune_percent, changes, changes_made });
    }
  }
}
