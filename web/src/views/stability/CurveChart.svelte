<script lang="ts">
  import type { CurveLine } from '../../api/client';
  import { short } from '../../lib/format';

  let { c }: { c: CurveLine } = $props();
  const W = 560;
  const H = 212;
  const left = 48;
  const foot = 36;
  const x0 = $derived(c.x[0] ?? 0);
  const x1 = $derived(c.x[c.x.length - 1] ?? 1);
  const values = $derived([...c.y, ...c.baseline]);
  const low = $derived(Math.min(...values));
  const high = $derived(Math.max(...values, low + 1e-9));
  const px = (v: number) => left + ((v - x0) / (x1 - x0)) * (W - left - 8);
  const py = (v: number) => 24 + (1 - (v - low) / (high - low)) * (H - foot - 28);
  /** To a hundredth of what the axis spans. */
  const round = (v: number) => {
    const digits = Math.max(0, Math.min(6, 1 - Math.floor(Math.log10(high - low))));
    return v.toFixed(digits).replace('-', '−');
  };
  const path = (ys: number[]) =>
    ys.map((v, i) => `${i ? 'L' : 'M'}${px(c.x[i] ?? 0).toFixed(1)} ${py(v).toFixed(1)}`).join('');
  const conversion = $derived(
    c.conversion
      .map(
        (v, i) =>
          `${i ? 'L' : 'M'}${px(c.x[i] ?? 0).toFixed(1)} ${(24 + (1 - v) * (H - foot - 28)).toFixed(1)}`,
      )
      .join(''),
  );
  const along = $derived(c.kind === 'scan' ? 'temperature, °C' : 'time, min');
  const up = $derived(
    c.kind === 'adiabatic' ? 'temperature, °C' : c.kind === 'scan' ? 'heat flow, W/g' : 'heat flow, W',
  );
  const steps = $derived.by(() => {
    const span = x1 - x0;
    const raw = span / 6;
    const unit = 10 ** Math.floor(Math.log10(raw));
    const step = [1, 2, 5, 10].map((k) => k * unit).find((s) => s >= raw) ?? raw;
    const out: number[] = [];
    for (let v = Math.ceil(x0 / step) * step; v <= x1; v += step) out.push(v);
    return out;
  });
</script>

<svg
  viewBox={`0 0 ${W} ${H}`}
  class="block w-full"
  role="img"
  aria-label={`${up} against ${along}, from ${c.name}`}
>
  <line x1={left} x2={W - 8} y1={H - foot} y2={H - foot} class="ground" />
  {#each steps as v (v)}
    <text x={px(v)} y={H - 20} text-anchor="middle" class="tick">{short(v)}</text>
  {/each}
  <text x={W - 8} y={H - 4} text-anchor="end" class="tick">{along}</text>
  <text x={left - 6} y={py(high) + 4} text-anchor="end" class="tick">{round(high)}</text>
  <text x={left - 6} y={py(low)} text-anchor="end" class="tick">{round(low)}</text>
  <text x={left + 4} y={12} class="tick">{up}</text>
  {#if c.baseline.length}<path d={path(c.baseline)} class="base" />{/if}
  <path d={path(c.y)} class="line" />
  {#if conversion}
    <path d={conversion} class="conversion" />
    <text x={W - 10} y={40} text-anchor="end" class="tick violet">converted, 0 to 100 %</text>
  {/if}
  {#if c.onset_C !== null && c.kind === 'scan'}
    <line x1={px(c.onset_C)} x2={px(c.onset_C)} y1={28} y2={H - foot} class="onset" />
    <text x={px(c.onset_C) - 4} y={42} text-anchor="end" class="tick">onset {Math.round(c.onset_C)} °C</text>
  {/if}
</svg>

<style>
  .ground {
    stroke: var(--rule);
  }
  .tick {
    font-size: 12px;
    fill: var(--soft);
  }
  .violet {
    fill: var(--violet);
  }
  .line {
    fill: none;
    stroke: var(--rust);
    stroke-width: 1.8;
  }
  .base {
    fill: none;
    stroke: var(--ink);
    stroke-width: 1;
    stroke-dasharray: 4 3;
  }
  .conversion {
    fill: none;
    stroke: var(--violet);
    stroke-width: 1.4;
  }
  .onset {
    stroke: var(--ink);
    stroke-width: 1;
  }
</style>
