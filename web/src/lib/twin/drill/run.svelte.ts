/** A session of exercises: one after the other, until five minutes are over or nothing is left. */
import { get, post, type Model, type Play, type Schemas } from '../../api';
import { shell } from '../../shell/state.svelte';
import { TwinPlay } from '../play.svelte';

export const SESSION_S = 300;
const MOST_PRESSED = 4000;

type Slip = Schemas['SlipMadeShape'];

export interface Kind {
  kind: string;
  times: number;
  did: string[];
}

/** Slips by kind, the most frequent first, each with what it did or would have done. */
export function byKind(slips: Slip[]): Kind[] {
  const found = new Map<string, Kind>();
  for (const { kind, did } of slips) {
    const one = found.get(kind) ?? { kind, times: 0, did: [] };
    found.set(kind, { kind, times: one.times + 1, did: [...new Set([...one.did, did])] });
  }
  return [...found.values()].sort((a, b) => b.times - a.times);
}

export class Run {
  left: Schemas['NextShape'][];
  exercise = $state.raw<Schemas['ExerciseShape'] | null>(null);
  verdict = $state.raw<Schemas['VerdictShape'] | null>(null);
  twin = $state.raw<TwinPlay | null>(null);
  hints = $state(0);
  over = $state(false);
  trouble = $state('');
  busy = $state(false);
  /** Slips of the exercise at hand that were told already, and those of all exercises. */
  #told = 0;
  slips = $state.raw<Slip[]>([]);
  done = $state<{ words: string; right: boolean; hints: number; seconds: number; keys: number; fewest: number; usual_s: number }[]>([]);
  #begun = performance.now();
  #since = 0;
  #keys = 0;
  #id = '';

  constructor(
    readonly model: Model,
    readonly person: string,
    next: Schemas['NextShape'][],
    readonly region: string,
  ) {
    this.left = [...next];
  }

  async next(): Promise<void> {
    this.twin?.stop();
    const one = this.left.shift();
    if (!one || (this.done.length > 0 && performance.now() - this.#begun > SESSION_S * 1000)) {
      this.over = true;
      return;
    }
    this.verdict = null;
    this.hints = 0;
    this.#keys = this.#told = 0;
    this.#id = crypto.randomUUID();
    try {
      const found = await get<Schemas['ExerciseShape']>(`/drill/exercise?model=${this.model.model}&item=${encodeURIComponent(one.item)}&seed=${one.seed}&region=${this.region}`);
      this.twin = found.play ? new TwinPlay(this.model, this.region, (_: Play, pressed: boolean) => { if (pressed) this.#keys += 1; }) : null;
      if (this.twin) {
        this.twin.begin(found.play!);
        this.twin.unanswered = found.choices.length > 0;
      }
      this.exercise = found;
      this.trouble = '';
      this.#since = performance.now();
    } catch (error) {
      this.left.unshift(one);
      this.trouble = shell.note(error);
    }
  }

  hint(): void {
    this.hints = Math.min(this.hints + 1, 3);
  }

  /** Go on with the same radio as it stands now: the way back is part of the exercise. */
  goOn(): void {
    this.verdict = null;
    this.#id = crypto.randomUUID();
    this.twin?.setSpeed(1);
  }

  async answer(choice: string | null): Promise<void> {
    if (!this.exercise || this.busy) return;
    this.busy = true;
    const { item, seed, words, fewest, usual_s } = this.exercise;
    const seconds = (performance.now() - this.#since) / 1000;
    try {
      this.verdict = await post<Schemas['VerdictShape']>('/drill/answers', {
        id: this.#id, person: this.person, model: this.model.model, item, seed, at: new Date().toISOString(), seconds, hints: this.hints, keys: this.#keys,
        token: this.twin?.play?.token ?? null, choice, region: this.region, pressed: this.twin?.pressed.slice(0, MOST_PRESSED) ?? [],
      });
      this.twin?.setSpeed(0); // nothing closes by itself while one reads
      this.slips = [...this.slips, ...this.verdict.slips.slice(this.#told)];
      this.#told = this.verdict.slips.length;
      this.done = [...this.done, { words, right: this.verdict.right, hints: this.hints, seconds, keys: this.#keys, fewest, usual_s }];
      this.trouble = '';
    } catch (error) {
      this.trouble = shell.note(error);
    } finally {
      this.busy = false;
    }
  }
}
