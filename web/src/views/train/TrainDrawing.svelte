<script lang="ts">
  import type { Assessment, ElementLine, GasLine } from '../../api/client';
  import { below, short } from '../../lib/format';
  import { drag, nudge, within } from '../../parts/handles';
  import { sizeOf } from './train.svelte';

  interface Props {
    a: Assessment;
    line: GasLine;
    selected: number;
    editable: boolean;
    busy: boolean;
    onselect: (i: number) => void;
    onlevel: (i: number, mL: number, done: boolean) => void;
  }
  let { a, line, selected, editable, busy, onselect, onlevel }: Props = $props();
  let width = $state(1000);
  const height = 246;
  const floor = 218;
  const top = 62;

  const ends = $derived(line.elements.some((e) => e.element === 'hood' || e.element === 'room'));
  const inline = $derived(line.elements.filter((e) => e.element !== 'hood' && e.element !== 'room'));
  const end = $derived(line.elements.find((e) => e.element === 'hood' || e.element === 'room'));
  const columns = $derived(inline.length + 2);
  const wide = $derived(width / columns);
  const vessel = $derived(a.vessels.find((v) => v.name === line.of));
  const flaskSize = $derived(vessel?.nominal_mL ?? 250);
  const sizes = $derived([flaskSize, ...inline.map(sizeOf)]);
  /** Area per volume: one measure for all that stands here. */
  const scale = $derived(
    Math.min(104 / Math.sqrt(Math.max(...sizes)), 7, (wide * 0.62) / Math.sqrt(Math.max(...sizes))),
  );
  const r = $derived(Math.max(scale * Math.sqrt(flaskSize) * 0.5, 12));
  const fill = $derived(Math.min(vessel?.max_fill_fraction ?? 0.4, 1));
  const litres = $derived(Object.values(line.came).reduce((s, n) => s + n * 24.465, 0));
  const band = $derived(Math.max(3, Math.min(22, litres)));
  const passed = $derived(Object.values(line.leaves).reduce((s, n) => s + n * 24.465, 0));
  const bandOut = $derived(Math.max(1.5, Math.min(22, passed)));
  const bath = $derived(a.steps.find((s) => s.vessel === line.of && s.T_C)?.T_C ?? null);
  const centre = (i: number) => wide * (i + 0.5);
  const box = (e: ElementLine) => {
    const side = scale * Math.sqrt(sizeOf(e));
    return { w: Math.max(side * 0.82, 22), h: Math.max(side * 1.22, 30) };
  };
  const liquidPart = (e: ElementLine) => Math.min((e.liquid_mL ?? 0) / sizeOf(e), 1);
  const pulled = $derived(inline.findIndex((e) => e.pulled === 'reaches'));
  const id = $props.id();

  const RANGE = [10, 5000] as const;
  function take(event: PointerEvent, i: number, e: ElementLine) {
    if (!editable) return;
    const { h } = box(e);
    const from = e.liquid_mL ?? 0;
    const y0 = event.clientY;
    const perPx = sizeOf(e) / h;
    drag(
      event,
      from,
      (m) => within(RANGE, Math.round((from + (y0 - m.clientY) * perPx) / 10) * 10),
      (v, done) => onlevel(i, v, done),
    );
  }
  function press(event: KeyboardEvent, i: number, e: ElementLine) {
    const by = editable ? nudge(event, { PageUp: 5, PageDown: -5 }) : 0;
    if (by && !busy) onlevel(i, within(RANGE, (e.liquid_mL ?? 0) + by * 10), true);
  }
  const words: Record<string, string> = {
    condenser: 'Condenser',
    trap: 'Empty trap',
    washer: 'Washer',
    absorber: 'Absorber',
    burner: 'Burner',
    'cold trap': 'Cold trap',
  };
</script>

<div bind:clientWidth={width}>
  <svg
    {width}
    {height}
    viewBox={`0 0 ${width} ${height}`}
    class="drawing"
    role="group"
    aria-label="Gas line from flask to hood, areas drawn to volume"
  >
    <defs>
      <clipPath id={`${id}-flask`}><circle cx={centre(0)} cy={floor - r} {r} /></clipPath>
    </defs>
    {#each Array.from({ length: columns - 1 }, (_, i) => i + 1) as i (i)}
      <line x1={wide * i} x2={wide * i} y1="0" y2={height} class="rule" />
    {/each}
    {#each inline as e, i (e.n)}
      <!-- svelte-ignore a11y_click_events_have_key_events, a11y_no_static_element_interactions -->
      <rect
        x={wide * (i + 1) + 2}
        y="2"
        width={wide - 4}
        height={height - 4}
        class={selected === e.n ? 'chosen' : 'free'}
        onclick={() => onselect(e.n)}
      />
    {/each}
    <line x1="0" x2={width} y1={floor} y2={floor} class="ground" />

    <!-- the way of the gas -->
    {#each Array.from({ length: columns - 1 }, (_, i) => i) as i (i)}
      {@const out = i === columns - 2}
      {@const w = out ? bandOut : band}
      {@const from = centre(i) + (i === 0 ? r * 0.3 : 10)}
      {@const to = centre(i + 1) - 10}
      <rect x={from} y={top + 18 - w / 2} width={Math.max(to - from, 4)} height={w} class="gas" />
      <line x1={from} x2={to} y1={top + 18 - w / 2} y2={top + 18 - w / 2} class="gas-edge" />
      <line x1={from} x2={to} y1={top + 18 + w / 2} y2={top + 18 + w / 2} class="gas-edge" />
      <path d={`M${(from + to) / 2 - 4} ${top + 13}l7 5l-7 5`} class="gas-arrow" />
    {/each}
    <text x={wide} y={top - 2} text-anchor="middle" class="small violet plate">
      {#each Object.entries(line.came) as [g, n], i (g)}<tspan
          >{i ? ' + ' : ''}{below(g)} {short(n * 24.465)} L</tspan
        >{/each}
    </text>
    <text x={wide * (columns - 1) + 4} y={top - 2} text-anchor="end" class="small violet plate">
      {passed < 0.005 ? 'next to nothing passes' : `${short(passed)} L pass`}
    </text>

    <!-- flask -->
    <rect x={centre(0) - r * 1.35} y={floor - r * 0.9} width={r * 2.7} height={r * 0.9} class="bath" />
    <path
      d={`M${centre(0) - r * 0.25} ${top + 18}V${floor - 2 * r + 4}M${centre(0) + r * 0.25} ${top + 18}V${floor - 2 * r + 4}`}
      class="glass"
    />
    <rect
      x={centre(0) - r}
      y={floor - 2 * r * fill}
      width={2 * r}
      height={2 * r * fill}
      class="liquid"
      clip-path={`url(#${id}-flask)`}
    />
    <circle cx={centre(0)} cy={floor - r} {r} class="glass" />
    <text
      x={r < 28 ? centre(0) + r + 8 : centre(0)}
      y={floor - r * 0.6}
      text-anchor={r < 28 ? 'start' : 'middle'}
      class="small teal plate"
    >
      {vessel?.max_volume_mL ? `${short(vessel.max_volume_mL)} mL` : ''}
    </text>
    {#if bath}<text x={centre(0)} y={floor + 16} text-anchor="middle" class="small rust"
        >{short(bath[0] ?? 0)}{bath[1] !== undefined && bath[1] !== bath[0] ? ` to ${short(bath[1])}` : ''} °C</text
      >{/if}

    <!-- elements -->
    {#each inline as e, i (e.n)}
      {@const cx = centre(i + 1)}
      {@const b = box(e)}
      {@const x = cx - b.w / 2}
      {@const y = floor - b.h}
      <!-- svelte-ignore a11y_click_events_have_key_events, a11y_no_static_element_interactions -->
      <g onclick={() => onselect(e.n)} class="cursor-pointer">
        {#if e.element === 'condenser'}
          <rect x={cx - 22} y={top + 26} width="14" height="72" class="liquid edge" />
          <rect x={cx + 8} y={top + 26} width="14" height="72" class="liquid edge" />
          <path d={`M${cx} ${top + 40}v44m-5 -8l5 8l5 -8`} class="teal-arrow" />
        {:else if e.element === 'burner'}
          <path
            d={`M${cx - 6} ${floor}v-40h12v40M${cx} ${floor - 44}c-14 -16 0 -24 0 -36c0 12 14 20 0 36`}
            class="glass"
          />
        {:else}
          {#if e.liquid_mL}
            <rect
              {x}
              y={floor - b.h * liquidPart(e)}
              width={b.w}
              height={b.h * liquidPart(e)}
              class="liquid"
            />
            <line
              x1={x}
              x2={x + b.w}
              y1={floor - b.h * liquidPart(e)}
              y2={floor - b.h * liquidPart(e)}
              class="level"
            />
            {#if (e.used ?? 0) > 0}
              <rect
                {x}
                y={floor - b.h * liquidPart(e)}
                width={4}
                height={b.h * liquidPart(e) * Math.min(e.used ?? 0, 1)}
                class="used"
              />
            {/if}
          {/if}
          <path d={`M${x} ${y}V${floor}H${x + b.w}V${y}`} class={e.trouble ? 'open' : 'glass'} />
          {#if e.element === 'absorber' || e.element === 'washer'}
            {@const tip = e.above
              ? floor - b.h * liquidPart(e) - 6
              : e.dip_cm
                ? floor - 8
                : floor - b.h * liquidPart(e) * 0.6}
            <path d={`M${cx - b.w * 0.18} ${top + 20}V${tip}`} class="tube" />
            {#if e.above}<path d={`M${cx - b.w * 0.18 - 8} ${tip + 5}l5 -6h6l5 6z`} class="glass" />{/if}
          {:else}
            <path
              d={`M${cx - b.w * 0.2} ${top + 20}V${y + 10}M${cx + b.w * 0.2} ${top + 20}V${y + 10}`}
              class="tube"
            />
          {/if}
          {#if e.liquid_mL}
            <text
              x={cx}
              y={Math.min(floor - b.h * liquidPart(e) + 16, floor - 6)}
              text-anchor="middle"
              class="small teal plate">{short(e.liquid_mL)} mL</text
            >
          {/if}
        {/if}
      </g>
      {#if editable && e.liquid_mL && (e.element === 'absorber' || e.element === 'washer')}
        {@const hy = floor - b.h * liquidPart(e)}
        <g
          class="handle"
          role="slider"
          tabindex="0"
          aria-label={`Liquid in ${e.name}, mL`}
          aria-valuemin={RANGE[0]}
          aria-valuemax={RANGE[1]}
          aria-valuenow={e.liquid_mL}
          aria-valuetext={`${short(e.liquid_mL)} millilitres`}
          onpointerdown={(ev) => take(ev, e.n, e)}
          onkeydown={(ev) => press(ev, e.n, e)}
        >
          <rect x={x + b.w - 12} y={hy - 14} width="28" height="28" class="hit" />
          <rect x={x + b.w - 7} y={hy - 6} width="18" height="12" class="grip" />
          <path
            d={`M${x + b.w - 3} ${hy - 2}h10M${x + b.w - 3} ${hy + 2}h10M${x + b.w - 2} ${hy - 9}l4 -4l4 4M${x + b.w - 2} ${hy + 9}l4 4l4 -4`}
            class="ridge"
          />
        </g>
      {/if}
    {/each}
    {#if pulled >= 0}
      <line x1={centre(pulled + 1)} x2={centre(0) + 20} y1={top + 44} y2={top + 44} class="back" />
      <path d={`M${centre(0) + 28} ${top + 39}l-8 5l8 5`} class="back-head" />
      <text
        x={(centre(pulled + 1) + centre(pulled)) / 2}
        y={top + 39}
        text-anchor="middle"
        class="small rust plate">liquid pulled back at the end</text
      >
    {/if}

    <!-- hood or room -->
    {#if true}
      {@const x = wide * (columns - 1) + 14}
      <path d={`M${x} ${floor}V${top - 6}H${width - 14}V${floor}`} class={ends ? 'glass' : 'open'} />
      {#if end?.element !== 'room'}<path
          d={`M${(x + width) / 2} ${top + 10}v-26m-5 8l5 -8l5 8`}
          class="gas-arrow"
        />{/if}
      {#each a.gases.filter((g) => g.exposure?.['where']).slice(0, 3) as g, i (g.formula)}
        {@const f = g.exposure?.['face_ppm'] as { best: number | null } | undefined}
        <text x={x + 10} y={top + 60 + i * 38} class="small strong">{below(g.formula)}</text>
        <text
          x={x + 10}
          y={top + 76 + i * 38}
          class={`small ${f?.best === null || f?.best === undefined ? 'ochre' : ((g.exposure?.['of_limit'] as number) ?? 0) > 1 ? 'rust' : ''}`}
        >
          {f?.best === null || f?.best === undefined ? 'not established' : `${short(f.best)} ppm`}{g
            .exposure?.['limit_ppm']
            ? `, ${g.exposure['limit_kind']} ${short(g.exposure['limit_ppm'] as number)}`
            : ''}
        </text>
      {/each}
      {#if end?.element !== 'room'}<line
          x1={x + 6}
          x2={width - 22}
          y1={floor - 24}
          y2={floor - 24}
          class="sash"
        /><text x={x + 10} y={floor - 28} class="tiny">sash</text>{/if}
    {/if}
    <text x={centre(0)} y="18" text-anchor="middle" class="head">{line.of}</text>
    <text x={centre(0)} y="34" text-anchor="middle" class="tiny"
      >{vessel?.nominal_mL ? 'as written' : 'size not written'}</text
    >
    {#each inline as e, i (e.n)}
      <text x={centre(i + 1)} y="18" text-anchor="middle" class="head"
        >{words[e.element] ?? e.element}{e.volume_mL ? `, ${short(e.volume_mL)} mL` : ''}</text
      >
      <text x={centre(i + 1)} y="34" text-anchor="middle" class={e.by === 'reviewer' ? 'tiny ochre' : 'tiny'}
        >{e.by === 'reviewer' ? 'put by the reviewer' : e.strength || 'as written'}</text
      >
    {/each}
    <text x={centre(columns - 1)} y="18" text-anchor="middle" class="head"
      >{a.gases.some((g) => g.exposure?.['where'] === 'hood') ? 'Hood' : 'Room'}</text
    >
    <text x={centre(columns - 1)} y="34" text-anchor="middle" class={ends ? 'tiny' : 'tiny ochre'}
      >{ends ? 'as written' : 'the end is not written'}</text
    >
    <g transform="translate(8 44)">
      <rect width={scale * 10} height={scale * 10} class="measure" /><text
        x={scale * 10 + 5}
        y="12"
        class="tiny">100 mL</text
      >
    </g>
  </svg>
</div>

<style>
  .gas {
    fill: var(--violet);
    opacity: 0.16;
  }
  .gas-edge,
  .gas-arrow {
    stroke: var(--violet);
    stroke-width: 1.3;
    fill: none;
  }
  .liquid {
    fill: var(--teal-wash);
  }
  .edge {
    stroke: var(--ink);
    stroke-width: 1.4;
  }
  .level {
    stroke: var(--teal);
    stroke-width: 1.6;
  }
  .used {
    fill: var(--violet);
  }
  .glass,
  .tube {
    fill: none;
    stroke: var(--ink);
    stroke-width: 1.6;
  }
  .tube {
    stroke-width: 3;
    opacity: 0.8;
  }
  .open {
    fill: none;
    stroke: var(--ochre);
    stroke-width: 2;
    stroke-dasharray: 5 4;
  }
  .bath {
    fill: var(--rust-wash);
  }
  .teal-arrow {
    fill: none;
    stroke: var(--teal);
    stroke-width: 1.6;
  }
  .back {
    stroke: var(--rust);
    stroke-width: 1.5;
    stroke-dasharray: 2 4;
  }
  .back-head {
    fill: none;
    stroke: var(--rust);
    stroke-width: 1.5;
  }
  .sash {
    stroke: var(--soft);
    stroke-dasharray: 6 4;
  }
  .chosen {
    fill: var(--chosen);
  }
  .free {
    fill: transparent;
  }
  .handle {
    cursor: grab;
    outline: none;
    touch-action: none;
  }
  .handle:focus-visible .grip {
    stroke: var(--teal);
    stroke-width: 3;
  }
  .hit {
    fill: transparent;
  }
  .grip {
    fill: var(--sheet);
    stroke: var(--ink);
    stroke-width: 1.5;
  }
  .ridge {
    fill: none;
    stroke: var(--ink);
    stroke-width: 1.3;
  }
</style>
