<script lang="ts">
  import { onMount } from 'svelte';
  import { ask, client, type HitOut, type LocalOut, type SubstanceOut } from '../../api/client';
  import { forget, keep, kept } from '../../lib/drafts';
  import { short, valueWith } from '../../lib/format';
  import { Latest } from '../../lib/latest';
  import { session } from '../../lib/session.svelte';
  import Bar from '../../parts/Bar.svelte';
  import Equation from '../../parts/Equation.svelte';
  import Foot from '../../parts/Foot.svelte';
  import KeyMap from '../../parts/KeyMap.svelte';
  import { bindKeys } from '../../parts/keys';
  import AddRecord from './AddRecord.svelte';

  let wanted = $state(kept<string>('catalogue-find') ?? '');
  let hits = $state.raw<HitOut[] | null>(null);
  let shown = $state.raw<SubstanceOut | null>(null);
  let message = $state('');
  let at = $state(0);
  let adding = $state<'new' | 'correct' | null>(null);
  let allNames = $state(false);
  let showKeys = $state(false);
  let finder = $state<HTMLInputElement>();

  const labels: Record<string, string> = {
    Hf: 'formation enthalpy',
    cp: 'heat capacity',
    density: 'density',
    Tb: 'boiling point',
    Tm: 'melting point',
    Hvap: 'heat of vaporisation',
    Psat: 'vapour pressure',
    Tflash: 'flash point',
    Tauto: 'autoignition',
    LFL: 'lower flammable limit',
    UFL: 'upper flammable limit',
    limit_8h: 'exposure limit, 8 h',
    limit_short: 'short-term limit',
    limit_ceiling: 'ceiling',
    IDLH: 'IDLH',
    Henry: 'Henry constant',
    solubility: 'solubility in water',
  };
  const phases: Record<string, string> = { s: 'solid', l: 'liquid', g: 'gas', aq: 'in water', '': '' };
  const minus = (x: number) => String(Number(x.toPrecision(4))).replace('-', '−');

  function fail(e: unknown) {
    message = session.said(e);
  }
  const search = new Latest<string>(async (q) => {
    if (!q.trim()) {
      hits = null;
      return;
    }
    try {
      hits = await ask<HitOut[]>(client.GET('/api/catalogue', { params: { query: { q } } }));
      message = '';
      at = 0;
    } catch (e) {
      fail(e);
    }
  });
  function typed() {
    keep('catalogue-find', wanted);
    search.ask(wanted);
  }
  async function show(name: string) {
    try {
      shown = await ask<SubstanceOut>(
        client.GET('/api/catalogue/substance', { params: { query: { id: name } } }),
      );
      adding = null;
      allNames = false;
      message = '';
    } catch (e) {
      fail(e);
    }
  }
  async function confirm(r: LocalOut) {
    try {
      await ask<LocalOut>(
        client.POST('/api/catalogue/records/{record_id}/confirm', { params: { path: { record_id: r.id } } }),
      );
      await show(r.substance);
    } catch (e) {
      fail(e);
    }
  }
  const keys: [string, string][] = [
    ['/', 'find'],
    ['j k', 'substance'],
    ['Enter', 'open'],
    ['c', 'add or correct'],
    ['?', 'all keys'],
  ];
  function move(by: number) {
    at = Math.min(Math.max(at + by, 0), (hits?.length ?? 1) - 1);
    const hit = hits?.[at];
    if (hit) void show(hit.id);
  }
  onMount(() => {
    if (wanted) search.ask(wanted);
    finder?.focus();
    return bindKeys({
      '/': () => finder?.focus(),
      j: () => move(1),
      k: () => move(-1),
      c: () => (adding = shown ? 'correct' : 'new'),
      'Shift+?': () => (showKeys = true),
    });
  });
  const known = $derived(shown?.values.filter((v) => v.value !== null) ?? []);
  const missing = $derived([
    ...new Set(
      (shown?.values ?? []).filter((v) => v.value === null).map((v) => labels[v.property] ?? v.property),
    ),
  ]);
</script>

<svelte:head><title>Catalogue · Northsquall</title></svelte:head>
<div class="flex h-full flex-col">
  <Bar title="Catalogue" detail={shown ? shown.id : 'substances, their values and sources'} />
  <main class="grid min-h-0 flex-1 grid-cols-[320px_minmax(0,1fr)]">
    <section class="border-rule bg-sheet flex min-h-0 flex-col border-r" aria-label="Search">
      <form
        class="border-rule border-b px-4 py-2.5"
        onsubmit={(e) => {
          e.preventDefault();
          const hit = hits?.[at];
          if (hit) void show(hit.id);
        }}
      >
        <label for="find" class="font-semibold">Find a substance</label>
        <input
          id="find"
          class="field mt-1"
          bind:this={finder}
          bind:value={wanted}
          oninput={typed}
          placeholder="name, CAS number, formula or structure"
          autocomplete="off"
        />
      </form>
      <ul class="min-h-0 flex-1 overflow-auto">
        {#each hits ?? [] as h, i (h.id)}
          <li>
            <button
              class="border-rule hover:bg-chosen w-full border-b px-4 py-1 text-left"
              class:bg-chosen={shown?.id === h.id || i === at}
              onclick={() => ((at = i), void show(h.id))}
            >
              <span class="font-semibold">{h.id}</span>
              {#if h.waits}<span class="text-ochre text-[13px]">waits for a second look</span
                >{:else if h.local}<span class="text-teal text-[13px]">laboratory</span>{/if}
              <span class="text-soft float-right"><Equation text={h.formula} /></span>
              {#if h.why && h.why !== h.id && h.why !== 'catalogue'}<br /><span class="text-soft text-[13px]"
                  >{h.why}</span
                >{/if}
            </button>
          </li>
        {:else}
          {#if hits}<li class="px-4 py-4">
              Nothing is called “{wanted}” here.
              {#if session.has('reviewer') || session.has('manager')}<button
                  class="link"
                  onclick={() => (adding = 'new')}>Add it with its source</button
                >{/if}
            </li>{/if}
        {/each}
      </ul>
    </section>
    <section class="min-h-0 overflow-auto px-6 py-3" aria-label="Substance">
      {#if message}<p class="text-rust pb-2" role="alert">{message}</p>{/if}
      {#if adding}
        {#key adding}<AddRecord
            start={adding === 'correct' ? shown : null}
            asked={adding === 'correct' ? '' : wanted}
            onadded={(r) => {
              forget('catalogue-record');
              void show(r.substance);
              search.ask(wanted);
            }}
            onclose={() => (adding = null)}
          />{/key}
      {:else if !shown}
        <p class="text-soft max-w-xl pt-8 font-serif text-lg">
          Type a name as it stands on the bottle, a CAS number, a formula or a structure in line notation.
          Every value shows where it is from; what is missing stays missing.
        </p>
      {:else}
        <div class="flex items-start gap-6">
          <div class="min-w-0 flex-1">
            <h2 class="text-[20px] font-bold">{shown.id}</h2>
            <p>
              <Equation text={shown.formula} />, {shown.mass} g/mol, {phases[shown.phase]}{shown.cas
                ? `, CAS ${shown.cas}`
                : ''}
              {#if shown.waits}<span class="text-ochre"
                  >the laboratory’s; does not count before a second look</span
                >{:else if shown.local}<span class="text-teal">the laboratory’s values</span>{/if}
            </p>
            <p class="text-soft mt-1 leading-snug">
              {(allNames ? shown.names : shown.names.slice(0, 8)).join(' · ')}
              {#if shown.names.length > 8}<button class="link" onclick={() => (allNames = !allNames)}
                  >{allNames ? 'fewer names' : `${shown.names.length - 8} more names`}</button
                >{/if}
            </p>
            {#if shown.misspelt.length}<p class="text-soft text-[13px]">
                also read for it: {shown.misspelt.join(', ')}
              </p>{/if}
            {#if shown.strength}<p class="mt-1">
                Bottle without a written strength: {shown.strength.low}–{shown.strength.high} % taken, strongest
                {shown.strength.strongest} %. <span class="text-soft">{shown.strength.source}</span>
              </p>{/if}
            {#each shown.alerts as x (x)}<p class="text-rust mt-1">
                <span class="mark-stop"></span>
                {x}{shown.oxygen_balance !== null ? `; oxygen balance ${minus(shown.oxygen_balance)} %` : ''}
              </p>{/each}
            {#if shown.may_add}<p class="mt-1">
                <button class="plain" onclick={() => (adding = 'correct')}>Correct or add a value</button>
              </p>{/if}
          </div>
          {#if shown.svg}
            <figure class="shrink-0" role="img" aria-label={`Structure ${shown.smiles}`}>
              <!-- eslint-disable-next-line svelte/no-at-html-tags -- drawn by our own server from a structure -->
              {@html shown.svg}
            </figure>
          {/if}
        </div>
        <table class="mt-3 w-full">
          <thead class="border-ink border-b-[1.5px] text-left"
            ><tr
              ><th class="w-[21%] py-1">property</th><th class="w-[8%]">phase</th><th
                class="w-[22%] text-right">value</th
              ><th class="pl-6">source</th><th class="w-[22%]">other sources</th></tr
            ></thead
          >
          <tbody>
            {#each known as v (v.property + v.phase)}
              {@const figures = valueWith(v.value ?? 0, v.uncertainty).split(' ± ')}
              <tr class="border-rule border-b align-top">
                <td class="py-1"
                  >{labels[v.property] ?? v.property}{v.T_C !== null ? `, ${short(v.T_C)} °C` : ''}</td
                >
                <td class="py-1">{phases[v.phase]}</td>
                <td class="num py-1"
                  ><strong>{figures[0]}</strong>{figures[1] ? ` ± ${figures[1]}` : ''}
                  {v.unit}</td
                >
                <td class="py-1 pl-6" class:text-ochre={v.source.includes('memory')}>{v.source}</td>
                <td class="text-soft py-1">{v.others}</td>
              </tr>
            {/each}
          </tbody>
        </table>
        {#if missing.length}<p class="text-ochre mt-2">
            <span class="mark-open"></span> Not in the catalogue: {missing.join(', ')}.
          </p>{/if}
        {#each shown.records as r (r.id)}
          <section class="border-rule mt-3 border-t pt-2">
            <h3 class="font-semibold">
              Laboratory's record of {new Date(r.added).toLocaleDateString('en-GB')} by {r.added_by}
              <span class:text-ochre={!r.confirmed_by} class="font-normal"
                >{r.confirmed_by
                  ? `looked at by ${r.confirmed_by}; it counts`
                  : 'waits for a second person’s look; it does not count yet'}</span
              >
            </h3>
            <p>{r.why}</p>
            {#each (r.record['values'] as { property: string; phase: string; value: number; unit: string; source: string }[] | undefined) ?? [] as v (v.property + v.phase)}
              <p class="text-[13px]">
                {labels[v.property] ?? v.property}
                {phases[v.phase] ?? ''}: {minus(v.value)}
                {v.unit} <span class="text-soft">{v.source}</span>
              </p>
            {/each}
            {#if !r.confirmed_by && !r.mine && shown.may_add}<button
                class="filled mt-1"
                onclick={() => confirm(r)}>Confirm after a second look</button
              >{/if}
          </section>
        {/each}
      {/if}
    </section>
  </main>
  <Foot {keys} />
</div>
<KeyMap {keys} bind:open={showKeys} />
