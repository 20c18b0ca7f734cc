<!-- Free play on a virtual radio, and what its memory holds. -->
<script lang="ts">
  import { onMount } from 'svelte';
  import { data } from '../lib/programming/bench/data.svelte';
  import type { Model } from '../lib/api';
  import { TwinPlay } from '../lib/twin/play.svelte';
  import TwinPanel from '../lib/twin/TwinPanel.svelte';
  import { keep, recall } from '../lib/keeping/keep';
  import { shell } from '../lib/shell/state.svelte';

  let twin = $state<TwinPlay | null>(null);
  let model = $state<Model | null>(null);
  let trace = $state<{ keys: string; shown: string; beep: string }[]>([]);

  onMount(() => {
    void data.load().then(() => choose(recall('twin-model', data.models[0]?.model ?? '')));
    return () => twin?.stop();
  });

  async function choose(name: string): Promise<void> {
    const found = data.model(name) ?? data.models[0];
    if (!found) return;
    twin?.stop();
    keep('twin-model', found.model);
    model = found;
    trace = [];
    twin = new TwinPlay(found, shell.station?.region ?? 'r2', (play) => {
      for (const step of play.trace) {
        if (step.action.startsWith('wait')) continue;
        const sent = step.transmitting_hz !== null ? `sends ${(step.transmitting_hz / 1e6).toFixed(4)}` : step.beeps.join(' ');
        trace = [{ keys: step.action, shown: step.display.text, beep: sent }, ...trace].slice(0, 14);
      }
    });
    await twin.start();
  }

  let memory = $derived(Object.entries(twin?.play?.memory ?? {}));
  const tone = (c: { tone_tx: string | null; dcs_tx: string | null }) => c.tone_tx ?? c.dcs_tx ?? 'none';
</script>

<main class="page">
  <header>
    <h1>Twin</h1>
    <label>Radio
      <select class="field" value={model?.model} onchange={(e) => choose(e.currentTarget.value)}>
        {#each data.models as m (m.model)}<option value={m.model}>{m.name}</option>{/each}
      </select>
    </label>
    <div class="speeds" role="group" aria-label="The twin's clock">
      <span>Clock</span>
      {#each [[1, 'runs'], [0.25, 'slow'], [0, 'stands']] as const as [speed, words] (speed)}
        <button type="button" class="act" aria-pressed={twin?.speed === speed} onclick={() => twin?.setSpeed(speed)}>{words}</button>
      {/each}
    </div>
    <button type="button" class="act" onclick={() => model && choose(model.model)}>As new</button>
  </header>
  {#if twin && model}
    <div class="table">
      <div><TwinPanel {model} {twin} /></div>
      <section>
        <h2>Pressed</h2>
        <p class="quiet">Click a key or press it long. With the radio in focus, digits and the arrow keys work too; Shift with Enter holds a key; Esc leaves.</p>
        <ol>
          {#each trace as line, at (at)}<li><b>{line.keys}</b> <span>{line.shown}</span> <i>{line.beep}</i></li>{/each}
        </ol>
      </section>
      <section>
        <h2>Its memory</h2>
        {#if memory.length}
          <ul>
            {#each memory as [slot, channel] (slot)}
              <li><b>{slot}</b> {(channel.rx_hz / 1e6).toFixed(4)} → {channel.tx_hz === null ? 'nothing' : (channel.tx_hz / 1e6).toFixed(4)}, tone {tone(channel)}, {channel.width} {channel.label ?? ''}</li>
            {/each}
          </ul>
        {:else}<p class="quiet">Nothing is stored yet.</p>{/if}
      </section>
    </div>
  {:else}<p>{shell.reach === 'ok' ? 'Fetching the radio…' : 'The twin needs the server; it shows when that answers.'}</p>{/if}
</main>

<style>
  header {
    display: flex;
    flex-wrap: wrap;
    align-items: end;
    gap: 8px 20px;
    margin-bottom: 16px;
  }
  h1 {
    margin: 0;
    font-size: 28px;
  }
  h2 {
    margin: 0 0 6px;
    font-size: 20px;
  }
  label {
    display: grid;
  }
  .speeds {
    display: flex;
    align-items: center;
    gap: 6px;
  }
  .table {
    display: grid;
    grid-template-columns: 372px minmax(0, 1fr) minmax(0, 1fr);
    gap: 28px;
  }
  ol,
  ul {
    margin: 0;
    padding: 0;
    list-style: none;
  }
  li {
    padding: 6px 0;
    border-top: 1px solid var(--rule);
  }
  i {
    font-style: normal;
    font-weight: 700;
  }
  @media (max-width: 1000px) {
    .table {
      grid-template-columns: minmax(0, 1fr);
    }
  }
</style>
