<script lang="ts">
  import { onMount } from 'svelte';
  import { ask, client, type ProcedureOut, type Rung } from '../../api/client';
  import { Latest } from '../../lib/latest';
  import { mass, minutes, short } from '../../lib/format';
  import { route } from '../../lib/route.svelte';
  import { newest } from '../../lib/revision.svelte';
  import { session } from '../../lib/session.svelte';
  import Bar from '../../parts/Bar.svelte';
  import Foot from '../../parts/Foot.svelte';
  import KeyMap from '../../parts/KeyMap.svelte';
  import Waiting from '../../parts/Waiting.svelte';
  import { bindKeys } from '../../parts/keys';

  interface Props {
    id: number;
  }
  let { id }: Props = $props();
  let given = $state.raw<ProcedureOut | null>(null);
  let rungs = $state.raw<Rung[]>([]);
  let scales = $state('1, 3, 10, 30, 100');
  let message = $state('');
  let reactor = $state(false);
  let climbing = $state(false);
  let showKeys = $state(false);
  let field = $state<HTMLInputElement>();

  const climber = new Latest<string>(async (value) => {
    climbing = true;
    try {
      rungs = await ask<Rung[]>(
        client.GET('/api/procedures/{procedure_id}/ladder', {
          params: { path: { procedure_id: id }, query: { scales: value, reactor } },
        }),
      );
      message = '';
    } catch (e) {
      message = session.said(e); // the rungs that stand, and what was typed, stay
    }
    climbing = false;
  });
  onMount(() => {
    newest(id)
      .then((p) => (given = p))
      .catch((e: Error) => {
        message = session.said(e);
      });
    climber.ask(scales);
    return bindKeys({
      s: () => setTimeout(() => field?.focus()),
      b: () => route.go(`/desk/${id}`),
      g: () => route.go('/'),
      'Shift+?': () => (showKeys = true),
    });
  });

  const limit = $derived(rungs.find((r) => r.limit_C !== null)?.limit_C ?? null);
  const top = $derived(Math.max(20, (limit ?? 0) + 10, ...rungs.map((r) => r.peak_high_C ?? 0)));
  const y = (v: number) => 96 - (Math.max(v, 0) / top) * 88;
  const volume = (mL: number) => (mL >= 1000 ? `${short(mL / 1000)} L` : `${short(mL)} mL`);
  const changed = $derived(
    rungs.find((r, i) => i > 0 && r.verdict !== rungs[0]?.verdict && rungs[0]?.verdict !== undefined) ?? null,
  );
  const graver = $derived(
    rungs.find(
      (r, i) =>
        i > 0 &&
        r.criticality_class !== null &&
        rungs[0]?.criticality_class != null &&
        r.criticality_class > rungs[0].criticality_class,
    ) ?? null,
  );
  /** What holds a peak that passes its limit where that is no more than a note. */
  const heldBy = (r: Rung) =>
    r.over_limit !== 'note' || r.limit_C === null || r.peak_C === null
      ? ''
      : r.peak_C > r.limit_C
        ? 'held only by the pauses written'
        : 'high end over: a note';
  const rows: { name: string; of: (r: Rung) => string | null }[] = [
    { name: 'vessel', of: (r) => (r.vessel_mL === null ? null : volume(r.vessel_mL)) },
    { name: 'in it at the end', of: (r) => (r.volume_mL === null ? null : volume(r.volume_mL)) },
    {
      name: 'heat of the batch',
      of: (r) => (r.heat_kJ.established ? `${short(r.heat_kJ.best ?? 0)} kJ` : null),
    },
    {
      name: 'bath takes, per litre and kelvin',
      of: (r) => (r.takes_W_K_L === null ? null : `${short(r.takes_W_K_L)} W`),
    },
    { name: 'ice in the bath', of: (r) => (r.ice_g === null ? 'none' : mass(r.ice_g)) },
    {
      name: 'MTSR',
      of: (r) =>
        r.MTSR_C.established
          ? `${Math.round(r.MTSR_C.best ?? 0)} °C, up to ${Math.round(r.MTSR_C.high ?? 0)}`
          : null,
    },
    {
      name: 'criticality class',
      of: (r) => (r.criticality_class === null ? null : String(r.criticality_class)),
    },
    { name: 'addition as written', of: (r) => (r.written_min === null ? null : minutes(r.written_min)) },
    {
      name: 'shortest that keeps all limits',
      of: (r) =>
        r.no_time_keeps ? 'none up to 8 h' : r.shortest_min === null ? null : minutes(r.shortest_min),
    },
  ];
  const keys: [string, string][] = [
    ['s', 'scales'],
    ['b', 'desk'],
    ['g', 'docket'],
    ['?', 'all keys'],
  ];
</script>

<svelte:head><title>Ladder · Northsquall</title></svelte:head>
<div class="flex h-full flex-col">
  <Bar
    title={given?.title ?? 'Ladder'}
    detail={given ? `revision ${given.number}, scale by scale` : ''}
    {id}
  />
  {#if !given && message}
    <Waiting {message} />
  {:else}
    <!-- svelte-ignore a11y_no_noninteractive_tabindex -->
    <main class="min-h-0 flex-1 overflow-auto px-4 py-3" tabindex="0" aria-label="Scales side by side">
      <form
        class="flex flex-wrap items-baseline gap-3"
        onsubmit={(e) => {
          e.preventDefault();
          climber.ask(scales);
        }}
      >
        <label for="scales" class="font-semibold">Scales</label>
        <input id="scales" class="field w-56" bind:value={scales} bind:this={field} />
        <fieldset class="flex gap-3">
          <legend class="sr-only">Larger vessels</legend>
          {#each [[false, 'flasks in a bath'], [true, 'jacketed reactors from a litre on']] as [value, label] (label)}
            <label class="flex min-h-6 items-center gap-1"
              ><input
                type="radio"
                name="vessel"
                {value}
                bind:group={reactor}
                onchange={() => climber.ask(scales)}
              />
              {label}</label
            >
          {/each}
        </fieldset>
        <button class="plain" disabled={climbing}>{climbing ? 'Climbing…' : 'Climb'}</button>
        <a
          class="link"
          href={`/api/procedures/${id}/ladder.csv?scales=${encodeURIComponent(scales)}&reactor=${reactor}`}
          download>Table</a
        >
      </form>
      {#if message}<p class="text-rust mt-2 font-semibold" role="alert">{message}</p>{/if}
      {#if rungs.length}
        <p class="mt-3 text-lg">
          {#if changed}
            The verdict changes at <strong>×{short(changed.factor)}</strong>: {changed.verdict}{changed.breaks_first
              ? `, by ${changed.breaks_first}`
              : ''}.
          {:else if rungs.length > 1}
            The verdict is the same on every rung: <strong>{rungs[0]?.verdict}</strong>.
          {/if}
          {#if graver}The criticality class goes to {graver.criticality_class} at ×{short(
              graver.factor,
            )}.{/if}
        </p>
        <table class="mt-2 w-full table-fixed">
          <caption class="sr-only">Figures of each scale</caption>
          <thead>
            <tr class="border-ink border-b">
              <th class="w-56 py-1 text-left font-normal"><span class="text-soft">scale</span></th>
              {#each rungs as r (r.factor)}<th class="num py-1 pr-4 text-lg font-semibold"
                  >×{short(r.factor)}</th
                >{/each}
            </tr>
          </thead>
          <tbody>
            <tr class="border-rule border-b align-top">
              <th class="py-2 text-left font-normal"
                >peak of the dose<br /><span class="text-soft text-[13px]"
                  >the line is the best figure, the bar its range{limit !== null
                    ? `; hatched: over ${short(limit)} °C`
                    : ''}</span
                ></th
              >
              {#each rungs as r (r.factor)}
                <td class="num py-2 pr-4">
                  {#if r.peak_C !== null && r.peak_low_C !== null && r.peak_high_C !== null}
                    <svg class="ml-auto block h-24 w-20" viewBox="0 0 80 100" aria-hidden="true">
                      <defs>
                        <pattern
                          id={`over-${r.factor}`}
                          width="6"
                          height="6"
                          patternUnits="userSpaceOnUse"
                          patternTransform="rotate(45)"
                          ><line x1="0" y1="0" x2="0" y2="6" class="hatch" /></pattern
                        >
                      </defs>
                      {#if r.limit_C !== null}
                        <rect
                          x="20"
                          width="60"
                          y="4"
                          height={Math.max(y(r.limit_C) - 4, 0)}
                          fill={`url(#over-${r.factor})`}
                        />
                        <line x1="20" x2="80" y1={y(r.limit_C)} y2={y(r.limit_C)} class="limit" />
                      {/if}
                      <line x1="20" x2="80" y1="96" y2="96" class="ground" />
                      <rect
                        x="40"
                        width="20"
                        y={y(r.peak_high_C)}
                        height={Math.max(y(r.peak_low_C) - y(r.peak_high_C), 1)}
                        class="spread"
                      />
                      <line x1="34" x2="66" y1={y(r.peak_C)} y2={y(r.peak_C)} class="best" />
                    </svg>
                    <span
                      class:text-rust={r.over_limit === 'condition' || r.over_limit === 'stop'}
                      class="font-semibold">{Math.round(r.peak_C)} °C</span
                    ><br /><span class="text-soft text-[13px]"
                      >{Math.round(r.peak_low_C)} to {Math.round(r.peak_high_C)}{#if heldBy(r)}<br />{heldBy(
                          r,
                        )}{/if}</span
                    >
                  {:else}<span class="text-ochre">not established</span>{/if}
                </td>
              {/each}
            </tr>
            {#each rows as row (row.name)}
              <tr class="border-rule border-b align-top">
                <th class="py-1.5 text-left font-normal">{row.name}</th>
                {#each rungs as r (r.factor)}
                  {@const text = row.of(r)}
                  <td class="num py-1.5 pr-4"
                    >{#if text === null}<span class="text-ochre">not established</span>{:else}{text}{/if}</td
                  >
                {/each}
              </tr>
            {/each}
            <tr class="align-top">
              <th class="py-1.5 text-left font-normal">what breaks first</th>
              {#each rungs as r (r.factor)}
                <td class="py-1.5 pr-4 text-right leading-snug">
                  <span
                    class="font-semibold"
                    class:text-rust={r.verdict === 'not acceptable'}
                    class:text-ochre={r.verdict === 'not established'}>{r.verdict}</span
                  >
                  <span class="block text-[13px]">{r.breaks_first || 'nothing'}</span>
                  {#if r.missing}<span class="text-ochre block text-[13px]">{r.missing}</span>{/if}
                </td>
              {/each}
            </tr>
          </tbody>
        </table>
        <p class="text-soft mt-3 text-[13px]">
          Times the procedure as written; the vessel is the next size from the shelf, the bath grows with it,
          the times stay. A reactor's jacket is held at the bath's temperature by a circulator of 60 W a
          litre, an assumption. Findings about protection, contingency and yield are left out here.
        </p>
      {:else if !message}
        <p class="text-soft mt-4" aria-busy="true">Climbing: each rung is assessed anew…</p>
      {/if}
    </main>
  {/if}
  <Foot {keys} />
</div>
<KeyMap {keys} bind:open={showKeys} />

<style>
  .hatch {
    stroke: var(--soft);
    stroke-width: 1;
    opacity: 0.5;
  }
  .limit {
    stroke: var(--ink);
    stroke-width: 1.4;
  }
  .ground {
    stroke: var(--rule);
  }
  .spread {
    fill: var(--rust);
    opacity: 0.25;
  }
  .best {
    stroke: var(--rust);
    stroke-width: 2.4;
  }
</style>
