/** A session of exercises: one after the other, until five minutes are over or nothing is left. */
import { get, post, type Model, type Play, type Schemas } from '../api';
import { shell } from '../shell/state.svelte';
import { TwinPlay } from '../twin/play.svelte';

export const SESSION_S = 300;

export class Run {
  left: Schemas['NextShape'][];
  exercise = $state.raw<Schemas['ExerciseShape'] | null>(null);
  verdict = $state.raw<Schemas['VerdictShape'] | null>(null);
  twin = $state.raw<TwinPlay | null>(null);
  hints = $state(0);
  over = $state(false);
  trouble = $state('');
  busy = $state(false);
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
    this.#keys = 0;
    this.#id = crypto.randomUUID();
    try {
      const found = await get<Schemas['ExerciseShape']>(`/drill/exercise?model=${this.model.model}&item=${encodeURIComponent(one.item)}&seed=${one.seed}`);
      this.twin = found.play ? new TwinPlay(this.model, this.region, (_: Play, pressed: boolean) => { if (pressed) this.#keys += 1; }) : null;
      if (found.play) this.twin!.begin(found.play);
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

  async answer(choice: string | null): Promise<void> {
    if (!this.exercise || this.busy) return;
    this.busy = true;
    const { item, seed, words, fewest, usual_s } = this.exercise;
    const seconds = (performance.now() - this.#since) / 1000;
    try {
      this.verdict = await post<Schemas['VerdictShape']>('/drill/answers', {
        id: this.#id, person: this.person, model: this.model.model, item, seed, at: new Date().toISOString(), seconds, hints: this.hints, keys: this.#keys,
        token: this.twin?.play?.token ?? null, choice,
      });
      this.done = [...this.done, { words, right: this.verdict.right, hints: this.hints, seconds, keys: this.#keys, fewest, usual_s }];
      this.trouble = '';
    } catch (error) {
      this.trouble = shell.note(error);
    } finally {
      this.busy = false;
    }
  }
}
