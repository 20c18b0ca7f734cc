/** A description in the making, as the page holds it. */
import { get, post, put, Refused, type Description, type Schemas } from '../api';
import { keep, recall } from '../keeping/keep';
import { shell } from '../shell/state.svelte';

export class Describing {
  view = $state.raw<Description | null>(null);
  goals = $state.raw<Schemas['ReachedShape'][]>([]);
  busy = $state(false);
  trouble = $state('');
  /** The field that the last answer failed at. */
  wrong = $state('');
  #asked = 0;
  #line: Promise<unknown> = Promise.resolve();

  constructor(readonly id: string) {
    this.view = recall<Description | null>(`description ${id}`, null);
  }

  get path(): string {
    return `/descriptions/${this.id}`;
  }

  async load(): Promise<void> {
    await this.#take(() => get<Description>(this.path));
  }

  /** Send a change made from the version that shows, after those that are on their way; returns whether it was taken. */
  async send(way: string, body: Record<string, unknown>, putting = false): Promise<boolean> {
    const mine = this.#line.then(() => this.#take(() => (putting ? put : post)<Description>(`${this.path}/${way}`, { version: this.view?.version, ...body })));
    this.#line = mine;
    return mine;
  }

  async #take(request: () => Promise<Description>): Promise<boolean> {
    this.busy = true;
    try {
      this.view = await request();
      keep(`description ${this.id}`, this.view);
      this.trouble = this.wrong = '';
      shell.reach = 'ok';
      void this.ask();
      return true;
    } catch (error) {
      this.trouble = shell.note(error);
      if (error instanceof Refused) {
        this.wrong = error.problem.where ?? '';
        if (error.problem.status === 422 && error.problem.do) this.trouble = error.problem.do;
        if (error.problem.type === 'urn:vocator:clash') this.view = await get<Description>(this.path).catch(() => this.view);
      }
      return false;
    } finally {
      this.busy = false;
    }
  }

  /** Ask what the radio can be asked for now; an older answer that comes later is not taken. */
  async ask(): Promise<void> {
    const mine = ++this.#asked;
    try {
      const found = await get<Schemas['ReachedShape'][]>(`${this.path}/goals`);
      if (mine === this.#asked) this.goals = found;
    } catch {
      // what was known stays
    }
  }
}
