<script lang="ts">
  import { onMount } from 'svelte';
  import type { Chemistry, ReactionLine } from '../../api/client';
  import { inner, route } from '../../lib/route.svelte';
  import { plusMinus, short, routeWords } from '../../lib/format';
  import Bar from '../../parts/Bar.svelte';
  import Equation from '../../parts/Equation.svelte';
  import Foot from '../../parts/Foot.svelte';
  import KeyMap from '../../parts/KeyMap.svelte';
  import TrialBar from '../../parts/TrialBar.svelte';
  import Waiting from '../../parts/Waiting.svelte';
  import { bindKeys } from '../../parts/keys';
  import { blocks, ChemistryState, trust } from './chemistry.svelte';
  import ReactionEditor from './ReactionEditor.svelte';
  import VesselDrawing from './VesselDrawing.svelte';

  let { id }: { id: number } = $props();
  // svelte-ignore state_referenced_locally
  const chem = new ChemistryState(id);
  let at = $state(0);
  let open = $state<string | null>(null);
  let adding = $state<string | null>(null);
  let showKeys = $state(false);
  let table = $state<HTMLElement>();

  const a = $derived(chem.shown);
  const editable = $derived(chem.given?.may_revise ?? false);
  const vessels = $derived(a ? blocks(a) : []);
  const order = $derived(vessels.flatMap((v) => v.steps.flatMap((s) => s.reactions.map((r) => key(r)))));
  const most = $derived(
    Math.max(1, ...(a?.reactions ?? []).map((r) => Math.abs(r.heat_kJ.high ?? r.heat_kJ.best ?? 0))),
  );
  const routes = $derived(a ? trust(a) : []);
  /** The batch's heat, turned round where the batch cools. */
  const released = $derived.by(() => {
    const f = a!.heat.total_kJ;
    const turn = (x: number | null) => (x === null ? null : -x);
    return (f.best ?? 0) < 0 ? { ...f, low: turn(f.high), best: turn(f.best), high: turn(f.low) } : f;
  });
  const trusted = $derived(routes.reduce((sum, r) => sum + r.kJ, 0));
  const meets = $derived.by(() => {
    const found: Record<string, { text: string; place: string }> = {};
    for (const c of a?.contents ?? [])
      for (const m of c.meets)
        if (!(m.a + m.b in found))
          found[m.a + m.b] = {
            text: `${m.a} and ${m.b}: ${m.then}`,
            place: `${c.vessel}, step ${c.step}`,
          };
    return Object.values(found);
  });
  const words: Record<string, string> = {
    wanted: 'wanted',
    side: 'side',
    'work-up': 'work-up',
    'on standing': 'on standing',
    decomposition: 'decomposition',
  };

  function key(r: ReactionLine): string {
    return `${r.step}|${r.vessel}|${r.family_id || r.family}|${r.equation}`;
  }
  function move(by: number) {
    at = Math.min(Math.max(at + by, 0), order.length - 1);
    const row = table?.querySelector<HTMLElement>(`[data-row="${at}"]`);
    row?.focus();
    row?.scrollIntoView({ block: 'nearest' });
  }
  const bar = (x: number) => (100 * Math.abs(x)) / most;
  const gases = (r: ReactionLine) =>
    (a?.gases ?? []).filter(
      (g) => g.steps.includes(r.step) && r.equation.split('→')[1]?.split(' ').includes(g.formula),
    );

  const keys: [string, string][] = [
    ['j k', 'reaction'],
    ['w', 'working'],
    ['a', 'adopt'],
    ['p', 'put back'],
    ['m', 'desk'],
    ['?', 'all keys'],
  ];
  onMount(() => {
    void chem.load();
    return bindKeys({
      j: () => move(1),
      k: () => move(-1),
      w: () => (open = open === order[at] ? null : (order[at] ?? null)),
      a: () => void (editable && chem.adopt()),
      p: () => void chem.putBack(),
      m: () => route.go(`/desk/${id}`),
      g: () => route.go('/'),
      'Shift+?': () => (showKeys = true),
    });
  });
  async function settle(c: Chemistry) {
    await chem.change(c);
    open = null;
    adding = null;
  }
</script>

<svelte:head><title>Chemistry of {chem.given?.title ?? '…'} · Northsquall</title></svelte:head>
<div class="flex h-full flex-col">
  <Bar
    title={chem.given?.title ?? 'Chemistry'}
    detail={chem.given ? `revision ${chem.given.number}` : ''}
    {id}
  >
    <a class="filled" href={`/decision/${id}`} onclick={inner}>Decide</a>
  </Bar>
  {#if !a}
    <Waiting message={chem.message} />
  {:else}
    {#if chem.onTrial || chem.message || chem.changes.length}
      <TrialBar {chem} {editable}>
        {#each chem.changes as c (c)}
          <span
            >{c.what === 'off'
              ? 'Off'
              : c.what === 'add'
                ? 'Added'
                : c.what === 'heat'
                  ? `Heat ${short(c.value ?? 0)} kJ/mol`
                  : c.what === 'extent'
                    ? `Extent ${short(c.extent_mol ?? 0)} mol`
                    : c.what === 'rate'
                      ? `Rate, ${c.law}`
                      : 'Curve'}: {c.family.split(':')[0]}{c.step ? `, step ${c.step}` : ''}
            <span class="text-soft">({c.why})</span>
            {#if editable}<button class="link" onclick={() => chem.drop(c)}
                >undo<span class="sr-only"> {c.family}</span></button
              >{/if}</span
          >
        {/each}
      </TrialBar>
    {/if}
    <main class="min-h-0 flex-1 overflow-auto" bind:this={table} aria-busy={chem.computing}>
      {#if !vessels.length}
        <p class="px-4 py-8">
          Nothing is charged to a vessel, so nothing can react. <a
            class="link"
            href={`/desk/${id}`}
            onclick={inner}>To the desk</a
          >
        </p>
      {/if}
      {#each vessels as v (v.name)}
        <section
          class="border-ink grid grid-cols-[124px_minmax(0,1fr)] border-b"
          aria-label={`Vessel ${v.name}`}
        >
          <div class="px-4 pt-2 pb-3">
            <VesselDrawing kind={v.kind} fill={v.fill} />
            <h2 class="leading-tight font-semibold break-words">{v.name}</h2>
            <p class="text-soft text-[13px] leading-tight">
              {v.absorber ? 'absorber' : v.kind}{v.size ? `, ${short(v.size)} mL` : ', size not written'}
            </p>
          </div>
          <div class="min-w-0">
            {#each v.steps as s, si (s.step)}
              <div class="border-rule grid grid-cols-[minmax(0,1fr)_216px]" class:border-t={si > 0}>
                <div class="min-w-0 pb-1.5">
                  <div class="flex items-baseline gap-4 pt-1.5 text-[13px]">
                    <p class="min-w-0 flex-1 truncate" title={s.words}>
                      <span class="font-semibold">Step {s.step}</span>{#if s.temperature}<span
                          class="text-teal">&ensp;{s.temperature}</span
                        >{/if}<span class="text-soft font-serif">&ensp;{s.words}</span>
                    </p>
                    {#if !s.reactions.length}<span class="text-soft">no reaction recognised</span>{/if}
                    {#if editable}<button
                        class="link shrink-0 pr-3"
                        onclick={() => (adding = `${v.name}|${s.step}`)}
                        >Add a reaction<span class="sr-only"> to step {s.step} in {v.name}</span></button
                      >{/if}
                  </div>
                  {#if s.reactions.length}
                    <table class="w-full table-fixed">
                      <colgroup
                        ><col class="w-[116px]" /><col /><col class="w-[92px]" /><col class="w-[132px]" /><col
                          class="w-[168px]"
                        /><col class="w-[88px]" /></colgroup
                      >
                      <thead class="sr-only"
                        ><tr
                          ><th>what</th><th>equation</th><th>mol</th><th>kJ/mol</th><th>heat given off, kJ</th
                          ><th>route</th></tr
                        ></thead
                      >
                      <tbody>
                        {#each s.reactions as r, ri (key(r) + ri)}
                          {@const k = key(r)}
                          {@const g = gases(r)}
                          <tr class="hover:bg-chosen align-top" class:bg-chosen={order[at] === k}>
                            <td class="py-0.5 pl-1">
                              <span
                                class="mark"
                                class:full={r.role === 'wanted'}
                                class:rust={r.role === 'decomposition' || r.role === 'on standing'}
                              ></span>
                              <span class:font-semibold={r.role === 'wanted'}
                                >{r.possible ? 'possible' : words[r.role]}</span
                              >
                            </td>
                            <td class="py-0.5 pr-2">
                              <button
                                class="row w-full text-left"
                                data-row={order.indexOf(k)}
                                aria-expanded={open === k}
                                onfocus={() => (at = order.indexOf(k))}
                                onclick={() => (open = open === k ? null : k)}
                                ><Equation text={r.equation || r.family} />{#each g as x (x.formula)}<span
                                    class="text-violet whitespace-nowrap"
                                    >&ensp;<Equation text={x.formula} />{x.litres_25C_1atm.best !== null
                                      ? ` ${short(x.litres_25C_1atm.best)} L`
                                      : ''}</span
                                  >{/each}<br /><span class="text-soft text-[13px]">{r.family}</span></button
                              >
                            </td>
                            <td class="num py-0.5 pr-2" class:text-ochre={!r.extent.established}>
                              {#if !r.extent.established}not established{:else if r.possible}up to {short(
                                  r.extent.high ?? 0,
                                )} mol{:else}{short(r.extent.best ?? 0)} mol{/if}
                            </td>
                            <td class="num py-0.5 pr-3" class:text-ochre={!r.dH_kJ_per_mol.established}
                              >{plusMinus(r.dH_kJ_per_mol)}{r.dH_kJ_per_mol.established ? ' kJ/mol' : ''}</td
                            >
                            <td class="py-1">
                              {#if r.heat_kJ.established}
                                <span class="flex items-center gap-2">
                                  <span class="track"
                                    ><span
                                      class="band"
                                      class:cool={(r.heat_kJ.best ?? 0) < 0}
                                      style:left={`${bar(Math.min(Math.abs(r.heat_kJ.low ?? 0), Math.abs(r.heat_kJ.high ?? 0)))}%`}
                                      style:width={`${bar(Math.abs((r.heat_kJ.high ?? 0) - (r.heat_kJ.low ?? 0)))}%`}
                                    ></span><span
                                      class="fill"
                                      class:cool={(r.heat_kJ.best ?? 0) < 0}
                                      class:dotted={r.possible}
                                      style:width={`${bar(r.heat_kJ.best ?? 0)}%`}
                                    ></span></span
                                  ><span class="num w-16 font-semibold">{short(r.heat_kJ.best ?? 0)} kJ</span
                                  ></span
                                >
                              {:else}<span class="unknown" aria-hidden="true"></span><span class="text-ochre"
                                  >not established</span
                                >{/if}
                            </td>
                            <td class="py-0.5 pl-3 text-[13px]" class:text-ochre={r.route === 'none'}
                              >{routeWords[r.route]}</td
                            >
                          </tr>
                          {#if open === k}
                            <tr
                              ><td colspan="6" class="pb-2"
                                ><ReactionEditor
                                  {r}
                                  {editable}
                                  limiting={r.limiting}
                                  onsettle={settle}
                                  onclose={() => (open = null)}
                                /></td
                              ></tr
                            >
                          {/if}
                        {/each}
                      </tbody>
                    </table>
                  {/if}
                  {#each s.waiting as w, wi (wi)}
                    <p class="text-soft truncate pl-1 text-[13px]" title={w.family}>
                      <span class="mark dotted"></span> waits, {w.why}: {w.family}, <Equation
                        text={w.equation}
                      />{w.could_mol ? `, up to ${short(w.could_mol)} mol` : ''}
                    </p>
                  {/each}
                  {#if editable && adding === `${v.name}|${s.step}`}
                    <ReactionEditor
                      r={null}
                      {editable}
                      limiting=""
                      step={s.step}
                      vessel={v.name}
                      onsettle={settle}
                      onclose={() => (adding = null)}
                    />
                  {/if}
                </div>
                <div class="border-rule border-l px-3 pt-1.5 pb-2">
                  <p class="text-soft text-[13px]">
                    {s.same ? 'as after the step before' : `left after step ${s.step}`}
                  </p>
                  {#if !s.same}<dl>
                      {#each (s.contents?.holds ?? []).slice(0, 6) as h (h.name)}
                        <div class="flex gap-2 text-[13px] leading-snug">
                          <dt class="min-w-0 flex-1 truncate" title={h.name}>{h.name}</dt>
                          <dd class="num" class:text-ochre={h.mol === null}>
                            {h.mol === null ? 'not est.' : `${short(h.mol)} mol`}
                          </dd>
                        </div>
                      {/each}
                      {#if (s.contents?.holds.length ?? 0) > 6}<p class="text-soft text-[13px]">
                          and {(s.contents?.holds.length ?? 0) - 6} more
                        </p>{/if}
                    </dl>{/if}
                </div>
              </div>
            {/each}
          </div>
        </section>
      {/each}
      <section
        class="grid grid-cols-[minmax(0,1fr)_minmax(0,1fr)] gap-8 px-4 py-3"
        aria-label="Trust and warnings"
      >
        <div>
          <h2 class="font-semibold">
            How far the heat can be trusted
            <span class="text-soft font-normal"
              >{a.heat.total_kJ.established
                ? `${plusMinus(released)} kJ ${(a.heat.total_kJ.best ?? 0) < 0 ? 'taken up' : 'given off'} by the batch`
                : `the total is not established: ${a.heat.total_kJ.reason}`}</span
            >
          </h2>
          {#if trusted > 0}
            <div
              class="mt-2 flex h-5"
              role="img"
              aria-label={routes.map((r) => `${routeWords[r.route]} ${short(r.kJ)} kJ`).join(', ')}
            >
              {#each routes as r (r.route)}<span
                  class={`part ${r.route}`}
                  style:flex={`${Math.max(r.kJ, trusted / 60)} 0 0`}
                ></span>{/each}
            </div>
            <p class="mt-1 flex flex-wrap gap-x-5 text-[13px]">
              {#each routes as r (r.route)}<span
                  ><span class={`part ${r.route} inline-block h-2.5 w-4`}></span>
                  {routeWords[r.route]}
                  {short(r.kJ)} kJ</span
                >{/each}
            </p>
          {/if}
        </div>
        <div>
          <h2 class="font-semibold">Never together, here</h2>
          {#each meets as m (m.text)}
            <p class="leading-snug">
              <span class="mark-stop"></span>
              {m.text} <span class="text-soft">({m.place})</span>
            </p>
          {:else}<p class="text-soft">No pair of the list meets in these vessels.</p>{/each}
        </div>
      </section>
    </main>
  {/if}
  <Foot {keys} />
</div>
<KeyMap {keys} bind:open={showKeys} />

<style>
  .mark {
    display: inline-block;
    width: 6px;
    height: 6px;
    margin: 0 4px 1px 0;
    border: 1px solid var(--soft);
  }
  .mark.full {
    background: var(--ink);
    border-color: var(--ink);
  }
  .mark.rust {
    background: var(--rust);
    border-color: var(--rust);
  }
  .mark.dotted {
    border-style: dotted;
  }
  .row {
    cursor: pointer;
    background: none;
    overflow-wrap: anywhere;
  }
  .track {
    position: relative;
    flex: 1;
    height: 8px;
    border-bottom: 1px solid var(--rule);
    overflow: hidden;
  }
  .band,
  .fill {
    position: absolute;
    bottom: 0;
    height: 8px;
  }
  .band {
    background: var(--rust-wash);
  }
  .band.cool {
    background: var(--teal-wash);
  }
  .fill {
    bottom: 2px;
    height: 4px;
    background: var(--rust);
  }
  .fill.cool {
    background: var(--teal);
  }
  .unknown {
    display: inline-block;
    width: 60px;
    height: 8px;
    margin-right: 8px;
    background: repeating-linear-gradient(45deg, var(--ochre) 0 1px, transparent 1px 4px);
  }
  .part {
    border: 1px solid var(--rust);
  }
  .part.hess,
  .part.measured {
    background: var(--rust);
  }
  .part.increment {
    background: var(--rust-wash);
  }
  .part.class {
    background: repeating-linear-gradient(45deg, var(--rust) 0 1px, transparent 1px 5px);
  }
  .part.none {
    border: 1px dashed var(--ochre);
  }
</style>
