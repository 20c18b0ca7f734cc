/** Radios, models and unfinished sheets, kept for when the server is away. */
import { get, type Model, type Radio, type SheetSummary } from '../../api';
import { keep, recall } from '../../keeping/keep';
import { shell } from '../../shell/state.svelte';

class Data {
  models = $state<Model[]>(recall('models', []));
  radios = $state<Radio[]>(recall('radios', []));
  sheets = $state<SheetSummary[]>(recall('open-sheets', []));
  loaded = $state(false);
  slow = $state(false);

  async load(): Promise<void> {
    const timer = window.setTimeout(() => (this.slow = !this.loaded), 800);
    try {
      [this.models, this.radios, this.sheets] = await Promise.all([get<Model[]>('/models'), get<Radio[]>('/radios'), get<SheetSummary[]>('/sheets')]);
      keep('models', $state.snapshot(this.models));
      keep('radios', $state.snapshot(this.radios));
      keep('open-sheets', $state.snapshot(this.sheets));
      this.loaded = true;
      shell.fault = '';
      if (shell.reach !== 'ok') shell.reach = 'ok';
    } catch (error) {
      shell.note(error);
    } finally {
      window.clearTimeout(timer);
      this.slow = false;
    }
  }

  model(name: string): Model | undefined {
    return this.models.find((m) => m.model === name);
  }
}

export const data = new Data();
