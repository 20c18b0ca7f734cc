<!-- The radios of a rehearsal: turned and keyed as the real ones; tells which slot each side stands at, and what was sent. -->
<script lang="ts">
  import { onMount } from 'svelte';
  import { get, type Model, type Plan, type Play } from '../api';
  import { data } from '../programming/bench/data.svelte';
  import { shell } from '../shell/state.svelte';
  import { TwinPlay } from '../twin/play.svelte';
  import TwinPanel from '../twin/TwinPanel.svelte';

  let { plan, path, onplay, onfail }: { plan: Plan; path: string; onplay: (radio: number, play: Play, pressed: boolean) => void; onfail: () => void } = $props();

  let twins = $state.raw<{ model: Model; twin: TwinPlay; name: string }[]>([]);

  onMount(() => {
    void begin();
    return () => twins.forEach((t) => t.twin.stop());
  });

  const partOf = (fits: (link: string) => boolean) => plan.ways.find((w) => w.taken)?.parts.find((p) => fits(p.link));

  /** One click of the dial that the moving side has, as by hand. */
  export function turn(by: number): void {
    const part = partOf((link) => link === plan.set.fast || link === 'both');
    const at = part && twins[part.radio];
    if (!at) return;
    const { dials, units } = at.model;
    const dial = dials.length > 1 && dials.length === units.length ? dials[units.indexOf(part.side ?? '')] : dials[0];
    at.twin.press(dial ? `${dial} ${by > 0 ? '+' : '-'}${Math.abs(by)}` : by > 0 ? '[UP]' : '[DOWN]');
  }

  /** PTT on the radio that sends. */
  export function send(): void {
    const part = partOf((link) => link !== 'downlink');
    if (part) twins[part.radio]?.twin.press('[PTT]');
  }

  async function begin(): Promise<void> {
    try {
      const [plays, radios] = await Promise.all([get<Play[]>(path), data.loaded ? data.radios : data.load().then(() => data.radios)]);
      twins = await Promise.all(
        plan.radios.map(async (r, n) => {
          const mine = radios.find((x) => x.id === r.id)!;
          const model = await get<Model>(`/models/${mine.model}?firmware=${mine.firmware}`);
          const twin = new TwinPlay(model, shell.station?.region ?? 'r2', (play, pressed) => onplay(n, play, pressed));
          twin.begin(plays[n]!);
          return { model, twin, name: r.name };
        }),
      );
    } catch (error) {
      shell.note(error);
      onfail();
    }
  }
</script>

<div class="twins">
  {#each twins as t, at (at)}
    <section aria-label={t.name}>
      {#if twins.length > 1}<b>{t.name}</b>{/if}
      <TwinPanel model={t.model} twin={t.twin} band={false} />
    </section>
  {:else}<p class="quiet">Switching the radios on…</p>{/each}
</div>

<style>
  .twins {
    display: grid;
    grid-template-columns: repeat(auto-fit, minmax(300px, 1fr));
    gap: 16px;
  }
</style>
