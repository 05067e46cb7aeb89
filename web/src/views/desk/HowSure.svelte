<script lang="ts">
  import type { DeskState } from './desk.svelte';

  let { desk }: { desk: DeskState } = $props();
  const s = $derived(desk.spread);
  const three = (p: number[]) => `${whole(p[1])} (${whole(p[0])} to ${whole(p[2])})`;
  const whole = (v: number | undefined) => String(Math.round(v ?? 0)).replace('-', '−');
  const width = (v: number) => `${Math.round(Math.abs(v) * 100)}%`;
</script>

<h2 class="head mt-3 flex items-baseline justify-between">
  How sure
  {#if s}<button class="link font-normal" onclick={() => desk.leaveSpread()}>put away</button>{/if}
</h2>
{#if s}
  <p class="py-1.5 leading-snug">{s.says}</p>
  <dl class="grid grid-cols-[minmax(0,1fr)_auto] gap-x-3">
    <dt>peak, step {s.step}</dt>
    <dd class="num">{three(s.peak_C)} °C</dd>
    <dt>MTSR</dt>
    <dd class="num">{three(s.MTSR_C)} °C</dd>
    {#if s.margin_K}
      <dt>room to the limit</dt>
      <dd class="num">{three(s.margin_K)} K</dd>
    {/if}
    <dt>heat made at most</dt>
    <dd class="num">{three(s.heat_W)} W</dd>
  </dl>
  <p class="text-soft mt-1.5">What drives the peak</p>
  {#each s.drivers.filter((d) => Math.abs(d.peak) > 0.1).slice(0, 4) as d (d.name)}
    <div class="flex items-center gap-2 text-[13px]">
      <span class="w-32">{d.name}</span>
      <span class="bg-rule h-1.5 flex-1"
        ><span class="bg-ink block h-full" style={`width:${width(d.peak)}`}></span></span
      >
      <span class="num w-14 text-right">{d.peak > 0 ? 'raises' : 'lowers'}</span>
    </div>
  {/each}
  <p class="text-soft mt-1 text-[13px]">
    {s.members.toLocaleString('en')} draws, seed {s.seed}{s.failed
      ? `; ${s.failed} could not be integrated and are left out`
      : ''}. On the strip: dotted, 5th to 95th in 100.
  </p>
{:else}
  <p class="mt-1.5 flex items-center gap-2">
    <button class="plain" disabled={desk.drawing} onclick={() => desk.draw()}
      >{desk.drawing ? 'Drawing…' : 'Draw 1,000 times'}</button
    >
    <label class="flex items-center gap-1 text-[13px]"
      >seed <input class="field w-14" inputmode="numeric" bind:value={desk.seed} /></label
    >
  </p>
  {#if desk.noSpread}<p class="mt-1" role="status">{desk.noSpread}</p>{/if}
{/if}
