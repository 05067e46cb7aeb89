<script lang="ts">
  import { scaleLinear } from 'd3-scale';
  import type { GasFailure, GasLine } from '../../api/client';
  import { short } from '../../lib/format';
  import { nudge } from '../../parts/handles';
  import { at, path } from '../../parts/scale';

  interface Props {
    line: GasLine;
    cursor: number;
    failure: GasFailure | null;
    oncursor: (t: number) => void;
  }
  let { line, cursor, failure, oncursor }: Props = $props();
  let width = $state(700);
  const height = 176;
  const left = 46;
  const right = 76;
  const base = 146;
  const t = $derived(line.t_min ?? []);
  const from = $derived(t[0] ?? 0);
  const to = $derived(Math.max(t.at(-1) ?? 1, failure?.t_min?.at(-1) ?? 0, from + 1));
  const x = $derived(scaleLinear([from, to], [left, width - right]));
  const top = $derived(Math.max(0.01, ...(line.made_L_min ?? [])) * 1.15);
  const y = $derived(scaleLinear([0, top], [base, 26]));
  const through = $derived(
    line.elements
      .map((e) => e.through_min ?? e.spent_min)
      .filter((v): v is number => v !== null && v !== undefined),
  );
  const first = $derived(through.length ? Math.min(...through) : null);
  const most = $derived((line.made_L_min ?? []).reduce((b, v, i, all) => (v > (all[b] ?? -1) ? i : b), 0));
  const failTop = $derived(Math.max(1e-9, failure?.limit ?? 0, ...(failure?.values ?? [])) * 1.1);
  const yF = $derived(scaleLinear([0, failTop], [base, 26]));
  let svg = $state<SVGSVGElement>();
  function place(e: PointerEvent) {
    const px = e.clientX - svg!.getBoundingClientRect().left;
    oncursor(Math.max(from, Math.min(to, x.invert(px))));
  }
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
    aria-label="Minute at which the line fails"
    aria-valuemin={from}
    aria-valuemax={to}
    aria-valuenow={cursor}
    aria-valuetext={`${cursor.toFixed(1)} minutes`}
    onpointerdown={place}
    onkeydown={(e) => {
      const by = nudge(e, { PageUp: 10, PageDown: -10 });
      if (by) oncursor(Math.max(from, Math.min(to, cursor + (by * (to - from)) / 60)));
    }}
  >
    <text x={left} y="16" class="strong"
      >Gas <tspan class="soft">L/min into the line, and what passes it</tspan></text
    >
    {#each y.ticks(3) as v (v)}
      <line x1={left} x2={width - right} y1={y(v)} y2={y(v)} class="grid" />
      <text x={left - 7} y={y(v) + 4} text-anchor="end" class="tick">{short(v)}</text>
    {/each}
    <path
      d={`${path(t, line.passes_L_min ?? [], x, y)}L${x(t.at(-1) ?? 0)} ${base}L${x(from)} ${base}Z`}
      class="passes"
    />
    <path d={path(t, line.made_L_min ?? [], x, y)} class="made" />
    <path d={path(t, line.passes_L_min ?? [], x, y)} class="passes-line" />
    {#if t.length}
      <text
        x={Math.min(x(t[most] ?? 0) + 8, width - 200)}
        y={y(line.made_L_min?.[most] ?? 0) + 16}
        class="small violet plate">made, {short(line.made_L_min?.[most] ?? 0)} L/min at most</text
      >
    {/if}
    {#if first !== null && first > from}
      <line x1={x(first)} x2={x(first)} y1="22" y2={base} class="through" />
      <text x={x(first) + 5} y="36" class="small rust plate">used up at {short(first)} min</text>
    {/if}
    {#if failure && failure.t_min?.length}
      {#if failure.limit}
        <line x1={left} x2={width - right} y1={yF(failure.limit)} y2={yF(failure.limit)} class="limit" />
        <text x={width - right + 4} y={yF(failure.limit) + 4} class="tick"
          >{short(failure.limit)} {failure.unit}</text
        >
      {/if}
      <path d={path(failure.t_min, failure.values ?? [], x, yF)} class="failed" />
      <text
        x={width - right + 4}
        y={Math.max(yF(Math.max(...(failure.values ?? [0]))) + 4, 30)}
        class="small rust">{short(Math.max(...(failure.values ?? [0])))} {failure.unit}</text
      >
    {/if}
    {#each x.ticks(8) as v (v)}
      <text x={x(v)} y={base + 18} text-anchor="middle" class="tick"
        >{short(v)}{v === x.ticks(8)[0] ? ' min' : ''}</text
      >
    {/each}
    <line x1={x(cursor)} x2={x(cursor)} y1="20" y2={base + 4} class="cursor" />
    <rect x={x(cursor) - 30} y={base + 6} width="60" height="17" class="cursor-box" />
    <text x={x(cursor)} y={base + 19} text-anchor="middle" class="small cursor-text"
      >{cursor.toFixed(1)} min</text
    >
    {#if at(t, line.made_L_min ?? [], cursor) !== null}
      <text x={width - right - 4} y="16" text-anchor="end" class="small"
        ><tspan class="violet strong">{short(at(t, line.made_L_min ?? [], cursor) ?? 0)}</tspan> made,
        <tspan class="violet strong">{short(at(t, line.passes_L_min ?? [], cursor) ?? 0)}</tspan> pass</text
      >
    {/if}
  </svg>
</div>

<style>
  svg:focus-visible .cursor {
    stroke: var(--teal);
    stroke-width: 3;
  }
  svg {
    outline: none;
    touch-action: none;
  }
  .made {
    fill: none;
    stroke: var(--violet);
    stroke-width: 2.2;
  }
  .passes {
    fill: var(--violet);
    opacity: 0.16;
  }
  .passes-line {
    fill: none;
    stroke: var(--violet);
    stroke-width: 1.3;
    stroke-dasharray: 5 4;
  }
  .through {
    stroke: var(--rust);
    stroke-width: 1.5;
  }
  .failed {
    fill: none;
    stroke: var(--rust);
    stroke-width: 1.9;
    stroke-dasharray: 7 4;
  }
  .limit {
    stroke: var(--ink);
    stroke-width: 1.3;
  }
  .cursor {
    stroke: var(--ink);
  }
  .cursor-box {
    fill: var(--ink);
  }
  .cursor-text {
    fill: var(--paper);
  }
</style>
