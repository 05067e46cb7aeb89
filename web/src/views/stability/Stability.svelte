<script lang="ts">
  import { onMount } from 'svelte';
  import { ask, client, type Chemistry, type CurveLine, type CurveOut, type Figure } from '../../api/client';
  import { figureText, short } from '../../lib/format';
  import { inner, route } from '../../lib/route.svelte';
  import { session } from '../../lib/session.svelte';
  import Bar from '../../parts/Bar.svelte';
  import Foot from '../../parts/Foot.svelte';
  import KeyMap from '../../parts/KeyMap.svelte';
  import TrialBar from '../../parts/TrialBar.svelte';
  import Waiting from '../../parts/Waiting.svelte';
  import { bindKeys } from '../../parts/keys';
  import { ChemistryState } from '../chemistry/chemistry.svelte';
  import CurveChart from './CurveChart.svelte';
  import Temperatures from './Temperatures.svelte';

  let { id }: { id: number } = $props();
  // svelte-ignore state_referenced_locally
  const chem = new ChemistryState(id);
  type Kind = CurveLine['kind'];
  let kind = $state<Kind>('scan');
  let family = $state('');
  let why = $state('');
  let exoDown = $state(false);
  let typed = $state<Record<string, string>>({});
  let refusal = $state('');
  let opening = $state('');
  let fresh = $state.raw<CurveOut | null>(null);
  let showKeys = $state(false);
  let file = $state<HTMLInputElement>();

  const a = $derived(chem.shown);
  const editable = $derived(chem.given?.may_revise ?? false);
  const reactions = $derived(
    (a?.reactions ?? []).filter(
      (r, i, all) => r.role === 'wanted' && all.findIndex((x) => x.family_id === r.family_id) === i,
    ),
  );
  const about = $derived((a?.findings ?? []).filter((f) => ['S01', 'S02', 'H03', 'H14'].includes(f.code)));
  const kinds: [Kind, string, string][] = [
    ['scan', 'Scan', 'heat flow against temperature'],
    ['adiabatic', 'Adiabatic run', 'temperature against time'],
    ['reaction', 'Reaction run', 'heat flow against time'],
  ];
  const fields: Record<Kind, [string, string, string][]> = {
    scan: [
      ['rate_K_min', 'Heating rate, K/min', 'needed'],
      ['sample_mg', 'Sample, mg', 'where the flow is in mW'],
      ['cp_J_gK', 'Specific heat, J/(g K)', '1.5 where empty'],
    ],
    adiabatic: [
      ['phi', 'Thermal inertia of the cell', '1 where empty'],
      ['cp_J_gK', 'Specific heat, J/(g K)', '1.5 where empty'],
    ],
    reaction: [
      ['mol', 'Limiting reactant, mol', 'needed'],
      ['feed_from_min', 'Fed from, min', '0 where empty'],
      ['feed_to_min', 'Fed to, min', 'for what piles up'],
      ['fed_equivalents', 'Equivalents fed', '1 where empty'],
      ['volume_mL', 'Volume at the end, mL', 'for the rate'],
      ['T_C', 'At, °C', '20 where empty'],
    ],
  };
  const shown = $derived.by(() => {
    const out: { line: CurveLine; entry: Chemistry | null; fresh: boolean }[] = [];
    if (fresh) out.push({ line: fresh.says, entry: fresh.entry, fresh: true });
    const entries = chem.changes.filter((c) => c.what === 'curve');
    ((a?.curves ?? []) as CurveLine[]).forEach((line, i) =>
      out.push({ line, entry: entries[i] ?? null, fresh: false }),
    );
    return out;
  });

  async function open() {
    const chosen = file?.files?.[0];
    if (!chosen) {
      refusal = 'No file is chosen; a CSV or JCAMP-DX file of the curve was expected.';
      return;
    }
    const form = new FormData();
    form.append('file', chosen);
    form.append('kind', kind);
    form.append(
      'family',
      kind === 'reaction' ? family || (reactions[0]?.family_id ?? 'reaction') : 'mixture',
    );
    form.append('why', why);
    form.append('exo_up', String(!exoDown));
    for (const [key, label] of fields[kind]) {
      const said = (typed[key] ?? '').trim().replace(',', '.').replace('−', '-');
      if (!said) continue;
      if (!Number.isFinite(Number(said))) {
        refusal = `${label}: “${typed[key]}” is no number.`;
        return;
      }
      // the form asks for milligrams, the document keeps grams
      if (key === 'sample_mg') form.append('sample_g', String(Number(said) / 1000));
      else form.append(key, said);
    }
    opening = chosen.name;
    refusal = '';
    try {
      fresh = await ask<CurveOut>(
        client.POST('/api/curves', {
          body: { file: '', kind, family, why } as never,
          bodySerializer: () => form,
        }),
      );
    } catch (e) {
      refusal = session.said(e); // the form keeps what was typed
    }
    opening = '';
  }
  async function put(entry: Chemistry) {
    await chem.put([...chem.changes, entry]);
    fresh = null;
  }
  const same = (x: Chemistry, o: Chemistry) => x.what === o.what && x.family === o.family && x.why === o.why;

  const days = (f: Figure) => {
    if (!f.established || (f.best ?? 0) < 72) return figureText(f);
    const of = (h: number | null) => ((h ?? 0) / 24 > 1000 ? null : (h ?? 0) / 24);
    const [low, best, high] = [of(f.low), of(f.best), of(f.high)];
    if (best === null) return 'years';
    return `${short(best)} days (${short(low ?? 0)} to ${high === null ? 'years' : short(high)})`;
  };

  const keys: [string, string][] = [
    ['o', 'open a curve'],
    ['a', 'adopt'],
    ['p', 'put back'],
    ['b', 'desk'],
    ['?', 'all keys'],
  ];
  onMount(() => {
    void chem.load();
    return bindKeys({
      o: () => file?.focus(),
      a: () => void (editable && chem.adopt()),
      p: () => void chem.putBack(),
      b: () => route.go(`/desk/${id}`),
      g: () => route.go('/'),
      'Shift+?': () => (showKeys = true),
    });
  });
</script>

<svelte:head><title>Stability of {chem.given?.title ?? '…'} · Northsquall</title></svelte:head>
<div class="flex h-full flex-col">
  <Bar
    title={chem.given?.title ?? 'Stability'}
    detail={chem.given ? `revision ${chem.given.number}` : ''}
    {id}
  >
    <a class="filled" href={`/decision/${id}`} onclick={inner}>Decide</a>
  </Bar>
  {#if !a}
    <Waiting message={chem.message} />
  {:else}
    {#if chem.onTrial || chem.message}
      <TrialBar {chem} {editable} />
    {/if}
    <main class="grid min-h-0 flex-1 grid-cols-[340px_minmax(0,1fr)]" aria-busy={chem.computing}>
      <!-- svelte-ignore a11y_no_noninteractive_tabindex -->
      <section
        class="border-rule overflow-auto border-r px-4 py-3"
        aria-label="Where control ends"
        tabindex="0"
      >
        <h2 class="font-semibold">Where control ends</h2>
        <Temperatures {a} />
        <p class="mt-2">
          Time to maximum rate at the MTSR:
          <span class:text-ochre={!a.exotherm.TMRad_h.established}>{days(a.exotherm.TMRad_h)}</span>
        </p>
        {#if a.exotherm.TMRad_h.reason}<p class="text-soft text-[13px]">{a.exotherm.TMRad_h.reason}</p>{/if}
        <p class="mt-1">
          Criticality class:
          {#if a.exotherm.criticality_class === null}<span class="text-ochre">not established</span>
          {:else}<strong>{a.exotherm.criticality_class}</strong
            >{#if a.exotherm.criticality_bracket && a.exotherm.criticality_bracket[0] !== a.exotherm.criticality_bracket[1]}<span
                class="text-soft ml-1"
                >({a.exotherm.criticality_bracket[0]} to {a.exotherm.criticality_bracket[1]})</span
              >{/if}{/if}
        </p>
        {#if !a.exotherm.TD24_C.established && a.exotherm.TD24_C.reason}
          <p class="text-ochre mt-1 text-[13px]">TD24: {a.exotherm.TD24_C.reason}</p>
        {/if}
        <h2 class="mt-4 font-semibold">What is said of it</h2>
        {#each about as f, i (i)}
          <p class="mt-1 leading-snug">
            <strong class:text-rust={f.severity === 'stop'}>{f.code}</strong>
            <span class="text-soft">{f.severity}</span>
            {f.message}
          </p>
        {:else}
          <p class="text-soft mt-1">No finding about decomposition.</p>
        {/each}
      </section>
      <!-- svelte-ignore a11y_no_noninteractive_tabindex -->
      <section class="overflow-auto px-4 py-3" aria-label="Calorimetry" tabindex="0">
        {#if editable}
          <form
            class="border-rule border-b pb-3"
            onsubmit={(e) => {
              e.preventDefault();
              void open();
            }}
          >
            <h2 class="font-semibold">Open a curve</h2>
            <div class="mt-1 flex flex-wrap gap-x-5">
              <fieldset class="flex flex-wrap gap-x-4">
                <legend class="sr-only">Kind of curve</legend>
                {#each kinds as [value, label, note] (value)}
                  <label class="flex min-h-6 items-center gap-1"
                    ><input type="radio" name="kind" {value} bind:group={kind} />
                    {label} <span class="text-soft">{note}</span></label
                  >
                {/each}
              </fieldset>
            </div>
            <div class="mt-2 flex flex-wrap items-end gap-x-4 gap-y-2">
              <label
                >File, CSV or JCAMP-DX <input
                  class="block"
                  type="file"
                  accept=".csv,.txt,.jdx,.dx,.jcamp"
                  bind:this={file}
                /></label
              >
              {#if kind === 'reaction'}
                <label
                  >Reaction <select
                    class="field block w-52"
                    bind:value={() => family || (reactions[0]?.family_id ?? ''), (v) => (family = v)}
                  >
                    {#each reactions as r (r.family_id)}<option value={r.family_id}>{r.family}</option>{/each}
                  </select></label
                >
              {/if}
              {#each fields[kind] as [key, label, note] (key)}
                <label
                  >{label}
                  <input
                    class="field block w-40"
                    inputmode="decimal"
                    placeholder={note}
                    bind:value={() => typed[key] ?? '', (v) => (typed[key] = v)}
                  /></label
                >
              {/each}
              {#if kind !== 'adiabatic'}
                <label class="flex min-h-6 items-center gap-1"
                  ><input type="checkbox" bind:checked={exoDown} /> heat given off points down</label
                >
              {/if}
              <label class="min-w-56 flex-1"
                >Sample, and who measured it <input class="field" bind:value={why} /></label
              >
              <button class="plain" disabled={opening !== ''}
                >{opening ? 'Reading…' : 'Read the curve'}</button
              >
            </div>
            {#if refusal}<p class="text-rust mt-2 font-semibold" role="alert">{refusal}</p>{/if}
          </form>
        {/if}
        {#each shown as s, i (i)}
          {@const c = s.line}
          <article class="border-rule border-b py-3" aria-label={`Curve ${c.name}`}>
            <div class="flex items-baseline gap-3">
              <h3 class="font-semibold">{c.name}</h3>
              <span class="text-soft truncate">{c.why}, {c.by}</span>
              <span class="ml-auto flex gap-3">
                {#if s.fresh && s.entry}
                  <span class="text-soft">read, not yet used</span>
                  <button class="plain" onclick={() => s.entry && put(s.entry)}>Put to this procedure</button>
                {:else if s.entry && editable}
                  <button class="link" onclick={() => s.entry && chem.drop(s.entry)}
                    >take away<span class="sr-only"> {c.name}</span></button
                  >
                {/if}
              </span>
            </div>
            {#if c.trouble}<p class="text-ochre">{c.trouble}</p>{/if}
            {#if c.x.length}
              <div class="grid grid-cols-[minmax(0,1fr)_250px] gap-5">
                <CurveChart {c} />
                <div>
                  <dl class="grid grid-cols-[minmax(0,1fr)_auto] gap-x-3">
                    {#if c.onset_C !== null}<dt>onset</dt>
                      <dd class="num">{Math.round(c.onset_C)} °C</dd>{/if}
                    {#if c.tangent_C !== null}<dt>tangent at the foot</dt>
                      <dd class="num">{Math.round(c.tangent_C)} °C</dd>{/if}
                    {#if c.heat_J_g !== null}<dt>heat</dt>
                      <dd class="num">{short(c.heat_J_g)} J/g</dd>{/if}
                    {#if c.Ea_kJ !== null && c.kind === 'adiabatic'}<dt>activation energy</dt>
                      <dd class="num">{short(c.Ea_kJ)} kJ/mol</dd>{/if}
                    {#if c.dH_kJ_mol !== null}<dt>enthalpy</dt>
                      <dd class="num">{short(c.dH_kJ_mol)} kJ/mol</dd>{/if}
                    {#if c.piled_max !== null}<dt>piled up at most</dt>
                      <dd class="num">
                        {Math.round(c.piled_max * 100)} %{c.piled_at_min !== null
                          ? ` at ${Math.round(c.piled_at_min)} min`
                          : ''}
                      </dd>{/if}
                    {#if c.k_L_mol_s !== null}<dt>rate constant</dt>
                      <dd class="num">{c.k_L_mol_s.toPrecision(2)} L/(mol s)</dd>{/if}
                    {#if c.mol_per_L !== null}<dt>concentration here</dt>
                      <dd class="num">{short(c.mol_per_L)} mol/L</dd>{/if}
                    {#if c.plan_mol_per_L !== null}<dt>in the plan</dt>
                      <dd class="num">{short(c.plan_mol_per_L)} mol/L</dd>{/if}
                  </dl>
                  {#if Object.keys(c.rules).length}
                    <p class="mt-2 font-semibold">TD24 by each rule</p>
                    <dl class="grid grid-cols-[minmax(0,1fr)_auto] gap-x-3 text-[13px]">
                      {#each Object.entries(c.rules) as [rule, value] (rule)}
                        <dt class:font-semibold={rule === c.decides}>
                          {rule}{rule === c.decides ? ', used' : ''}
                        </dt>
                        <dd class="num">{Math.round(value)} °C</dd>
                      {/each}
                    </dl>
                  {/if}
                  {#each c.notes as n (n)}<p class="text-ochre mt-1 text-[13px]">{n}</p>{/each}
                  {#if editable}
                    {#each c.offers as o (o.what)}
                      {#if !chem.changes.some((x) => same(x, o))}
                        <button class="plain mt-2 mr-2" onclick={() => chem.change(o)}
                          >Use its {o.what === 'heat' ? 'heat' : 'rate'}</button
                        >
                      {:else}<p class="text-soft mt-1 text-[13px]">its {o.what} is used</p>{/if}
                    {/each}
                  {/if}
                </div>
              </div>
            {/if}
          </article>
        {:else}
          <p class="text-soft mt-4">
            No curve has been put to this procedure. Without one, the bound of the class stands in for TD24.
          </p>
        {/each}
      </section>
    </main>
  {/if}
  <Foot {keys} />
</div>
<KeyMap {keys} bind:open={showKeys} />
