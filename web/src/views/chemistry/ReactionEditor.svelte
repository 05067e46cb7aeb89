<script lang="ts">
  import type { Chemistry, ReactionLine } from '../../api/client';
  import { short } from '../../lib/format';
  import Equation from '../../parts/Equation.svelte';

  interface Props {
    r: ReactionLine | null;
    editable: boolean;
    limiting: string;
    step?: number;
    vessel?: string;
    onsettle: (c: Chemistry) => void;
    onclose: () => void;
  }
  let { r, editable, limiting, step, vessel, onsettle, onclose }: Props = $props();
  // svelte-ignore state_referenced_locally
  let what = $state<Chemistry['what']>(r ? 'heat' : 'add');
  let value = $state('');
  let extent = $state('');
  let equation = $state('');
  let law = $state<NonNullable<Chemistry['law']>>('second order');
  let rate = $state('');
  let Ea = $state('');
  let at = $state('');
  let wait = $state('');
  const laws: NonNullable<Chemistry['law']>[] = [
    'dosing-controlled',
    'second order',
    'first order',
    'autocatalytic',
    'two-phase',
    'after a wait',
    'dissolving',
  ];
  let name = $state('');
  let why = $state('');
  let said = $state('');
  const id = $props.id();
  const physical = $derived(
    r !== null &&
      !r.family_id.includes(':') &&
      [
        'dilution',
        'acid-mixing',
        'caustic-dilution',
        'dissolving-salt',
        'dissolving-organic',
        'neutralisation',
        'water-uptake',
      ].includes(r.family_id),
  );

  const number = (text: string) => {
    const n = Number(text.replace(',', '.').replace('−', '-'));
    return text.trim() && Number.isFinite(n) ? n : null;
  };
  function submit(event: SubmitEvent) {
    event.preventDefault();
    const kJ = number(value);
    const mol = number(extent);
    if (why.trim().length < 3)
      said = 'Give the reason: where the figure is from, or why the reaction cannot happen.';
    else if (what === 'heat' && kJ === null)
      said = `“${value}” is no number; the enthalpy in kJ/mol was expected, negative where heat is given off.`;
    else if (
      what === 'rate' &&
      law !== 'dosing-controlled' &&
      (number(rate) === null || (number(rate) ?? 0) <= 0)
    )
      said = `“${rate}” is no rate constant; a number over 0 was expected, in ${law === 'first order' || law === 'dissolving' ? '1/s' : 'L/(mol s)'}.`;
    else if (what === 'rate' && law === 'after a wait' && (number(wait) ?? 0) <= 0)
      said = `“${wait}” is no wait; minutes over 0 were expected.`;
    else if ((what === 'extent' || what === 'add') && (mol === null || mol < 0))
      said = `“${extent}” is no amount; moles of at least 0 were expected.`;
    else if (what === 'add' && (!name.trim() || (!equation.includes('>') && !equation.includes('→'))))
      said = 'Give the reaction a name, and its equation with an arrow (->).';
    else {
      said = '';
      onsettle({
        what,
        family: r ? r.family_id || r.family : name.trim(),
        step: r?.step ?? step ?? null,
        value: what === 'heat' || what === 'add' ? kJ : what === 'rate' ? number(rate) : null,
        law: what === 'rate' ? law : null,
        Ea_kJ: what === 'rate' ? number(Ea) : null,
        T_ref_C: what === 'rate' ? number(at) : null,
        wait_min: what === 'rate' && law === 'after a wait' ? number(wait) : null,
        factor: 2,
        extent_mol: what === 'extent' || what === 'add' ? mol : null,
        line: [],
        equation: equation.replace('->', '→'),
        vessel: r?.vessel ?? vessel ?? null,
        why: why.trim(),
        by: 'reviewer',
      });
    }
  }
</script>

<div class="border-teal bg-sheet border-l-2 px-3 py-2">
  {#if r}
    <p>{r.names}. {limiting ? `Stopped by ${limiting}.` : ''}</p>
    {#if r.dH_kJ_per_mol.working}
      <p class="font-serif text-[13px]">{r.dH_kJ_per_mol.working.expression}</p>
      <dl class="mt-1 grid grid-cols-[minmax(0,1fr)_auto] gap-x-6 text-[13px]">
        {#each r.dH_kJ_per_mol.working.inputs ?? [] as i (i.name)}
          <dt><Equation text={i.name} /> <span class="text-soft">{i.note}</span></dt>
          <dd class="num">{typeof i.value === 'number' ? short(i.value) : i.value} {i.unit}</dd>
        {/each}
      </dl>
    {/if}
    {#if r.dH_kJ_per_mol.reason}<p class="text-ochre">{r.dH_kJ_per_mol.reason}</p>{/if}
    <p class="text-soft text-[13px]">{r.sources.join('; ')}</p>
  {/if}
  {#if editable && !physical}
    <form class="mt-2 flex flex-wrap items-end gap-x-4 gap-y-2" onsubmit={submit}>
      {#if r}
        <fieldset class="flex gap-3">
          <legend class="sr-only">What to change</legend>
          {#each [['heat', 'Replace its heat'], ['extent', 'Replace its extent'], ['rate', 'Replace its rate'], ['off', 'Does not happen from here on']] as [v, label] (v)}
            <label class="flex min-h-6 items-center gap-1"
              ><input type="radio" name={`${id}-what`} value={v} bind:group={what} /> {label}</label
            >
          {/each}
        </fieldset>
      {:else}
        <label>Name <input class="field w-44" bind:value={name} /></label>
        <label>Equation <input class="field w-64" bind:value={equation} placeholder="A + B -> C" /></label>
      {/if}
      {#if what === 'heat' || what === 'add'}<label
          >kJ/mol <input class="field w-24" inputmode="decimal" bind:value /></label
        >{/if}
      {#if what === 'rate'}
        <label
          >Rate law <select class="field block w-40" bind:value={law}>
            {#each laws as l (l)}<option value={l}>{l}</option>{/each}
          </select></label
        >
        {#if law !== 'dosing-controlled'}
          <label
            >Rate constant, {law === 'first order' || law === 'dissolving'
              ? '1/s'
              : law === 'autocatalytic'
                ? 'L²/(mol² s)'
                : 'L/(mol s)'}
            <input class="field w-28" inputmode="decimal" bind:value={rate} /></label
          >
          <label
            >At, °C <input class="field w-16" inputmode="decimal" placeholder="20" bind:value={at} /></label
          >
          <label
            >Activation energy, kJ/mol <input
              class="field w-20"
              inputmode="decimal"
              placeholder="0"
              bind:value={Ea}
            /></label
          >
        {/if}
        {#if law === 'after a wait'}<label
            >Waits, min <input class="field w-16" inputmode="decimal" bind:value={wait} /></label
          >{/if}
      {/if}
      {#if what === 'extent' || what === 'add'}<label
          >Extent, mol <input class="field w-24" inputmode="decimal" bind:value={extent} /></label
        >{/if}
      <label class="min-w-56 flex-1">Reason and source <input class="field" bind:value={why} /></label>
      <button class="plain" type="submit">Try</button>
      <button class="link" type="button" onclick={onclose}>Close</button>
    </form>
    {#if said}<p class="text-rust mt-1" role="alert">{said}</p>{/if}
  {:else}
    <button class="link mt-1" type="button" onclick={onclose}>Close</button>
  {/if}
</div>

<style>
  label {
    font-size: 13px;
  }
  .field {
    display: block;
  }
</style>
