<script lang="ts">
  import { scaleLinear } from 'd3-scale';
  import type { QuenchLine } from '../../api/client';
  import { short } from '../../lib/format';
  import { nudge } from '../../parts/handles';
  import { at, band, path } from '../../parts/scale';

  let { quench }: { quench: QuenchLine } = $props();
  let width = $state(320);
  const height = 250;
  const left = 40;
  const base = 204;
  const g = $derived(quench.ice_g);
  let grams = $state<number | null>(null);
  const here = $derived(grams ?? quench.offered_g ?? 0);
  const x = $derived(scaleLinear([0, g.at(-1) ?? 1], [left, width - 12]));
  const top = $derived(Math.min(110, Math.max(30, ...quench.ends_high, (quench.limit_C ?? 25) + 10)));
  const y = $derived(scaleLinear([0, top], [base, 20]).clamp(true));
  const limit = $derived(quench.limit_C ?? 25);
  const least = $derived(g.find((_, i) => (quench.ends_high[i] ?? 99) <= limit) ?? null);
  const value = $derived([
    at(g, quench.ends_low, here),
    at(g, quench.ends_C, here),
    at(g, quench.ends_high, here),
  ]);
  let svg = $state<SVGSVGElement>();
  const id = $props.id();
  const set = (v: number) => (grams = Math.max(0, Math.min(g.at(-1) ?? 0, Math.round(v / 5) * 5)));
</script>

<div bind:clientWidth={width}>
  <svg
    bind:this={svg}
    {width}
    {height}
    viewBox={`0 0 ${width} ${height}`}
    class="drawing"
    role="slider"
    tabindex="0"
    aria-label="Ice, grams"
    aria-valuemin={0}
    aria-valuemax={g.at(-1) ?? 0}
    aria-valuenow={here}
    aria-valuetext={`${short(here)} grams of ice end at ${short(value[1] ?? 0)} degrees`}
    onpointerdown={(e) => set(x.invert(e.clientX - svg!.getBoundingClientRect().left))}
    onpointermove={(e) => e.buttons && set(x.invert(e.clientX - svg!.getBoundingClientRect().left))}
    onkeydown={(e) => {
      const by = nudge(e, { PageUp: 10, PageDown: -10 });
      if (by) set(here + by * 10);
    }}
  >
    <defs
      ><pattern
        id={`${id}-over`}
        width="7"
        height="7"
        patternUnits="userSpaceOnUse"
        patternTransform="rotate(45)"><line x1="0" y1="0" x2="0" y2="7" class="hatch" /></pattern
      ></defs
    >
    <rect
      x={left}
      y="20"
      width={width - 12 - left}
      height={Math.max(y(limit) - 20, 0)}
      fill={`url(#${id}-over)`}
    />
    {#each y.ticks(4) as v (v)}
      <line x1={left} x2={width - 12} y1={y(v)} y2={y(v)} class="grid" /><text
        x={left - 6}
        y={y(v) + 4}
        text-anchor="end"
        class="tick">{short(v)}</text
      >
    {/each}
    <path d={band(g, quench.ends_low, quench.ends_high, x, y)} class="spread" />
    <path d={path(g, quench.ends_C, x, y)} class="best" />
    <line x1={left} x2={width - 12} y1={y(limit)} y2={y(limit)} class="limit" />
    <text x={width - 14} y={y(limit) - 5} text-anchor="end" class="small plate"
      >{quench.limit_C === null ? '25 °C, no limit written' : `limit ${short(limit)} °C`}</text
    >
    {#if least !== null}<line x1={x(least)} x2={x(least)} y1={y(limit)} y2={base} class="least" />{/if}
    <line x1={x(here)} x2={x(here)} y1="20" y2={base + 4} class="cursor" />
    <rect x={x(here) - 9} y={base + 2} width="18" height="14" class="grip" /><path
      d={`M${x(here) - 3} ${base + 5}v8M${x(here) + 3} ${base + 5}v8`}
      class="cursor"
    />
    {#each x.ticks(4) as v, i (v)}<text x={x(v)} y={base + 32} text-anchor="middle" class="tick"
        >{short(v)}{i === x.ticks(4).length - 1 ? ' g' : ''}</text
      >{/each}
  </svg>
  <p class="text-[13px]">
    {short(here)} g of ice{grams === null ? ', as written' : ''}: ends at
    <strong class:text-rust={(value[2] ?? 0) > limit}>{short(value[1] ?? 0)} °C</strong>
    <span class="text-soft">({short(value[0] ?? 0)} to {short(value[2] ?? 0)})</span>.
    {#if least !== null}The least that keeps {short(limit)} °C over the band:
      <strong>{short(least)} g</strong>.{:else}No amount drawn here keeps {short(limit)} °C.{/if}
  </p>
</div>

<style>
  svg {
    outline: none;
    touch-action: none;
    cursor: ew-resize;
  }
  svg:focus-visible .grip {
    stroke: var(--teal);
    stroke-width: 3;
  }
  text {
    font-size: 13px;
  }
  .hatch {
    stroke: var(--soft);
    opacity: 0.45;
  }
  .spread {
    fill: var(--rust-wash);
  }
  .best {
    fill: none;
    stroke: var(--rust);
    stroke-width: 2;
  }
  .limit,
  .cursor {
    stroke: var(--ink);
    stroke-width: 1.4;
    fill: none;
  }
  .least {
    stroke: var(--ink);
    stroke-dasharray: 3 3;
  }
  .grip {
    fill: var(--sheet);
    stroke: var(--ink);
    stroke-width: 1.5;
  }
</style>
