<script lang="ts">
  import { ask, client, type LocalOut, type SubstanceOut } from '../../api/client';
  import { keep, kept } from '../../lib/drafts';

  interface Props {
    start: SubstanceOut | null;
    asked: string;
    onadded: (r: LocalOut) => void;
    onclose: () => void;
  }
  let { start, asked, onadded, onclose }: Props = $props();
  const units: Record<string, [string, string[]]> = {
    Hf: ['kJ/mol', ['s', 'l', 'g']],
    cp: ['J/(mol K)', ['s', 'l']],
    density: ['g/mL', ['s', 'l']],
    Tb: ['°C', ['']],
    Tm: ['°C', ['']],
    Hvap: ['kJ/mol', ['l']],
    Psat: ['kPa', ['l']],
    Tflash: ['°C', ['']],
    Tauto: ['°C', ['']],
    LFL: ['vol %', ['']],
    UFL: ['vol %', ['']],
    limit_8h: ['ppm', ['']],
    limit_short: ['ppm', ['']],
    limit_ceiling: ['ppm', ['']],
    IDLH: ['ppm', ['']],
    Henry: ['mol/(L bar)', ['']],
    solubility: ['g/100 g water', ['']],
  };
  interface Typed {
    id: string;
    smiles: string;
    cas: string;
    phase: string;
    property: string;
    of: string;
    value: string;
    uncertainty: string;
    source: string;
    why: string;
  }
  const before = kept<Typed>('catalogue-record');
  // svelte-ignore state_referenced_locally
  let t = $state<Typed>(
    before && before.id === (start?.id ?? asked)
      ? before
      : {
          id: start?.id ?? asked,
          smiles: start?.smiles ?? '',
          cas: start?.cas ?? '',
          phase: start?.phase ?? 'l',
          property: 'Hf',
          of: start?.phase === 's' ? 's' : 'l',
          value: '',
          uncertainty: '',
          source: '',
          why: '',
        },
  );
  let said = $state('');
  let sending = $state(false);
  $effect(() => keep('catalogue-record', { ...t }));
  const of = $derived(units[t.property]![1]);
  const number = (x: string) => Number(x.replace(',', '.').replace('−', '-'));

  async function submit(event: SubmitEvent) {
    event.preventDefault();
    if (t.value.trim() && !Number.isFinite(number(t.value))) {
      said = `“${t.value}” is no number; ${units[t.property]![0]} were expected.`;
      return;
    }
    sending = true;
    try {
      const values = t.value.trim()
        ? [
            {
              property: t.property,
              phase: of.includes(t.of) ? t.of : of[0]!,
              value: number(t.value),
              unit: units[t.property]![0],
              uncertainty: t.uncertainty.trim() ? number(t.uncertainty) : null,
              source: t.source,
            },
          ]
        : [];
      onadded(
        await ask<LocalOut>(
          client.POST('/api/catalogue', {
            body: {
              id: t.id,
              smiles: t.smiles || null,
              cas: t.cas || null,
              phase: t.phase,
              names: [],
              values,
              why: t.why,
            },
          }),
        ),
      );
      said = '';
    } catch (e) {
      said = (e as Error).message;
    }
    sending = false;
  }
</script>

<form class="max-w-3xl" onsubmit={submit}>
  <h2 class="head">{start ? `Correct or add a value: ${start.id}` : 'Add a substance'}</h2>
  <p class="text-soft mt-1">
    It counts after a second person has looked at it; the shipped value stays readable.
  </p>
  {#if !start}
    <div class="mt-3 grid grid-cols-2 gap-3">
      <label>Name <input class="field" bind:value={t.id} required /></label>
      <label
        >Structure, line notation <input
          class="field"
          bind:value={t.smiles}
          placeholder="CCO"
          required
        /></label
      >
      <label>CAS number <input class="field" bind:value={t.cas} /></label>
      <label
        >State at room temperature <select class="field" bind:value={t.phase}
          ><option value="s">solid</option><option value="l">liquid</option><option value="g">gas</option
          ></select
        ></label
      >
    </div>
  {/if}
  <div class="mt-3 grid grid-cols-[1.4fr_1fr_1fr_1fr] gap-3">
    <label
      >Property <select class="field" bind:value={t.property}
        >{#each Object.keys(units) as p (p)}<option value={p}>{p}</option>{/each}</select
      ></label
    >
    <label
      >Phase <select class="field" bind:value={t.of} disabled={of[0] === ''}
        >{#each of as p (p)}<option value={p}>{p || 'none'}</option>{/each}</select
      ></label
    >
    <label
      >Value, {units[t.property]![0]} <input class="field" bind:value={t.value} inputmode="decimal" /></label
    >
    <label>± <input class="field" bind:value={t.uncertainty} inputmode="decimal" /></label>
  </div>
  <label class="mt-3 block"
    >Source of the value <input
      class="field"
      bind:value={t.source}
      placeholder="table, edition and page; or the measurement's file"
    /></label
  >
  <label class="mt-3 block">Why it is added <input class="field" bind:value={t.why} required /></label>
  {#if said}<p class="text-rust mt-2" role="alert">{said}</p>{/if}
  <p class="mt-3 flex gap-4">
    <button class="filled" disabled={sending}>Add for a second look</button>
    <button class="link" type="button" onclick={onclose}>Close</button>
  </p>
</form>
