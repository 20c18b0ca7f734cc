/** Following a sheet: which page is at hand, what is ticked; works without the server. */
import { get, Refused, type Sheet, type Step, type Tick } from '../../api';
import { keepSheet, keptSheet } from '../../keeping/sheets';
import { shell } from '../../shell/state.svelte';

export const OUTCOMES = [
  ['opened', 'It opened'],
  ['heard_myself', 'I heard myself'],
  ['answered', 'Somebody answered'],
  ['nothing', 'Nothing'],
  ['off_air', 'Listed as off the air'],
] as const;

export type Outcome = NonNullable<Tick['outcome']>;

export class Following {
  sheet = $state<Sheet | null>(null);
  at = $state(0);
  trouble = $state('');
  ticked = $state<Set<number>>(new Set());
  /** Steps that were gone through on the twin only: nothing of them is noted anywhere. */
  rehearsed = $state<Set<number>>(new Set());
  /** Whether what is done is done on the twin: nothing is noted of the radio. */
  rehearsing = $state(false);

  constructor(readonly id: string) {}

  pages = $derived(this.sheet?.content.pages ?? []);
  steps = $derived((this.pages[this.at] ?? []).map((n) => this.sheet!.content.steps[n]!));
  finished = $derived(this.sheet !== null && this.at >= this.pages.length);
  before = $derived.by((): Step | null => {
    const first = this.pages[this.at]?.[0] ?? 0;
    return first > 0 ? this.sheet!.content.steps[first - 1]! : null;
  });
  secondsLeft = $derived.by(() => {
    if (!this.sheet || this.pages.length === 0) return 0;
    const left = 1 - Math.min(this.at, this.pages.length) / this.pages.length;
    return Math.round(this.sheet.content.counts.seconds * left);
  });

  async load(): Promise<void> {
    const kept = await keptSheet(this.id);
    if (kept) this.#take(kept);
    const before = shell.left.length;
    try {
      const fresh = await get<Sheet>(`/sheets/${this.id}`);
      this.#take(fresh, shell.left.slice(before));
      void this.#keep(fresh);
      this.trouble = '';
    } catch (error) {
      const words = shell.note(error);
      if (!kept || (error instanceof Refused && error.problem.status === 404)) this.trouble = words;
    }
  }

  async #keep(sheet: Sheet): Promise<void> {
    if (!(await keepSheet(sheet))) shell.say('This device has no room to keep the sheet: without the server it goes on only while this page is open.');
  }

  /** Show a sheet; `left` are ticks that were sent while it was on its way, so that it may not know them yet. */
  #take(sheet: Sheet, left: Tick[] = []): void {
    const ticked = new Set(sheet.ticked);
    for (const tick of [...left, ...shell.queue]) {
      if (tick.sheet_id !== this.id) continue;
      if (tick.done) ticked.add(tick.step);
      else ticked.delete(tick.step);
    }
    this.sheet = sheet;
    this.ticked = ticked;
    if (!this.rehearsing) this.#toRadio();
  }

  /** Go to the first page that was not done on the radio. */
  #toRadio(): void {
    const { pages } = this.sheet!.content;
    const open = pages.findIndex((page) => page.some((n) => !this.ticked.has(n)));
    this.at = open < 0 ? pages.length : open;
  }

  /** The page at hand was done on the twin: go on there, until it is said that the radio goes on. */
  onTwin(): void {
    if (!this.sheet || this.finished) return;
    this.rehearsing = true;
    this.#rehearsed(this.pages[this.at]!, true);
    this.at = Math.min(this.at + 1, this.pages.length);
  }

  /** Back to the radio: at its own next page, or where the twin stands if the same was pressed on the radio as well. */
  async onRadio(asWell = false): Promise<void> {
    const done = [...this.rehearsed].filter((n) => !this.ticked.has(n)).sort((a, b) => a - b);
    this.rehearsing = false;
    this.rehearsed = new Set();
    if (asWell) await this.#mark(done, true, null, false);
    this.#toRadio();
  }

  #rehearsed(page: number[], done: boolean): void {
    const rehearsed = new Set(this.rehearsed);
    for (const step of page) {
      if (done) rehearsed.add(step);
      else rehearsed.delete(step);
    }
    this.rehearsed = rehearsed;
  }

  isDone(page: number[]): boolean {
    return page.every((n) => this.ticked.has(n));
  }

  /** Whether a page was gone through on the twin, and not done on the radio. */
  isRehearsed(page: number[]): boolean {
    return !this.isDone(page) && page.every((n) => this.rehearsed.has(n) || this.ticked.has(n));
  }

  /** The page at hand is done: tick its steps and go on. */
  async done(outcome: Outcome | null = null): Promise<void> {
    if (!this.sheet || this.finished) return;
    if (this.rehearsing) return this.onTwin();
    const numbers = this.pages[this.at]!;
    await this.#mark(numbers, true, outcome);
  }

  /** Leave out an on-air step: it counts as gone past, with no outcome. */
  async skip(): Promise<void> {
    await this.done(null);
  }

  async back(): Promise<void> {
    if (this.at === 0) return;
    const numbers = this.pages[this.at - 1]!;
    this.at -= 1;
    if (this.rehearsing) return this.#rehearsed(numbers, false);
    await this.#mark(numbers, false, null, false);
  }

  go(page: number): void {
    this.at = Math.min(Math.max(page, 0), this.pages.length);
  }

  async #mark(numbers: number[], done: boolean, outcome: Outcome | null, onwards = true): Promise<void> {
    const at = new Date().toISOString();
    const ticks: Tick[] = numbers.map((step) => ({
      id: crypto.randomUUID(),
      sheet_id: this.id,
      step,
      at,
      done,
      outcome: outcome !== null && this.sheet!.content.steps[step]!.on_air ? outcome : null,
    }));
    const ticked = new Set(this.ticked);
    for (const step of numbers) {
      if (done) ticked.add(step);
      else ticked.delete(step);
    }
    this.ticked = ticked;
    if (onwards) this.at = Math.min(this.at + 1, this.pages.length);
    await shell.tick(ticks);
  }
}

/** Say something with a voice of this device; voices from elsewhere are never used. */
export function readAloud(text: string): boolean {
  if (!('speechSynthesis' in window)) return false;
  const voice = speechSynthesis.getVoices().find((v) => v.localService && v.lang.startsWith('en'));
  if (!voice) return false;
  speechSynthesis.cancel();
  const words = new SpeechSynthesisUtterance(text);
  words.voice = voice;
  words.rate = 0.95;
  speechSynthesis.speak(words);
  return true;
}

export function spokenPage(steps: Step[]): string {
  return steps.map((step) => (step.when || step.look || step.actions.length === 0 ? `${step.say}. ` : '') + (step.when ? '' : step.spoken)).join('. ');
}
