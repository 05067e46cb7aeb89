<script lang="ts">
  import type { ElementLine, TrainElement } from '../../api/client';

  interface Props {
    element: ElementLine;
    first: boolean;
    last: boolean;
    onchange: (e: TrainElement) => void;
    onshift: (by: number) => void;
    onout: () => void;
  }
  let { element, first, last, onchange, onshift, onout }: Props = $props();
  const put = $derived(element.as_put);
  let refusal = $state('');
  const kinds: TrainElement['element'][] = [
    'condenser',
    'trap',
    'washer',
    'absorber',
    'burner',
    'cold trap',
    'hood',
    'room',
  ];
  const holds = $derived(put.element === 'absorber' || put.element === 'washer');

  function number(label: string, said: string, key: 'volume_mL' | 'liquid_mL' | 'percent_w' | 'dip_cm') {
    const v = Number(said.trim().replace(',', '.'));
    if (!said.trim()) return onchange({ ...put, [key]: null });
    if (!Number.isFinite(v) || v < 0) {
      refusal = `${label}: “${said}” is no amount; a number such as 250 was expected.`;
      return;
    }
    refusal = '';
    onchange(key === 'dip_cm' ? { ...put, dip_cm: v, above: v === 0 } : { ...put, [key]: v });
  }
  const commit = (label: string, key: 'volume_mL' | 'liquid_mL' | 'percent_w' | 'dip_cm') => (e: Event) =>
    number(label, (e.target as HTMLInputElement).value, key);
</script>

<label
  >Element <select
    class="field block w-28"
    value={put.element}
    onchange={(e) =>
      onchange({ ...put, element: (e.target as HTMLSelectElement).value as TrainElement['element'] })}
  >
    {#each kinds as k (k)}<option value={k}>{k}</option>{/each}
  </select></label
>
{#if put.element !== 'hood' && put.element !== 'room'}
  <label
    >Vessel, mL <input
      class="field block w-20"
      inputmode="decimal"
      value={put.volume_mL ?? ''}
      onchange={commit('Vessel', 'volume_mL')}
    /></label
  >
{/if}
{#if holds}
  <label
    >What stands in it <input
      class="field block w-36"
      value={put.reagent ?? ''}
      onchange={(e) => onchange({ ...put, reagent: (e.target as HTMLInputElement).value || null })}
    /></label
  >
  <label
    >Strength, % <input
      class="field block w-20"
      inputmode="decimal"
      value={put.percent_w ?? ''}
      onchange={commit('Strength', 'percent_w')}
    /></label
  >
  <label
    >Liquid, mL <input
      class="field block w-20"
      inputmode="decimal"
      value={put.liquid_mL ?? ''}
      onchange={commit('Liquid', 'liquid_mL')}
    /></label
  >
  <label
    >Tube dips, cm <input
      class="field block w-20"
      inputmode="decimal"
      placeholder="0: above it"
      value={put.dip_cm ?? ''}
      onchange={commit('Depth', 'dip_cm')}
    /></label
  >
{/if}
<span class="flex gap-2">
  <button class="plain" disabled={first} onclick={() => onshift(-1)}>To the flask</button>
  <button class="plain" disabled={last} onclick={() => onshift(1)}>To the hood</button>
  <button class="plain" onclick={onout}>Take out</button>
</span>
{#if refusal}<p class="text-rust w-full font-semibold" role="alert">{refusal}</p>{/if}
