/** Everybody's sheets, made by workers: asked for once, watched until they are there, also after a reload. */
import { answersHere, call, get, post, type Board, type Schemas } from '../api';
import { shell } from '../shell/state.svelte';

type State = Schemas['MakingShape'];

const LOOK_MS = 1000;
/** So long nobody may give a sign of life before it is said. */
const NOBODY_MS = 10_000;

export class Making {
  state = $state.raw<State | null>(null);
  /** How many there were to make when this page first saw them. */
  of = $state(0);
  stopped = $state(false);
  #timer = 0;
  #begun = 0;

  left = $derived(this.state ? this.state.waiting.length + this.state.doing.length : 0);
  running = $derived(this.left > 0);
  done = $derived(Math.max(this.of - this.left, 0));
  /** Whether work waits that nobody takes. */
  nobody = $state(false);

  constructor(
    readonly outing: number,
    /** Told whenever one more is there, and at the end. */
    readonly onchange: (ended: boolean) => void,
  ) {}

  async begin(): Promise<string> {
    this.stopped = false;
    return answersHere() ? this.#makeHere() : this.#ask(() => post<State>(this.#path, {}));
  }

  /** No workers but the heart of this device: one person's after the other's, while the page is open. */
  async #makeHere(): Promise<string> {
    const troubles: Record<string, string> = {};
    try {
      const board = await get<Board>(`/outings/${this.outing}`);
      const lacking = board.people.filter((p) => p.waiting > 0).map((p) => p.id);
      this.of = lacking.length;
      this.nobody = false;
      for (const [n, id] of lacking.entries()) {
        if (this.stopped) break;
        this.state = { doing: [id], waiting: lacking.slice(n + 1), troubles, workers: 1 };
        await post(`/outings/${this.outing}/people/${encodeURIComponent(id)}/sheet`, {}).catch((error: unknown) => (troubles[id] = shell.note(error)));
        this.onchange(false);
      }
    } catch (error) {
      return shell.note(error);
    } finally {
      this.state = { doing: [], waiting: [], troubles, workers: 1 };
    }
    this.onchange(true);
    return '';
  }

  async cancel(): Promise<string> {
    this.stopped = true;
    if (answersHere()) return ''; // the one being made is finished
    return this.#ask(() => call<State>('DELETE', this.#path));
  }

  /** Look whether something is being made, and go on looking until it is there; returns what went wrong. */
  look(): Promise<string> {
    return this.#ask(() => get<State>(this.#path));
  }

  end(): void {
    window.clearTimeout(this.#timer);
  }

  get #path(): string {
    return `/outings/${this.outing}/making`;
  }

  async #ask(question: () => Promise<State>): Promise<string> {
    window.clearTimeout(this.#timer);
    const before = this.left;
    try {
      const state = await question();
      this.state = state;
      if (before === 0 && this.left > 0) {
        this.of = this.left;
        this.#begun = Date.now();
      }
      this.of = Math.max(this.of, this.left);
      this.nobody = this.left > 0 && state.workers === 0 && Date.now() - this.#begun > NOBODY_MS;
      if (before !== this.left) this.onchange(this.left === 0);
    } catch (error) {
      if (before === 0) return shell.note(error);
      shell.note(error);
    }
    if (this.left > 0) this.#timer = window.setTimeout(() => void this.look(), LOOK_MS);
    return '';
  }
}
