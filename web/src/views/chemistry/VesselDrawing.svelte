<script lang="ts">
  interface Props {
    kind: string;
    fill: number | null;
  }
  let { kind, fill }: Props = $props();
  const level = $derived(Math.min(Math.max(fill ?? 0.4, 0.05), 1));
  const round = $derived(/flask|generator|boiler|still/i.test(kind));
  const funnel = $derived(/funnel/i.test(kind));
  const id = $props.id();
</script>

<svg width="72" height="76" viewBox="0 0 72 76" aria-hidden="true">
  <defs>
    <clipPath id={`${id}-clip`}>
      {#if round}<circle cx="36" cy="47" r="25" />{:else if funnel}<path
          d="M14 24 Q36 12 58 24 L40 62 H32 Z"
        />{:else}<path d="M14 20 H58 V70 H14 Z" />{/if}
    </clipPath>
  </defs>
  <rect
    x="0"
    y={72 - 50 * level}
    width="72"
    height={50 * level}
    fill="var(--teal-wash)"
    clip-path={`url(#${id}-clip)`}
  />
  <line
    x1="0"
    x2="72"
    y1={72 - 50 * level}
    y2={72 - 50 * level}
    stroke="var(--teal)"
    clip-path={`url(#${id}-clip)`}
  />
  <g fill="none" stroke="var(--ink)" stroke-width="1.4">
    {#if round}
      <path d="M29 3 V23 A25 25 0 1 0 43 23 V3" />
    {:else if funnel}
      <path d="M31 6 H41 M33 6 V17 Q18 18 14 24 L32 62 V72 M39 6 V17 Q54 18 58 24 L40 62 V72" />
    {:else if /bottle|jar|can/i.test(kind)}
      <path d="M26 6 H46 M28 6 V15 Q14 18 14 26 V70 H58 V26 Q58 18 44 15 V6" />
    {:else}
      <path d="M11 14 L14 20 V70 H58 V20 L61 14" />
    {/if}
  </g>
</svg>
