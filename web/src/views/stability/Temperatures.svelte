<script lang="ts">
  import type { Assessment } from '../../api/client';

  let { a }: { a: Assessment } = $props();
  interface Row {
    name: string;
    low: number;
    best: number;
    high: number;
    open: boolean;
    note: string;
  }
  const x = $derived(a.exotherm);
  const rows = $derived.by(() => {
    const out: Row[] = [];
    const of = (name: string, f: Assessment['exotherm']['MTSR_C'], note = '') => {
      if (f.established && f.best !== null)
        out.push({ name, low: f.low ?? f.best, best: f.best, high: f.high ?? f.best, open: false, note });
    };
    if (x.process_T_C !== null)
      out.push({
        name: 'process',
        low: x.process_T_C,
        best: x.process_T_C,
        high: x.process_T_C,
        open: false,
        note: '',
      });
    of('MTSR', x.MTSR_C, 'if cooling stops at the worst moment');
    of('boils', x.MTT_C);
    if (x.TD24_C.established) of('TD24', x.TD24_C, 'measured; a day to the maximum rate');
    else if (x.TD24_bound_C !== null)
      out.push({
        name: 'TD24',
        low: x.TD24_bound_C,
        best: x.TD24_bound_C,
        high: Infinity,
        open: true,
        note: 'at least, by class',
      });
    return out;
  });
  const low = $derived(Math.min(0, ...rows.map((r) => r.low)) - 5);
  const high = $derived(
    Math.max(100, ...rows.map((r) => (Number.isFinite(r.high) ? r.high : r.best + 20))) + 10,
  );
  const at = (v: number) => ((Math.min(v, high) - low) / (high - low)) * 100;
  const minus = (v: number) => String(Math.round(v)).replace('-', '−');
  const words = (r: Row) =>
    r.open
      ? `${minus(r.best)} °C or more`
      : Math.round(r.low) === Math.round(r.high)
        ? `${minus(r.best)} °C`
        : `${minus(r.best)} °C (${minus(r.low)} to ${minus(r.high)})`;
</script>

<ul>
  {#each rows as r (r.name)}
    <li class="border-rule border-b py-1.5">
      <div class="flex items-baseline gap-2">
        <span class="font-semibold">{r.name}</span>
        <span class="num ml-auto" class:text-ochre={r.open}>{words(r)}</span>
      </div>
      <div class="track" aria-hidden="true">
        <span
          class="span"
          class:open={r.open}
          style={`left:${at(r.low)}%;width:${Math.max(at(r.high) - at(r.low), 0.8)}%`}
        ></span>
        <span class="best" style={`left:${at(r.best)}%`}></span>
      </div>
      {#if r.note}<p class="text-soft text-[13px] leading-tight">{r.note}</p>{/if}
    </li>
  {/each}
</ul>

<style>
  .track {
    position: relative;
    height: 12px;
  }
  .span {
    position: absolute;
    top: 3px;
    height: 6px;
    background: color-mix(in srgb, var(--rust) 35%, transparent);
  }
  .open {
    background: none;
    border-top: 2px dashed var(--ochre);
    top: 6px;
  }
  .best {
    position: absolute;
    top: 0;
    height: 12px;
    width: 2px;
    background: var(--ink);
  }
</style>
