<script lang="ts">
  import { scaleLinear } from 'd3-scale';
  import type { Row } from '../../api/client';
  import { path } from '../../parts/scale';

  let { of }: { of: Row['silhouette'] } = $props();
  const W = 200;
  const H = 44;
  const t = $derived(of?.t_min ?? []);
  const x = $derived(scaleLinear([t[0] ?? 0, t.at(-1) ?? 1], [1, W - 1]));
  const top = $derived(
    Math.max(20, ...(of?.pot_C ?? []), ...(of?.limits ?? []).map((l) => (l['C'] ?? 0) * 1.3)),
  );
  const y = $derived(scaleLinear([Math.min(0, ...(of?.pot_C ?? [])), top], [H - 3, 3]));
</script>

{#if of && t.length}
  <svg width={W} height={H} role="img" aria-label="Pot temperature over time against its limits">
    <defs
      ><pattern
        id="hatch-small"
        width="5"
        height="5"
        patternUnits="userSpaceOnUse"
        patternTransform="rotate(45)"><line x1="0" x2="0" y1="0" y2="5" class="h" /></pattern
      ></defs
    >
    {#each of.limits as l (l['step'])}
      <rect
        x={x(l['from'] ?? 0)}
        width={Math.max(x(l['to'] ?? 0) - x(l['from'] ?? 0), 0)}
        y="1"
        height={Math.max(y(l['C'] ?? 0) - 1, 0)}
        fill="url(#hatch-small)"
      />
      <line x1={x(l['from'] ?? 0)} x2={x(l['to'] ?? 0)} y1={y(l['C'] ?? 0)} y2={y(l['C'] ?? 0)} class="l" />
    {/each}
    <path d={`${path(t, of.pot_C, x, y)}L${x(t.at(-1) ?? 0)} ${y(0)}L${x(t[0] ?? 0)} ${y(0)}Z`} class="a" />
    <path d={path(t, of.pot_C, x, y)} class="p" />
  </svg>
{:else}
  <span class="text-ochre">no curve: not established</span>
{/if}

<style>
  .h {
    stroke: var(--soft);
    opacity: 0.5;
  }
  .l {
    stroke: var(--ink);
    stroke-width: 1.2;
  }
  .a {
    fill: var(--rust-wash);
  }
  .p {
    fill: none;
    stroke: var(--rust);
    stroke-width: 1.6;
  }
</style>
