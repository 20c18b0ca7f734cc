<!-- The virtual radio, drawn from its profile. -->
<script lang="ts">
  import type { Display, Model } from '../api';
  import Glass from './glass/Glass.svelte';
  import type { TwinPlay } from './play.svelte';
  import TwinKey from './TwinKey.svelte';

  let { model, twin, wanted = [], shown = null, band = true }: { model: Model; twin: TwinPlay; wanted?: string[]; shown?: Display | null; band?: boolean } = $props();

  let display = $derived(twin.play?.display ?? shown ?? model.display);
  let burning = $derived(twin.play?.window_ms && twin.speed > 0 ? twin.play.window_ms / twin.speed : 0);

  let touches = $derived(twin.play?.touches ?? []);
  let text = $state('');

  function press(touch: { name: string; holds: boolean }): void {
    if (touch.holds && twin.holding) twin.press(`hold ${touch.name} 1s`);
    else twin.press(`touch ${touch.name}`);
  }

  function type(event: SubmitEvent): void {
    event.preventDefault();
    if (text) twin.press(`type ${text.toUpperCase()}`);
    text = '';
  }

  function turn(clicks: number, dial = model.dials[0]): void {
    twin.press(`${dial} ${clicks > 0 ? '+' : '-'}${Math.abs(clicks)}`);
  }

  function onkeydown(event: KeyboardEvent): void {
    if (event.ctrlKey || event.metaKey || event.altKey) return;
    if (event.key === 'Escape') {
      (document.activeElement as HTMLElement | null)?.blur();
      event.stopPropagation();
      return;
    }
    event.stopPropagation();
    if ((event.target as HTMLElement).matches('input')) return;
    if (/^\d$/.test(event.key)) twin.press(event.key);
    else if (model.dials.length && event.key === 'ArrowUp') turn(1);
    else if (model.dials.length && event.key === 'ArrowDown') turn(-1);
    else if (event.key === 'ArrowUp') twin.press('[UP]');
    else if (event.key === 'ArrowDown') twin.press('[DOWN]');
    else return;
    event.preventDefault();
  }

  function onwheel(event: WheelEvent, dial: string): void {
    event.preventDefault();
    turn(event.deltaY < 0 ? 1 : -1, dial);
  }

  function say(): string {
    if (twin.sending !== null) return `sends on ${(twin.sending / 1e6).toFixed(4)} MHz`;
    if (twin.beeps.includes('low')) return 'low beep: no work here, or refused';
    if (twin.beeps.includes('double')) return 'two beeps';
    return twin.beeps.length ? 'beep' : '';
  }
</script>

<!-- svelte-ignore a11y_no_noninteractive_element_interactions -->
<div class="case {model.panel.shape} tint-{model.panel.tint}" role="group" aria-label="Virtual {model.name}" {onkeydown}>
  <div class="crown">
    {#each model.dials as dial (dial)}
      <div class="dial" class:wanted={wanted.includes(dial)} onwheel={(e) => onwheel(e, dial)} role="group" aria-label="{dial}, one click">
        <button type="button" onclick={() => turn(-1, dial)} aria-label="{dial} one click anticlockwise">↺</button>
        {#if model.pushes.includes(dial)}<TwinKey {twin} key={dial} holds={model.holds[dial]} />{:else}<span>{dial}</span>{/if}
        <button type="button" onclick={() => turn(1, dial)} aria-label="{dial} one click clockwise">↻</button>
      </div>
    {/each}
    <span class="maker">{model.name}</span>
  </div>
  <div class="body">
    <div class="side">
      {#each model.panel.side as key (key)}
        <TwinKey {twin} {key} holds={model.holds[key]} wanted={wanted.includes(key)} />
      {/each}
    </div>
    <div class="front">
      <div class="pane">
        <Glass {display} kind={model.panel.glass} before={twin.before} />
        {#if touches.length || twin.play?.keyboard}
          <div class="screen" role="group" aria-label="On the screen">
            {#each touches as touch (touch.name)}
              <button type="button" class="touch" class:wanted={wanted.includes(touch.name)} onclick={() => press(touch)}>{touch.name}</button>
            {/each}
            {#if twin.play?.keyboard}
              <form class="board" onsubmit={type}>
                <label class="visually-hidden" for="board">Keyboard on the screen</label>
                <input id="board" class="field" bind:value={text} maxlength="40" autocomplete="off" placeholder="keyboard" />
                <button type="submit" class="touch">type</button>
              </form>
            {/if}
          </div>
        {/if}
        {#key twin.play?.token}
          {#if burning}<i class="fuse" style:--burn="{burning}ms" aria-hidden="true"></i>{/if}
        {/key}
      </div>
      <div class="keys">
        {#each model.panel.rows as row, at (at)}
          <div class="keyrow" style:--count={row.length}>
            {#each row as key (key)}
              <TwinKey {twin} {key} holds={model.holds[key]} wanted={wanted.includes(key)} />
            {/each}
          </div>
        {/each}
      </div>
    </div>
  </div>
</div>
<div class="tools">
  <button type="button" class="act" aria-pressed={twin.holding} title="The next key is held for 1 second" onclick={() => (twin.holding = !twin.holding)}>Hold next</button>
  {#each model.chords as key (key)}
    <button type="button" class="act" aria-pressed={twin.latched === key} title="{key} stays down for the next key" onclick={() => (twin.latched = twin.latched === key ? null : key)}>
      Keep {key}
    </button>
  {/each}
  {#if band || twin.onBand}<button type="button" class="act" aria-pressed={twin.onBand} title="Invented repeaters and stations answer it" onclick={() => twin.setBand(!twin.onBand)}>Simulated band</button>{/if}
</div>
{#if twin.onBand}
  <p class="band" aria-live="polite">
    {#if twin.play?.air?.heard}<b>You hear {twin.play.air.heard}.</b>{:else if twin.play?.air?.closed}Somebody sends, but the receive side stays closed.{:else}Quiet.{/if}
    {#if twin.told}<br /><b>{twin.told}</b>{/if}
    {#if twin.hint}<details><summary>Why?</summary>{twin.hint[0]!.toUpperCase() + twin.hint.slice(1)}.</details>{/if}
  </p>
{/if}
<p class="said" aria-live="polite">
  {#if twin.last}<b>{twin.last}</b>{/if} {say()}{#if twin.unanswered && twin.told && twin.sending !== null}. {twin.told}{/if}
  {#if twin.trouble}<span class="harm">{twin.trouble}</span>{/if}
</p>

<style>
  .case {
    max-width: 360px;
    padding: 10px;
    background: var(--case);
    border: 3px solid var(--case-edge);
    border-radius: 22px 22px 14px 14px;
    color: var(--ink);
  }
  .case.mobile {
    border-radius: 6px;
    border-width: 3px 3px 8px;
  }
  .crown {
    display: flex;
    flex-wrap: wrap;
    align-items: center;
    justify-content: space-between;
    gap: 8px;
    margin-bottom: 8px;
  }
  .maker {
    font-size: 16px;
    font-weight: 700;
  }
  .dial {
    display: flex;
    align-items: center;
    gap: 4px;
    padding: 2px;
    border: 3px solid var(--case-edge);
    border-radius: 999px;
    background: var(--cap);
    color: var(--cap-ink);
    font-weight: 700;
  }
  .dial.wanted {
    outline: 4px solid var(--next);
    outline-offset: 2px;
  }
  .dial > button {
    width: 40px;
    min-width: 40px;
    height: 48px;
    background: none;
    border: 0;
    border-radius: 999px;
    color: inherit;
    font-size: 26px;
    cursor: pointer;
  }
  .body {
    display: grid;
    grid-template-columns: auto 1fr;
    gap: 10px;
  }
  .side {
    display: grid;
    gap: 8px;
    align-content: start;
    padding-top: 8px;
  }
  .front {
    display: grid;
    gap: 10px;
    min-width: 0;
  }
  .pane {
    position: relative;
  }
  .screen {
    display: flex;
    flex-wrap: wrap;
    gap: 2px;
    padding: 4px;
    background: var(--glass);
    border: 3px solid var(--glass-ink);
    border-top: 0;
    max-width: 340px;
    box-sizing: border-box;
  }
  .touch {
    flex: 1 0 auto;
    min-width: 48px;
    min-height: 48px;
    padding: 2px 8px;
    background: none;
    color: var(--glass-ink);
    border: 2px solid var(--glass-ink);
    font: inherit;
    font-weight: 700;
    cursor: pointer;
  }
  .touch.wanted {
    outline: 4px solid var(--glass-mark);
    outline-offset: -2px;
  }
  .board {
    display: flex;
    flex: 1 0 100%;
    gap: 2px;
  }
  .board .field {
    min-width: 0;
    flex: 1;
  }
  .fuse {
    position: absolute;
    left: 0;
    top: 0;
    height: 5px;
    width: 100%;
    background: var(--glass-mark);
    animation: burn var(--burn) linear forwards;
    transform-origin: left;
  }
  @keyframes burn {
    to {
      transform: scaleX(0);
    }
  }
  .keys {
    display: grid;
    gap: 8px;
  }
  .keyrow {
    display: grid;
    grid-template-columns: repeat(var(--count), minmax(0, 1fr));
    gap: 6px;
  }
  .tools {
    display: flex;
    flex-wrap: wrap;
    gap: 8px;
    margin-top: 8px;
  }
  .tools .act {
    padding: 4px 10px;
    font-weight: 400;
  }
  .band {
    margin: 8px 0 0;
    padding-left: 10px;
    border-left: 6px solid var(--rule);
  }
  summary {
    min-height: 32px;
    cursor: pointer;
  }
  .said {
    min-height: 24px;
    margin: 6px 0 0;
  }
</style>
