<script lang="ts">
  import type { Assessment, QuenchLine } from '../../api/client';
  import { short } from '../../lib/format';

  interface Props {
    a: Assessment;
    quench: QuenchLine | null;
  }
  let { a, quench }: Props = $props();
  let width = $state(1000);
  const height = 224;
  const floor = 176;

  interface Drawn {
    title: string;
    note: string;
    open: boolean;
    kind: 'flask' | 'beaker';
    size: number;
    held: number | null;
    ice: number;
    colour: 'warm' | 'cold' | 'open';
    label: string;
  }
  const source = $derived(a.vessels.find((v) => v.name === a.exotherm.vessel) ?? a.vessels[0]);
  const target = $derived(quench ? a.vessels.find((v) => v.name === quench.vessel) : undefined);
  const end = $derived(quench?.end_T_C?.best ?? null);
  const drawn = $derived.by((): Drawn[] => {
    const out: Drawn[] = [];
    const held = a.strip.volume_mL?.at(-1) ?? source?.max_volume_mL ?? null;
    if (source)
      out.push({
        title: source.name,
        note: source.nominal_mL ? 'before the quench' : 'size not written',
        open: !source.nominal_mL,
        kind: 'flask',
        size: source.nominal_mL ?? 250,
        held,
        ice: 0,
        colour: 'warm',
        label: held ? `${short(held)} mL` : '',
      });
    if (quench && target && quench.ice_g.length) {
      const size = target.nominal_mL ?? Math.max((target.max_volume_mL ?? 500) * 1.5, 500);
      const note = target.nominal_mL ? 'as written' : 'size not written';
      out.push({
        title: `${target.name}, before`,
        note,
        open: !target.nominal_mL,
        kind: 'beaker',
        size,
        held: null,
        ice: quench.offered_g ?? 0,
        colour: 'cold',
        label: quench.offered_g ? `${short(quench.offered_g)} g ice` : 'no ice written',
      });
      out.push({
        title: `${target.name}, after`,
        note: end === null ? 'not established' : `ends at ${short(end)} °C`,
        open: end === null,
        kind: 'beaker',
        size,
        held: target.max_volume_mL,
        ice: 0,
        colour: end !== null && end > (quench.limit_C ?? 25) ? 'warm' : 'cold',
        label: target.max_volume_mL ? `${short(target.max_volume_mL)} mL` : '',
      });
    }
    if (a.dump)
      out.push({
        title: 'Dump',
        note: a.dump.container_mL ? 'for the worst moment' : 'not established',
        open: true,
        kind: 'beaker',
        size: a.dump.container_mL ?? 1000,
        held: null,
        ice: a.dump.ice_g ?? 0,
        colour: 'open',
        label:
          typeof a.dump.solvent_mL === 'number'
            ? `no ice: ${sparing(a.dump.solvent_mL, 'mL', 'L')} of cold dry solvent`
            : a.dump.ice_g !== null && a.dump.container_mL !== null
              ? `wants ${sparing(a.dump.ice_g, 'g', 'kg')} of ice, ${short(a.dump.container_mL / 1000)} L`
              : a.dump.acted_on
                ? 'no ice, no water; not established'
                : 'not established',
      });
    return out;
  });
  /** What a dump takes: below a tenth of a litre or kilogram nobody measures it. */
  function sparing(x: number, small: string, large: string): string {
    return x < 100
      ? `up to 100 ${small}`
      : x < 1000 && small === 'mL'
        ? `${short(x)} mL`
        : `${short(x / 1000)} ${large}`;
  }
  const wide = $derived(width / Math.max(drawn.length, 1));
  const scale = $derived(
    Math.min(
      116 / Math.sqrt(Math.max(...drawn.map((d) => d.size), 1)),
      (wide * 0.6) / Math.sqrt(Math.max(...drawn.map((d) => d.size), 1)),
    ),
  );
  const cubes = (n: number) => Array.from({ length: n }, (_, i) => i);
  const id = $props.id();
</script>

<div bind:clientWidth={width}>
  <svg
    {width}
    {height}
    viewBox={`0 0 ${width} ${height}`}
    class="drawing"
    role="img"
    aria-label="Vessels before and after the quench and the dump, areas drawn to volume"
  >
    <line x1="0" x2={width} y1={floor} y2={floor} class="ground" />
    {#each drawn as d, i (d.title)}
      {@const cx = wide * (i + 0.5)}
      {@const side = scale * Math.sqrt(d.size)}
      {@const r = side * 0.54}
      {@const w = side * 0.96}
      {@const h = side * 1.04}
      {#if i}<line x1={wide * i} x2={wide * i} y1="0" y2={height} class="rule" />{/if}
      <text x={cx} y="16" text-anchor="middle" class="head">{d.title}</text>
      <text x={cx} y="32" text-anchor="middle" class={d.open ? 'tiny ochre' : 'tiny'}>{d.note}</text>
      {#if d.kind === 'flask'}
        <clipPath id={`${id}-${i}`}><circle {cx} cy={floor - r} {r} /></clipPath>
        {#if d.held}
          <rect
            x={cx - r}
            y={floor - 2 * r * Math.min(d.held / d.size, 1)}
            width={2 * r}
            height={2 * r}
            class={d.colour}
            clip-path={`url(#${id}-${i})`}
          />
        {/if}
        <path
          d={`M${cx - r * 0.24} ${floor - 2 * r - 16}V${floor - 2 * r + 3}M${cx + r * 0.24} ${floor - 2 * r - 16}V${floor - 2 * r + 3}`}
          class="glass"
        />
        <circle {cx} cy={floor - r} {r} class={d.open ? 'open-line' : 'glass'} />
      {:else}
        {#if d.held}<rect
            x={cx - w / 2}
            y={floor - h * Math.min(d.held / d.size, 1)}
            width={w}
            height={h * Math.min(d.held / d.size, 1)}
            class={d.colour}
          />{/if}
        {#if d.ice}
          {@const n = Math.max(3, Math.min(40, Math.round((30 * d.ice) / d.size)))}
          {@const per = Math.max(3, Math.floor(w / 13))}
          {#each cubes(n) as k (k)}
            <rect
              x={cx - w / 2 + 3 + (k % per) * 12.5}
              y={floor - 13 - Math.floor(k / per) * 12}
              width="11"
              height="10"
              class="cube"
              transform={`rotate(${((k * 37) % 13) - 6} ${cx - w / 2 + 8 + (k % per) * 12.5} ${floor - 8 - Math.floor(k / per) * 12})`}
            />
          {/each}
        {/if}
        <path
          d={`M${cx - w / 2 - 4} ${floor - h - 5}L${cx - w / 2} ${floor - h}V${floor}H${cx + w / 2}V${floor - h}`}
          class={d.open ? 'open-line' : 'glass'}
        />
      {/if}
      <text
        x={cx}
        y={floor + 18}
        text-anchor="middle"
        class={`small ${d.colour === 'warm' ? 'rust' : d.colour === 'cold' ? 'teal' : 'ochre'}`}
        >{d.label}</text
      >
    {/each}
    {#if quench?.ice_g.length && drawn.length > 1}
      <path
        d={`M${wide * 0.5 + 26} 64C${wide * 0.8} 38 ${wide * 1.3} 40 ${wide * 1.5 - 6} 70m-11 -4l11 4l2 -12`}
        class="pour"
      />
    {/if}
    <g transform="translate(8 44)"
      ><rect width={Math.max(scale * 10, 2)} height={Math.max(scale * 10, 2)} class="measure" /><text
        x={scale * 10 + 6}
        y="12"
        class="tiny">100 mL</text
      ></g
    >
  </svg>
</div>

<style>
  rect.warm {
    fill: var(--rust-wash);
  }
  rect.cold,
  .cube {
    fill: var(--teal-wash);
  }
  .cube {
    stroke: var(--teal);
  }
  .glass {
    fill: none;
    stroke: var(--ink);
    stroke-width: 1.6;
  }
  .open-line {
    fill: none;
    stroke: var(--ochre);
    stroke-width: 2;
    stroke-dasharray: 5 4;
  }
  .pour {
    fill: none;
    stroke: var(--ink);
    stroke-width: 1.5;
  }
</style>
