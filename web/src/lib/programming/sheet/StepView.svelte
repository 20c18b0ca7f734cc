<!-- The page of a sheet at hand: caps large, glass under them, why under that. -->
<script lang="ts">
  import type { Certain, Step } from '../../api';
  import CapView from '../../twin/cap/CapView.svelte';
  import Glass from '../../twin/glass/Glass.svelte';
  import { alternatives, lossOf } from './alternatives';
  import LossRow from './LossRow.svelte';

  const MANY = 8;

  let { steps, glass, before, certain = [], taken }: { steps: Step[]; glass: string; before: Step | null; certain?: (Certain | null)[]; taken?: () => void } = $props();

  let last = $derived(steps.at(-1));
  let looks = $derived(steps.length > 0 && steps.every((s) => s.actions.length === 0));
  /** A slot is picked, looked at, and then written: one step inside a window, else two. */
  let picked = $derived(last?.look?.free_display && steps.length <= (last.group ? 3 : 2) ? last : null);
  let lost = $derived(steps.map(lossOf).find(Boolean) ?? null);
  /** Where both ways are steps of their own: the one of a free slot. */
  let freeStep = $derived(picked?.group ? (steps.find((s) => s.group && s !== picked) ?? null) : null);
  let pickFirst = $derived(picked && steps[0] !== picked && steps[0] !== freeStep ? steps[0]! : null);
  let pickCaps = $derived(picked ? [...(pickFirst?.caps ?? []), ...(picked.group ? [] : picked.caps.slice(0, picked.look!.after))] : []);
  let freeCaps = $derived(picked ? (freeStep?.caps ?? picked.caps.slice(picked.look!.after)) : []);
  let forks = $derived(!picked && !looks && (steps.length > 1 || (lost !== null && steps[0]!.when !== null)));
  let window = $derived(Math.max(0, ...steps.map((s) => s.window_s)));
  let only = $derived(steps.length === 1 ? steps[0]! : null);
  let sure = $derived(only ? (certain[only.number] ?? null) : null);
  /** The main line hangs on how the radio was left. */
  let anyMain = $derived(sure !== null && !sure.main && only !== null && only.actions.length > 0);

  let merged = $derived(alternatives(steps.filter((s) => !lossOf(s))));
</script>

{#each steps.filter((s) => s.unsure) as step (step.number)}<p class="caution" role="note"><b>Look closely here.</b> {step.unsure}.</p>{/each}
{#if picked}
  {@const look = picked.look!}
  <h2>{pickFirst?.say ?? picked.say.replace(/ \(.*/, '')}</h2>
  {#if window > 0}<p class="window"><b>Read it all first:</b> the window is {window} s from the last key.</p>{/if}
  <div class="caps big">{#each pickCaps as cap, at (at)}<CapView {cap} />{/each}</div>
  <div class="both">
    {#if look.free_display}<figure>
        <figcaption><b>Free:</b> {look.free}</figcaption>
        <Glass display={look.free_display} kind={glass} />
        <div class="caps">{#each freeCaps as cap, at (at)}<CapView {cap} />{/each}</div>
      </figure>{/if}
    {#if look.taken_display}<figure>
        <figcaption><b>Taken:</b> {look.taken}</figcaption>
        <Glass display={look.taken_display} kind={glass} />
        {#if lost?.meant}<LossRow loss={lost} caps={picked.caps} bare />
        {:else}
          <div class="stop">
            {#if look.leave.length}<span class="caps">{#each look.leave as cap, at (at)}<CapView {cap} />{/each}</span>{/if}
            {#if taken}<button type="button" class="act" onclick={taken}>Stop: it is taken…</button>{/if}
          </div>
        {/if}
      </figure>{/if}
  </div>
  <p class="then">Then the display shows</p>
  <Glass display={picked.display} kind={glass} before={before?.display ?? null} mark={picked.shows ?? ''} certain={certain[picked.number] ?? null} />
  <p class="why">{(freeStep ?? picked).why}</p>
{:else if forks}
  <h2>Look at the display</h2>
  <ul class="ways">
    {#each merged as line (line.step.number)}
      <li>
        <span class="if">{line.says.join(', or ')}:</span>
        <span class="caps">{#each line.step.caps as cap, at (at)}<CapView {cap} small />{/each}</span>
      </li>
    {/each}
    {#each steps.filter(lossOf) as step (step.number)}<li><LossRow loss={lossOf(step)!} caps={step.caps} {taken} /></li>{/each}
    {#if !lost || steps.length === 1}<li class="none"><span class="if">{steps.length === 1 ? 'It does not show:' : 'None of these:'}</span> <b>go on</b></li>{/if}
  </ul>
  <p class="why">{steps[0]!.why}</p>
{:else if looks}
  <h2>{steps[0]!.say}</h2>
  {#if last}<Glass display={last.display} kind={glass} large />{/if}
  {#if steps.length > 1}
    <ul class="looks">
      {#each steps.slice(1) as step (step.number)}<li><b>{step.shows}</b> {step.why}</li>{/each}
    </ul>
  {/if}
  <p class="why">{steps[0]!.why}</p>
{:else if only}
  {#if only.on_air}<p class="caution" role="note"><b>On air.</b> {only.why}</p>{/if}
  {#if only.loss?.meant}<p class="harm" role="note"><b>{only.loss.kind === 'erased' ? 'This erases' : 'This replaces'} what slot {only.loss.slot_text} holds.</b> There is no way back.</p>{/if}
  <h2>{only.say}</h2>
  {#if only.window_s > 0}<p class="window"><b>Read it all first:</b> the window is {only.window_s} s from the last key.</p>{/if}
  <div class="caps big">
    {#each only.caps as cap, at (at)}<CapView {cap} small={only.caps.length > MANY} />{/each}
  </div>
  {#if only.caps.length > 0}
    <p class="then">{only.when ? 'Only if so; else go on. Then the display shows' : 'Then the display shows'}</p>
  {/if}
  <Glass display={only.display} kind={glass} before={before?.display ?? null} mark={only.shows ?? ''} certain={sure} large />
  {#if only.notes}<p class="any"><b>Any may stand there:</b> {only.display.main} is only an example. Note the one that does.</p>
  {:else if anyMain}<p class="any">Any value may stand there; {only.display.main} is what a new radio shows.</p>{/if}
  {#if only.branches?.length}<ul class="looks branches">{#each only.branches as branch (branch)}<li><b>{branch.split(':')[0]}:</b>{branch.slice(branch.indexOf(':') + 1)}.</li>{/each}</ul>{/if}
  {#if !only.on_air}<p class="why">{only.why}</p>{/if}
{/if}

<style>
  .both {
    display: grid;
    grid-template-columns: repeat(2, minmax(0, 1fr));
    gap: 12px 16px;
  }
  figure {
    display: grid;
    grid-template-rows: subgrid;
    grid-row: span 3;
    gap: 6px;
    align-items: start;
    justify-items: start;
    margin: 0;
  }
  .stop {
    display: grid;
    gap: 10px;
    justify-items: start;
  }
  figcaption {
    align-self: end;
  }
  h2 {
    margin: 0 0 16px;
    font-size: 24px;
  }
  .caps {
    display: flex;
    flex-wrap: wrap;
    gap: 12px 20px;
    align-items: center;
  }
  .big {
    margin: 4px 0 12px;
    min-height: 76px;
  }
  .then {
    margin: 8px 0 6px;
    color: var(--quiet);
  }
  .any {
    margin: 6px 0 0;
  }
  .why {
    margin: 14px 0 0;
    font-size: 20px;
    max-width: 36em;
  }
  .window {
    margin: 0 0 12px;
    padding-left: 12px;
    border-left: 8px solid var(--caution);
  }
  .ways,
  .looks {
    list-style: none;
    margin: 0;
    padding: 0;
  }
  .ways li {
    display: flex;
    flex-wrap: wrap;
    align-items: center;
    justify-content: space-between;
    gap: 8px 16px;
    padding: 8px 0;
    border-top: 2px solid var(--rule);
    font-size: 20px;
  }
  .ways .if {
    flex: 1 1 260px;
  }
  .looks {
    margin-top: 12px;
    font-size: 20px;
  }
  .branches li {
    padding: 6px 0;
    border-top: 1px solid var(--rule);
  }
  .looks b {
    display: inline-block;
    min-width: 3.2em;
  }
  .caution {
    margin: 0 0 12px;
    font-size: 18px;
  }
</style>
