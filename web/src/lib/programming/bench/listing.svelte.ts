/** The listing line and what the server understood of it, as one types. */
import { post, Refused, type Problem, type Resolution } from '../../api';
import { keep, recall } from '../../keeping/keep';
import { shell } from '../../shell/state.svelte';

export class Listing {
  line = $state(recall('line', ''));
  waiting = $state<string[]>(recall('lines', []));
  found = $state<Resolution | null>(null);
  refused = $state<Partial<Problem> | null>(null);
  asking = $state(false);
  /** Whether the last question found no answer because the server or its store was away. */
  missed = $state(false);
  #timer = 0;
  #asked = 0;

  set(line: string): void {
    this.line = line;
    keep('line', line);
    window.clearTimeout(this.#timer);
    if (!line.trim()) {
      this.found = null;
      this.refused = null;
      this.#asked += 1;
      return;
    }
    this.#timer = window.setTimeout(() => void this.ask(), 120);
  }

  /** Several lines pasted: the first is worked on, the others wait. */
  paste(text: string): boolean {
    const lines = text.split(/\r?\n/).map((l) => l.trim()).filter(Boolean);
    if (lines.length < 2) return false;
    this.waiting = [...lines.slice(1), ...this.waiting];
    keep('lines', $state.snapshot(this.waiting));
    this.set(lines[0]!);
    return true;
  }

  next(): void {
    const [first, ...rest] = this.waiting;
    this.waiting = rest;
    keep('lines', rest);
    this.set(first ?? '');
  }

  drop(): void {
    this.waiting = [];
    keep('lines', []);
  }

  add(words: string): void {
    this.set(`${this.line.trim()} ${words}`);
  }

  async ask(): Promise<void> {
    const mine = ++this.#asked;
    this.asking = true;
    try {
      const found = await post<Resolution>('/resolve', { line: this.line });
      if (mine !== this.#asked) return;
      this.found = found;
      this.refused = null;
      this.missed = false;
      shell.reach = 'ok';
    } catch (error) {
      if (mine !== this.#asked) return;
      shell.note(error);
      this.missed = error instanceof Refused && error.passing;
      if (error instanceof Refused && !error.passing) {
        this.refused = error.problem;
        this.found = null;
      }
    } finally {
      if (mine === this.#asked) this.asking = false;
    }
  }
}
