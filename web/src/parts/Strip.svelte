<script lang="ts">
  import { drag, Keyed, nudge, within } from './handles';
  import { scaleLinear } from 'd3-scale';
  import type { Assessment, Failure, Spread, StepLine } from '../api/client';
  import { below, minutes, sentence, short } from '../lib/format';
  import { at, band, durationUnder, path, timeAxis } from './scale';

  interface Props {
    shown: Assessment;
    written: Assessment;
    trial: boolean;
    failed?: Failure | null;
    spread?: Spread | null;
    /** While a trial is computed. */
    busy?: boolean;
    /** Where this revision's curves and assessment are fetched as files. */
    files?: string;
    step: number | null;
    cursor: number | null;
    editable: boolean;
    onstep: (n: number) => void;
    oncursor: (t: number) => void;
    ondose: (n: number, minutes: number, done: boolean) => void;
    onbath: (n: number, celsius: number, done: boolean) => void;
    onlimit: (n: number, celsius: number, done: boolean) => void;
  }
  let {
    shown,
    written,
    trial,
    failed = null,
    spread = null,
    busy = false,
    files = '',
    step,
    cursor,
    editable,
    onstep,
    oncursor,
    ondose,
    onbath,
    onlimit,
  }: Props = $props();

  let width = $state(600);
  let height = $state(640);
  let table = $state(false);
  const left = 46;
  const later = $derived(shown.steps.filter((q) => beyond(q, shown)));
  const right = $derived(width - (later.length ? 108 : 16));
  const axis = $derived(timeAxis(shown, left, right));
  const x = $derived(axis.x);
  const s = $derived(shown.strip);
  const t = $derived(s.t_min ?? []);
  const last = $derived(axis.to);
  const ruled = $derived(shown.steps.filter((q) => !beyond(q, shown)));

  function axisEnd(a: Assessment): number {
    return Math.max(a.strip.t_min?.at(-1) ?? 0, (a.strip.quench?.['to'] as number | undefined) ?? 0);
  }
  /** Whether a step lies behind the axis, or so nearly that it has no room on the ruler: it is listed beside it. */
  function beyond(q: StepLine, a: Assessment): boolean {
    const end = axisEnd(a);
    const start = q.start_min ?? 0;
    return start >= end - 1e-6 || ((q.end_min ?? 0) > end + 1e-6 && start > 0.95 * end);
  }

  // lanes: temperature takes half of what is below the ruler
  const ruler = 74;
  const free = $derived(Math.max(height - ruler - 34, 300));
  const tempTop = $derived(ruler + 26);
  const lanes = $derived(shown.gas_lanes ?? []);
  /** What of a lane lies on the axis; less than a tenth of a millilitre a minute is none. */
  const onAxis = (l: NonNullable<Assessment['gas_lanes']>[number]) =>
    l.L_per_min.filter((v, i) => v > 1e-4 && (l.t_min[i] ?? 0) <= last + 1e-6);
  const gassy = $derived(lanes.some((l) => onAxis(l).length > 0));
  const laterGases = $derived(lanes.filter((l) => !onAxis(l).length).map((l) => l.formula));
  const tempBase = $derived(ruler + free * (gassy ? 0.42 : 0.5));
  const heatTop = $derived(tempBase + 34);
  const heatBase = $derived(ruler + free * (gassy ? 0.62 : 0.77));
  const gasTop = $derived(heatBase + 34);
  const gasBase = $derived(ruler + free * 0.81);
  /** Gases that come at a rate nobody can say. */
  const openGases = $derived(
    (shown.gases ?? []).filter((g) => !g.peak_L_per_min.established).map((g) => g.formula),
  );
  const levelTop = $derived(
    (gassy ? gasBase : openGases.length || laterGases.length ? heatBase + 24 : heatBase) + 34,
  );
  const gasMax = $derived(Math.max(1e-4, ...lanes.flatMap(onAxis)) * 1.1);
  const yG = $derived(scaleLinear([0, gasMax], [gasBase, gasTop]));
  /** When the first gas passes an absorber because what it holds is used up, min. */
  const usedUp = $derived(
    (shown.gas_lines ?? [])
      .flatMap((l) => l.elements.map((e) => e.through_min))
      .filter((v): v is number => v !== null && v !== undefined && v > 0 && v < last)
      .sort((p, q) => p - q)[0] ?? null,
  );
  const peaks = $derived(
    lanes.map((l) => {
      const i = l.L_per_min.reduce(
        (b, v, k, all) => (v > (all[b] ?? -1) && (l.t_min[k] ?? 0) <= last ? k : b),
        0,
      );
      return { formula: l.formula, t: l.t_min[i] ?? 0, v: l.L_per_min[i] ?? 0 };
    }),
  );
  const levelBase = $derived(ruler + free + 8);

  const frozen = $state<{ y: [number, number] | null }>({ y: null });
  const tempDomain = $derived.by((): [number, number] => {
    if (frozen.y) return frozen.y;
    const tops = [
      ...(s.pot_high_C ?? []),
      ...(s.mtsr_C ?? []),
      ...(trial ? (written.strip.pot_C ?? []) : []),
      ...(failed?.pot_C ?? []),
      ...(spread?.high_C ?? []),
    ];
    const top = Math.max(20, ...(s.limits ?? []).map((l) => (l['C'] ?? 0) + 6), ...tops);
    const low = Math.min(0, ...(s.bath_C ?? []), ...(s.pot_low_C ?? []));
    return [Math.floor((low - 2) / 5) * 5, Math.ceil((top + 2) / 5) * 5];
  });
  const yT = $derived(scaleLinear(tempDomain, [tempBase, tempTop]));
  const heatTopW = $derived(
    Math.max(5, ...(s.made_high_W ?? []), ...(s.removable_W ?? []).filter((v) => v < 500)) * 1.08,
  );
  const yW = $derived(scaleLinear([0, heatTopW], [heatBase, heatTop]));
  const vessel = $derived(shown.vessels.find((v) => v.name === shown.exotherm.vessel));
  const nominal = $derived(vessel?.nominal_mL ?? null);
  const levelMax = $derived(Math.max(nominal ?? 0, ...(s.volume_mL ?? [1])) * 1.05);
  const yL = $derived(scaleLinear([0, levelMax], [levelBase, levelTop]));

  const peakIndex = $derived(
    (s.pot_C ?? []).reduce((best, v, i, all) => (v > (all[best] ?? -1e9) ? i : best), 0),
  );
  const reacting = $derived(firstDose(ruled));
  const mtsrFrom = $derived(reacting?.start_min ?? 0);
  const mtsrShown = $derived((s.mtsr_C ?? []).map((v, i) => ((t[i] ?? 0) >= mtsrFrom - 1e-6 ? v : null)));
  const mtsrPeak = $derived(
    mtsrShown.reduce<number>((best, v, i, all) => ((v ?? -1e9) > (all[best] ?? -1e9) ? i : best), 0),
  );

  const apart = $derived(
    mtsrShown.some((v) => v !== null) && (mtsrShown[mtsrPeak] ?? 0) - (s.pot_C?.[peakIndex] ?? 0) > 2,
  );
  /** Height of the MTSR's label; the pot's own stays clear of it. */
  const mtsrLabel = $derived(
    apart ? Math.max(yT(mtsrShown[mtsrPeak] ?? 0) - 7, tempTop + 11) : Number.NEGATIVE_INFINITY,
  );

  /** Height of the peak's label: clear of the curve where it goes on flat, of the limits' labels and of the MTSR's. */
  function peakLabel(px: number, end: boolean): number {
    const peak = s.pot_C?.[peakIndex] ?? 0;
    const base = yT(peak);
    const later = s.pot_C?.[t.findIndex((m) => x(m) > px + 70)] ?? null;
    const flat = later !== null && Math.abs(later - peak) < 2;
    const from = end ? px - 120 : px + 8;
    const taken = (s.limits ?? []).map((l) => ({ x: x(l['from'] ?? 0), y: yT(l['C'] ?? 0) + 15 }));
    const clear = (y: number) =>
      y > Math.max(tempTop + 10, mtsrLabel + 15) &&
      y < tempBase - 4 &&
      !taken.some((l) => Math.abs(l.y - y) < 14 && l.x < from + 125 && l.x + 85 > from);
    const tried = end ? [-8, 18] : flat ? [18, -8, 32, -24] : [4, 18, -8, 32];
    const found = tried.find((d) => clear(base + d));
    return base + (found ?? (end ? -8 : 18));
  }
  function firstDose(steps: StepLine[]): StepLine | undefined {
    return steps.filter((q) => q.duration_path && q.kind !== 'hold').at(-1) ?? undefined;
  }
  const active = $derived(
    ruled.find((q) => q.n === step && q.duration_path && q.kind !== 'hold') ?? firstDose(ruled) ?? null,
  );
  const limitStep = $derived(
    active && active.limit_path && active.limit_anchor && active.limit_C !== null ? active : null,
  );
  const bathStep = $derived(active && active.bath_path && active.bath_C !== null ? active : null);

  const read = $derived.by(() => {
    if (cursor === null || !t.length) return null;
    return {
      pot: at(t, s.pot_C ?? [], cursor),
      bath: at(t, s.bath_C ?? [], cursor),
      mtsr: cursor >= mtsrFrom ? at(t, s.mtsr_C ?? [], cursor) : null,
      made: at(t, s.made_W ?? [], cursor),
      take: at(t, s.removable_W ?? [], cursor),
      level: at(t, s.volume_mL ?? [], cursor),
      left: s.unreacted?.length ? at(t, s.unreacted, cursor) : null,
    };
  });

  /** Room for the ridge of the dose that ends where this step begins. */
  const pad = (q: StepLine) =>
    active && Math.abs((active.end_min ?? -1) - (q.start_min ?? 0)) < 1e-6 ? 18 : 5;

  let svg = $state<SVGSVGElement>();
  function place(event: PointerEvent): [number, number] {
    const box = svg!.getBoundingClientRect();
    return [event.clientX - box.left, event.clientY - box.top];
  }

  const MINUTES = [0.5, 480] as const;
  const BATH = [-20, 40] as const;
  const LIMIT = [-80, 200] as const;

  function dragDose(event: PointerEvent, q: StepLine) {
    if (!editable) return;
    onstep(q.n);
    const start = (q.start_min ?? 0) - axis.from;
    const rest = axis.to - axis.from - ((q.end_min ?? 0) - (q.start_min ?? 0));
    const read = (e: PointerEvent) => {
      const raw = durationUnder((place(e)[0] - left) / (right - left), start, rest);
      return raw < 10 ? Math.round(raw * 2) / 2 : Math.round(raw);
    };
    drag(event, q.duration_min.best ?? 1, read, (v, done) => ondose(q.n, v, done));
  }

  const keyed = new Keyed();
  $effect(() => keyed.settle(busy));

  function keyDose(event: KeyboardEvent, q: StepLine) {
    const by = editable ? nudge(event, { PageUp: 10, PageDown: -10 }) : 0;
    if (!by) return;
    const far = by * (event.shiftKey ? 5 : 1);
    keyed.press(`dose ${q.n}`, q.duration_min.best ?? 1, far, MINUTES, (v) => ondose(q.n, v, true), busy);
  }

  /** A handle that moves up and down in the temperature lane; its axis stands still meanwhile. */
  function dragLevel(
    event: PointerEvent,
    from: number,
    range: readonly [number, number],
    tell: (v: number, done: boolean) => void,
  ) {
    if (!editable) return;
    frozen.y = [Math.min(tempDomain[0], from, -20), tempDomain[1]];
    const read = (e: PointerEvent) => within(range, Math.round(yT.invert(place(e)[1])));
    drag(event, from, read, tell, () => (frozen.y = null));
  }

  function keyLevel(
    event: KeyboardEvent,
    id: string,
    from: number,
    range: readonly [number, number],
    tell: (v: number, done: boolean) => void,
  ) {
    const by = editable ? nudge(event) : 0;
    if (by) keyed.press(id, from, by, range, (v) => tell(v, true), busy);
  }

  function moveCursor(event: PointerEvent) {
    const [px] = place(event);
    if (px >= left && px <= right) oncursor(x.invert(px));
  }

  function stacked(n: number): { code: string; severity: string; open: boolean }[] {
    const seen: { code: string; severity: string; open: boolean }[] = [];
    for (const f of shown.findings)
      if (f.step === n && !seen.some((k) => k.code === f.code))
        seen.push({ code: f.code, severity: f.severity, open: !f.established });
    return seen;
  }
  const codesAt = $derived.by(() => {
    let free = left;
    return ruled.flatMap((q) => {
      const codes = stacked(q.n);
      if (!codes.length) return [];
      const text =
        codes
          .slice(0, 2)
          .map((k) => k.code)
          .join(' ') + (codes.length > 2 ? ` +${codes.length - 2}` : '');
      const px = Math.max(x(q.start_min ?? 0), free);
      free = px + text.length * 7 + 18;
      return [{ n: q.n, px, text, first: codes[0]! }];
    });
  });
  const timeTicks = $derived(x.ticks(Math.max(3, Math.floor((right - left) / 110))));
  const rows = $derived(
    t.length ? Array.from({ length: 13 }, (_, i) => axis.from + ((t.at(-1)! - axis.from) * i) / 12) : [],
  );
  const oldDose = $derived(trial && active ? written.steps.find((q) => q.n === active.n) : undefined);
</script>

<div class="flex h-full min-h-0 flex-col">
  {#if !t.length}
    <div class="m-auto max-w-md p-8 text-center">
      <p class="text-ochre text-lg font-semibold">No curve is drawn</p>
      <p class="mt-2">{sentence(s.missing ?? 'nothing to draw')}</p>
    </div>
  {:else}
    <div class="min-h-0 flex-1" bind:clientWidth={width} bind:clientHeight={height}>
      <svg
        bind:this={svg}
        {width}
        {height}
        viewBox={`0 0 ${width} ${height}`}
        class="strip drawing block select-none"
        role="group"
        aria-label="Strip of temperature, heat, gas and level over time; the table below gives its values"
        onpointermove={(e) => e.buttons === 0 && moveCursor(e)}
        onpointerdown={moveCursor}
      >
        <defs>
          <pattern
            id="forbidden"
            width="7"
            height="7"
            patternUnits="userSpaceOnUse"
            patternTransform="rotate(45)"
          >
            <line x1="0" y1="0" x2="0" y2="7" class="hatch" />
          </pattern>
          <clipPath id="temp-lane"
            ><rect x={left} y={tempTop} width={right - left + 2} height={tempBase - tempTop + 2} /></clipPath
          >
          <clipPath id="gas-lane"
            ><rect
              x={left}
              y={gasTop - 4}
              width={right - left + 2}
              height={Math.max(gasBase - gasTop + 6, 0)}
            /></clipPath
          >
          <clipPath id="heat-lane"
            ><rect
              x={left}
              y={heatTop - 4}
              width={right - left + 2}
              height={heatBase - heatTop + 6}
            /></clipPath
          >
        </defs>

        <!-- ruler -->
        {#each ruled as q (q.n)}
          {@const a = x(q.start_min ?? 0)}
          {@const b = Math.min(x(q.end_min ?? 0), right)}
          <!-- svelte-ignore a11y_click_events_have_key_events, a11y_no_static_element_interactions -->
          <g onclick={() => onstep(q.n)} class="cursor-pointer">
            <rect
              x={a}
              y={8}
              width={Math.max(b - a, 1)}
              height={38}
              class={q.n === step ? 'chosen box' : 'box'}
            />
            {#if b - a > 10 + pad(q)}
              <text x={a + pad(q)} y={23} class="strong">{q.n}{b - a > 62 ? ` ${q.kind}` : ''}</text>
            {/if}
            {#if b - a > 39 + pad(q)}
              <text x={a + pad(q)} y={38} class="small soft">{minutes(q.duration_min.best ?? 0)}</text>
            {/if}
            <title>Step {q.n}: {q.text}</title>
          </g>
        {/each}
        {#if oldDose && active}
          {@const was = x((active.start_min ?? 0) + (oldDose.duration_min.best ?? 0))}
          {#if was > left && was < right}
            <line x1={was} x2={was} y1={8} y2={46} class="was" />
          {/if}
        {/if}
        {#each codesAt as c (c.n)}
          <g transform={`translate(${c.px} 52)`}>
            {#if c.first.severity === 'stop'}<rect width="5" height="12" class="rust-fill" />
            {:else if c.first.open}<line x1="2" x2="2" y1="0" y2="12" class="open-line" />
            {:else if c.first.severity === 'condition'}<rect
                x="0.75"
                y="0.75"
                width="5"
                height="10.5"
                class="hollow"
              />
            {:else}<line x1="2" x2="2" y1="0" y2="12" class="hair" />{/if}
            <text x="10" y="11" class="small">{c.text}</text>
          </g>
        {/each}
        {#if later.length}
          <g transform={`translate(${right + 6} 8)`}>
            <path d="M0 38l6 -38M6 38l6 -38" class="hair" />
            {#each later.slice(0, 3) as q, i (q.n)}
              <text x="20" y={11 + i * 14} class="small soft">{q.n} {q.kind.slice(0, 10)}</text>
            {/each}
          </g>
        {/if}

        <!-- temperature -->
        <text x={left} y={tempTop - 10} class="strong">Temperature <tspan class="soft">°C</tspan></text>
        {#if read}
          <text x={right} y={tempTop - 10} text-anchor="end" class="small">
            <tspan class="soft">at {short(cursor ?? 0)} min</tspan>
            {#if read.pot !== null}<tspan class="rust strong" dx="6">{short(read.pot)}</tspan> pot{/if}
            {#if read.bath !== null}<tspan class="teal strong" dx="6">{short(read.bath)}</tspan> bath{/if}
            {#if read.mtsr !== null}<tspan class="strong" dx="6">{short(read.mtsr)}</tspan> if cooling stops{/if}
          </text>
        {/if}
        {#each yT.ticks(5) as v (v)}
          <line x1={left} x2={right} y1={yT(v)} y2={yT(v)} class="grid" />
          <text x={left - 7} y={yT(v) + 4} text-anchor="end" class="tick">{short(v)}</text>
        {/each}
        <g clip-path="url(#temp-lane)">
          {#each s.limits ?? [] as l (l['step'])}
            <rect
              x={x(l['from'] ?? 0)}
              width={Math.max(x(l['to'] ?? 0) - x(l['from'] ?? 0), 0)}
              y={tempTop}
              height={Math.max(yT(l['C'] ?? 0) - tempTop, 0)}
              fill="url(#forbidden)"
            />
          {/each}
          <path d={band(t, s.pot_low_C ?? [], s.pot_high_C ?? [], x, yT)} class="rust-band" />
          <path d={path(t, s.bath_C ?? [], x, yT)} class="teal-line" />
          <path d={path(t, mtsrShown, x, yT)} class="ghost" />
          {#if trial}<path
              d={path(written.strip.t_min ?? [], written.strip.pot_C ?? [], x, yT)}
              class="asWritten"
            />{/if}
          <path d={path(t, s.pot_C ?? [], x, yT)} class="rust-line" />
          {#if spread}
            <path d={path(spread.t_min, spread.low_C, x, yT)} class="spread-line" />
            <path d={path(spread.t_min, spread.high_C, x, yT)} class="spread-line" />
          {/if}
          {#if failed}
            <path d={path(failed.t_min, failed.pot_C, x, yT)} class="failed-line" />
            <line x1={x(failed.at_min)} x2={x(failed.at_min)} y1={tempTop} y2={tempBase} class="failed-at" />
          {/if}
          {#each s.limits ?? [] as l (l['step'])}
            <line
              x1={x(l['from'] ?? 0)}
              x2={x(l['to'] ?? 0)}
              y1={yT(l['C'] ?? 0)}
              y2={yT(l['C'] ?? 0)}
              class="limit"
            />
          {/each}
          {#if s.quench}
            <line
              x1={x(s.quench['from'] ?? 0)}
              x2={x(s.quench['to'] ?? 0)}
              y1={yT(s.quench['best'] ?? 0)}
              y2={yT(s.quench['best'] ?? 0)}
              class="rust-line"
            />
          {/if}
        </g>
        {#each s.limits ?? [] as l, i (l['step'])}
          {#if i === 0 || l['C'] !== (s.limits ?? [])[i - 1]?.['C']}
            {@const wide = x(l['to'] ?? 0) - x(l['from'] ?? 0) > 110}
            <text x={x(l['from'] ?? 0) + (wide ? 6 : 2)} y={yT(l['C'] ?? 0) + 15} class="small plate"
              >{wide ? 'limit ' : ''}{short(l['C'] ?? 0)} °C</text
            >
          {/if}
        {/each}
        {#if failed && failed.high_C !== null}
          {@const fx = Math.min(x(failed.at_min + (failed.after_min ?? 0)), right)}
          {@const end = fx > right - 150}
          <text
            x={end ? fx - 10 : fx + 10}
            y={Math.min(Math.max(yT(failed.high_C) + 4, tempTop + 12), tempBase - 8)}
            text-anchor={end ? 'end' : 'start'}
            class="small rust strong plate">if it fails, up to {short(failed.high_C)} °C</text
          >
        {/if}
        {#if t.length}
          {@const px = x(t[peakIndex] ?? 0)}
          {#if (t[peakIndex] ?? 0) > mtsrFrom - 1e-6}
            {@const end = px > right - 170}
            <text
              x={end ? px - 10 : px + 10}
              y={peakLabel(px, end)}
              text-anchor={end ? 'end' : 'start'}
              class="small rust strong plate"
            >
              pot {short(s.pot_C?.[peakIndex] ?? 0)} °C, peak
            </text>
          {/if}
          {@const gx = x(t[mtsrPeak] ?? 0)}
          {#if apart}
            <text
              x={Math.min(Math.max(gx, left + 100), right - 110)}
              y={mtsrLabel}
              text-anchor="middle"
              class="small plate"
            >
              MTSR {short(mtsrShown[mtsrPeak] ?? 0)} °C if cooling stops
            </text>
          {/if}
          {#if s.quench}
            <text x={x(s.quench['to'] ?? 0) + 4} y={yT(s.quench['best'] ?? 0) - 6} class="small rust"
              >{short(s.quench['best'] ?? 0)} °C</text
            >
            <text x={x(s.quench['to'] ?? 0) + 4} y={yT(s.quench['best'] ?? 0) + 8} class="small soft"
              >on ice</text
            >
          {/if}
          <text x={left + 6} y={Math.min(yT(s.bath_C?.[0] ?? 0) + 14, tempBase - 3)} class="small teal"
            >bath</text
          >
        {/if}

        <!-- heat -->
        <text x={left} y={heatTop - 10} class="strong">Heat <tspan class="soft">W</tspan></text>
        {#if read}
          <text x={right} y={heatTop - 10} text-anchor="end" class="small">
            {#if read.made !== null}<tspan class="rust strong">{short(read.made)}</tspan> made{/if}
            {#if read.take !== null}<tspan class="teal strong" dx="6">{short(read.take)}</tspan> the bath can take
              at the limit{/if}
            {#if read.left !== null}<tspan class="strong" dx="6">{Math.round(read.left * 100)} %</tspan> unreacted{/if}
          </text>
        {/if}
        {#each yW.ticks(3) as v (v)}
          <line x1={left} x2={right} y1={yW(v)} y2={yW(v)} class="grid" />
          <text x={left - 7} y={yW(v) + 4} text-anchor="end" class="tick">{short(v)}</text>
        {/each}
        <g clip-path="url(#heat-lane)">
          <path d={band(t, s.made_W ?? [], s.made_high_W ?? [], x, yW)} class="rust-band" />
          <path d={path(t, s.removable_W ?? [], x, yW)} class="teal-line" />
          {#if trial}<path
              d={path(written.strip.t_min ?? [], written.strip.made_W ?? [], x, yW)}
              class="asWritten"
            />{/if}
          <path d={path(t, s.made_W ?? [], x, yW)} class="rust-line" />
        </g>

        {#if t.length}
          {@const top = (s.made_W ?? []).reduce((b, v, i, all) => (v > (all[b] ?? -1) ? i : b), 0)}
          {#if (s.made_W?.[top] ?? 0) > 1}
            {@const end = x(t[top] ?? 0) > right - 130}
            <text
              x={x(t[top] ?? 0) + (end ? -8 : 8)}
              y={Math.max(yW(s.made_W?.[top] ?? 0) - 7, heatTop + 8)}
              text-anchor={end ? 'end' : 'start'}
              class="small rust strong plate">made, {short(s.made_W?.[top] ?? 0)} W</text
            >
          {/if}
          {#if active}
            {@const early = x(active.start_min ?? 0) > left + 150}
            {@const when = early ? (active.start_min ?? 0) + 0.1 : (active.end_min ?? 0) - 0.1}
            {@const py = yW(at(t, s.removable_W ?? [], when) ?? 0)}
            <text
              x={Math.max(x(when) - 6, left + 148)}
              y={py < heatTop + 18 ? py + 27 : Math.min(py - 6, heatBase - 6)}
              text-anchor="end"
              class="small teal plate">bath takes at the limit</text
            >
          {/if}
        {/if}

        <!-- gas -->
        {#if gassy}
          <text x={left} y={gasTop - 10} class="strong"
            >Gas <tspan class="soft">L/min</tspan>{@render otherGases()}</text
          >
          {#if cursor !== null}
            <text x={right} y={gasTop - 10} text-anchor="end" class="small">
              {#each lanes as l (l.formula)}
                {@const v = at(l.t_min, l.L_per_min, cursor)}
                {#if v !== null && v > 1e-6}<tspan class="violet strong" dx="6">{short(v)}</tspan>
                  {l.formula}{/if}
              {/each}
            </text>
          {/if}
          {#each yG.ticks(2) as v (v)}
            <line x1={left} x2={right} y1={yG(v)} y2={yG(v)} class="grid" />
            <text x={left - 7} y={yG(v) + 4} text-anchor="end" class="tick">{short(v)}</text>
          {/each}
          <g clip-path="url(#gas-lane)">
            {#each lanes as l, i (l.formula)}
              <path
                d={path(l.t_min, l.L_per_min, x, yG)}
                class="violet-line"
                stroke-dasharray={i ? `${7 - i} 3` : 'none'}
              />
            {/each}
          </g>
          {#each peaks.filter((p) => p.v > 0.02 * gasMax && p.t <= last) as p, i (p.formula)}
            <text
              x={Math.min(x(p.t) + 6, right - 4)}
              y={Math.max(yG(p.v) + 14 + i * 14, gasTop + 10)}
              text-anchor={x(p.t) > right - 120 ? 'end' : 'start'}
              class="small violet plate">{below(p.formula)}, {short(p.v)} L/min</text
            >
          {/each}
          {#if usedUp !== null}
            <line x1={x(usedUp)} x2={x(usedUp)} y1={gasTop - 4} y2={gasBase} class="rust-mark" />
            <text x={x(usedUp) + 4} y={gasTop + 8} class="small rust plate">absorber used up</text>
          {/if}
        {/if}

        {#if !gassy && (openGases.length || laterGases.length)}
          <text x={left} y={gasTop - 10} class="strong">Gas {@render otherGases()}</text>
        {/if}

        <!-- level -->
        <text x={left} y={levelTop - 10} class="strong">Level <tspan class="soft">mL</tspan></text>
        {#if read && read.level !== null}
          <text x={right} y={levelTop - 10} text-anchor="end" class="small">
            <tspan class="teal strong">{short(read.level)}</tspan> in the {shown.exotherm.vessel}{nominal
              ? `, ${short((100 * read.level) / nominal)} % full`
              : ''}
          </text>
        {/if}
        {#each yL.ticks(2) as v (v)}
          <line x1={left} x2={right} y1={yL(v)} y2={yL(v)} class="grid" />
          <text x={left - 7} y={yL(v) + 4} text-anchor="end" class="tick">{short(v)}</text>
        {/each}
        <path
          d={`${path(t, s.volume_mL ?? [], x, yL)}L${x(t.at(-1) ?? 0)} ${levelBase}L${x(t[0] ?? 0)} ${levelBase}Z`}
          class="teal-area"
        />
        <path d={path(t, s.volume_mL ?? [], x, yL)} class="teal-line" />
        {#if s.volume_mL?.length}
          <text
            x={x(t.at(-1) ?? 0) - 4}
            y={yL(s.volume_mL.at(-1) ?? 0) - 6}
            text-anchor="end"
            class="small teal strong plate">{short(s.volume_mL.at(-1) ?? 0)} mL</text
          >
        {/if}
        {#if nominal}
          <line x1={left} x2={right} y1={yL((nominal * 2) / 3)} y2={yL((nominal * 2) / 3)} class="dashes" />
          <text x={left + 6} y={yL((nominal * 2) / 3) - 4} class="small soft">two thirds of the flask</text>
        {/if}

        <!-- time -->
        {#each timeTicks.filter((v) => cursor === null || Math.abs(x(v) - x(cursor)) > 50) as v (v)}
          <text x={x(v)} y={levelBase + 18} text-anchor="middle" class="tick"
            >{short(v)}{v === timeTicks[0] ? ' min' : ''}</text
          >
        {/each}
        {#if cursor !== null && cursor >= axis.from && cursor <= last}
          <line x1={x(cursor)} x2={x(cursor)} y1={ruler} y2={levelBase} class="cursor-line" />
          <g transform={`translate(${x(cursor)} ${levelBase + 13})`}>
            <rect x="-32" y="-9" width="64" height="18" class="cursor-box" />
            <text text-anchor="middle" y="4" class="small cursor-text">{cursor.toFixed(1)} min</text>
          </g>
        {/if}

        <!-- handles -->
        {#each ruled.filter((q) => q.duration_path && (q.kind !== 'hold' || q.n === step) && q.duration_anchor) as q (q.n)}
          {@const px = x(q.end_min ?? 0)}
          {#if q.n === active?.n || q.n === step}
            <g
              class="handle"
              role="slider"
              tabindex="0"
              aria-label={`Duration of step ${q.n}, minutes`}
              aria-valuemin={MINUTES[0]}
              aria-valuemax={MINUTES[1]}
              aria-valuenow={q.duration_min.best ?? 0}
              aria-valuetext={`${short(q.duration_min.best ?? 0)} minutes`}
              aria-disabled={!editable}
              onpointerdown={(e) => dragDose(e, q)}
              onkeydown={(e) => keyDose(e, q)}
            >
              <line x1={px} x2={px} y1={ruler - 8} y2={tempBase} class="handle-line" />
              <rect x={px - 14} y={15} width="28" height="26" class="handle-hit" />
              <rect x={px - 8} y={16} width="16" height="24" class="handle-box" />
              <path d={`M${px - 2.5} 22v12M${px + 2.5} 22v12`} class="ridge" />
              <path d={`M${px - 11} 24l-4 4l4 4M${px + 11} 24l4 4l-4 4`} class="chevron" />
            </g>
          {/if}
        {/each}
        {#if limitStep}
          {@const px = x(limitStep.end_min ?? 0) - 16}
          {@const py = yT(limitStep.limit_C ?? 0)}
          <g
            class="handle"
            role="slider"
            tabindex="0"
            aria-label={`Limit of step ${limitStep.n}, °C`}
            aria-valuemin={LIMIT[0]}
            aria-valuemax={LIMIT[1]}
            aria-valuenow={limitStep.limit_C ?? 0}
            aria-valuetext={`${short(limitStep.limit_C ?? 0)} degrees Celsius`}
            aria-disabled={!editable}
            onpointerdown={(e) =>
              dragLevel(e, limitStep.limit_C ?? 0, LIMIT, (v, done) => onlimit(limitStep.n, v, done))}
            onkeydown={(e) =>
              keyLevel(e, `limit ${limitStep.n}`, limitStep.limit_C ?? 0, LIMIT, (v, done) =>
                onlimit(limitStep.n, v, done),
              )}
          >
            <rect x={px - 14} y={py - 12} width="28" height="24" class="handle-hit" />
            <rect x={px - 9} y={py - 5} width="18" height="10" class="handle-box" />
            <path d={`M${px - 5} ${py}h10`} class="ridge" />
            <path d={`M${px - 4} ${py - 8}l4 -4l4 4M${px - 4} ${py + 8}l4 4l4 -4`} class="chevron" />
          </g>
        {/if}
        {#if bathStep}
          {@const px = (x(bathStep.start_min ?? 0) + x(bathStep.end_min ?? 0)) / 2}
          {@const py = yT(bathStep.bath_C ?? 0)}
          <g
            class="handle"
            role="slider"
            tabindex="0"
            aria-label="Bath temperature, °C"
            aria-valuemin={BATH[0]}
            aria-valuemax={BATH[1]}
            aria-valuenow={bathStep.bath_C ?? 0}
            aria-valuetext={`${short(bathStep.bath_C ?? 0)} degrees Celsius`}
            aria-disabled={!editable}
            onpointerdown={(e) =>
              dragLevel(e, bathStep.bath_C ?? 0, BATH, (v, done) => onbath(bathStep.n, v, done))}
            onkeydown={(e) =>
              keyLevel(e, 'bath', bathStep.bath_C ?? 0, BATH, (v, done) => onbath(bathStep.n, v, done))}
          >
            <rect x={px - 14} y={py - 15} width="28" height="30" class="handle-hit" />
            <rect x={px - 11} y={py - 7} width="22" height="14" class="handle-box" />
            <path d={`M${px - 6} ${py - 2.5}h12M${px - 6} ${py + 2.5}h12`} class="ridge" />
            <path d={`M${px - 4} ${py - 10}l4 -4l4 4M${px - 4} ${py + 10}l4 4l4 -4`} class="chevron" />
          </g>
        {/if}
      </svg>
    </div>
  {/if}
  {#if t.length}
    <div class="pb-1 pl-12">
      <button class="link text-[13px]" aria-expanded={table} onclick={() => (table = !table)}
        >{table ? 'Hide the table' : 'Values as a table'}</button
      >
      {#if files && !trial}
        <span class="files text-soft ml-3 text-[13px]"
          >as files: <a class="link" href={`${files}/curves.csv`} download>curves, CSV</a>,
          <a class="link" href={`${files}/charges.csv`} download>charges, CSV</a>,
          <a class="link" href={`${files}/assessment.json`} download>assessment, JSON</a>,
          <a class="link" href={`${files}/procedure.json`} download>procedure, JSON</a></span
        >
      {/if}
    </div>
    {#if table}
      <!-- svelte-ignore a11y_no_noninteractive_tabindex -->
      <div
        class="max-h-56 overflow-auto px-12 pb-2"
        tabindex="0"
        role="region"
        aria-label="Values of the strip"
      >
        <table class="w-full text-[13px]">
          <thead
            ><tr
              ><th class="num">min</th><th class="num">pot °C</th><th class="num">band °C</th><th class="num"
                >bath °C</th
              ><th class="num">MTSR °C</th><th class="num">made W</th>{#each lanes as l (l.formula)}<th
                  class="num">{l.formula} L/min</th
                >{/each}<th class="num">unreacted %</th><th class="num">level mL</th></tr
            ></thead
          >
          <tbody>
            {#each rows as r (r)}
              <tr>
                <td class="num">{r.toFixed(1)}</td>
                {#each [at(t, s.pot_C ?? [], r)] as v, i (i)}<td class="num"
                    >{v === null ? '' : v.toFixed(1)}</td
                  >{/each}
                <td class="num"
                  >{(at(t, s.pot_low_C ?? [], r) ?? 0).toFixed(0)} to {(
                    at(t, s.pot_high_C ?? [], r) ?? 0
                  ).toFixed(0)}</td
                >
                <td class="num">{(at(t, s.bath_C ?? [], r) ?? 0).toFixed(1)}</td>
                <td class="num">{(at(t, s.mtsr_C ?? [], r) ?? 0).toFixed(0)}</td>
                <td class="num">{(at(t, s.made_W ?? [], r) ?? 0).toFixed(1)}</td>
                {#each lanes as l (l.formula)}<td class="num"
                    >{(at(l.t_min, l.L_per_min, r) ?? 0).toPrecision(2)}</td
                  >{/each}
                <td class="num"
                  >{s.unreacted?.length ? (100 * (at(t, s.unreacted, r) ?? 0)).toFixed(0) : ''}</td
                >
                <td class="num">{(at(t, s.volume_mL ?? [], r) ?? 0).toFixed(0)}</td>
              </tr>
            {/each}
          </tbody>
        </table>
      </div>
    {/if}
  {/if}
</div>

{#snippet otherGases()}
  {#if openGases.length}<tspan class="ochre" dx="6"
      >{openGases.map(below).join(', ')}: rate not established</tspan
    >{/if}{#if laterGases.length}<tspan class="soft" dx="8"
      >{laterGases.map(below).join(', ')} after what is drawn</tspan
    >{/if}
{/snippet}

<style>
  .hatch {
    stroke: var(--soft);
    stroke-width: 0.9;
    opacity: 0.45;
  }
  .box {
    fill: var(--sheet);
    stroke: var(--rule);
  }
  .chosen {
    fill: var(--chosen);
    stroke: var(--teal);
  }
  .grid {
    stroke: var(--rule);
    stroke-width: 1;
  }
  .hair {
    stroke: var(--ink);
    stroke-width: 1;
    fill: none;
  }
  .hollow {
    fill: none;
    stroke: var(--ink);
    stroke-width: 1.5;
  }
  .open-line {
    stroke: var(--ochre);
    stroke-width: 4;
    stroke-dasharray: 3 2;
  }
  .was {
    stroke: var(--soft);
    stroke-dasharray: 3 3;
  }
  .rust-fill {
    fill: var(--rust);
  }
  .rust-band {
    fill: var(--rust-wash);
    opacity: 0.85;
  }
  .rust-line {
    fill: none;
    stroke: var(--rust);
    stroke-width: 2.2;
  }
  .teal-line {
    fill: none;
    stroke: var(--teal);
    stroke-width: 1.8;
  }
  .violet-line {
    fill: none;
    stroke: var(--violet);
    stroke-width: 1.9;
  }
  .rust-mark {
    stroke: var(--rust);
    stroke-width: 1.5;
  }
  .teal-area {
    fill: var(--teal-wash);
  }
  .spread-line {
    fill: none;
    stroke: var(--rust);
    stroke-width: 1.2;
    stroke-dasharray: 1.5 3.5;
  }
  .failed-line {
    fill: none;
    stroke: var(--rust);
    stroke-width: 1.75;
    stroke-dasharray: 7 4;
  }
  .failed-at {
    stroke: var(--rust);
    stroke-width: 1;
    stroke-dasharray: 1 3;
  }
  .ghost {
    fill: none;
    stroke: var(--ink);
    stroke-width: 1.8;
    stroke-dasharray: 1.5 3.5;
    stroke-linecap: round;
  }
  .asWritten {
    fill: none;
    stroke: var(--rust);
    stroke-width: 1.1;
    stroke-dasharray: 5 4;
  }
  .limit {
    stroke: var(--ink);
    stroke-width: 1.5;
  }
  .dashes {
    stroke: var(--soft);
    stroke-dasharray: 5 4;
  }
  .cursor-line {
    stroke: var(--ink);
    stroke-width: 1;
    opacity: 0.7;
    pointer-events: none;
  }
  .cursor-box {
    fill: var(--ink);
  }
  .cursor-text {
    fill: var(--paper);
  }
  .handle {
    cursor: grab;
    outline: none;
    touch-action: none;
  }
  .handle:focus-visible .handle-box {
    stroke: var(--teal);
    stroke-width: 3;
  }
  .handle-hit {
    fill: transparent;
  }
  .handle-line {
    stroke: var(--ink);
    stroke-width: 1;
    stroke-dasharray: 2 3;
  }
  .handle-box {
    fill: var(--sheet);
    stroke: var(--ink);
    stroke-width: 1.5;
  }
  .ridge,
  .chevron {
    stroke: var(--ink);
    stroke-width: 1.5;
    fill: none;
  }
</style>
