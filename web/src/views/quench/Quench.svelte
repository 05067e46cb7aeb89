<script lang="ts">
  import { onMount } from 'svelte';
  import { type Assessment, type QuenchLine } from '../../api/client';
  import { clipped, figureText, short } from '../../lib/format';
  import { newest } from '../../lib/revision.svelte';
  import { inner, route } from '../../lib/route.svelte';
  import { session } from '../../lib/session.svelte';
  import Bar from '../../parts/Bar.svelte';
  import Foot from '../../parts/Foot.svelte';
  import KeyMap from '../../parts/KeyMap.svelte';
  import Waiting from '../../parts/Waiting.svelte';
  import { bindKeys } from '../../parts/keys';
  import IceCurve from './IceCurve.svelte';
  import Vessels from './Vessels.svelte';

  let { id }: { id: number } = $props();
  let title = $state('');
  let number = $state<number | null>(null);
  let a = $state.raw<Assessment | null>(null);
  let message = $state('');
  let showKeys = $state(false);

  const lines = $derived((a?.quench ?? []) as QuenchLine[]);
  const onIce = $derived(lines.find((q) => q.ice_g.length) ?? null);
  /** Leftovers, each with its schools; what the text itself does is marked. */
  const groups = $derived.by(() => {
    const out: {
      leftover: string;
      step: number | null;
      destroyed: number | null;
      first: QuenchLine;
      all: QuenchLine[];
    }[] = [];
    for (const q of lines) {
      const known = out.find((g) => g.leftover === q.leftover && g.step === q.step);
      if (known) known.all.push(q);
      else out.push({ leftover: q.leftover, step: q.step, destroyed: q.destroyed, first: q, all: [q] });
    }
    return out;
  });
  const about = $derived(
    (a?.findings ?? []).filter(
      (f) =>
        f.code.startsWith('Q') ||
        f.code === 'H10' ||
        f.code === 'S04' ||
        (!f.established && order.some((s) => s.n === f.step)),
    ),
  );
  const ready = $derived(a?.dump?.ready ?? []);
  const order = $derived(
    (a?.steps ?? []).filter((s) =>
      ['quench', 'destroy', 'neutralise', 'extract', 'filter', 'distil', 'dry', 'store'].includes(s.kind),
    ),
  );
  const keys: [string, string][] = [
    ['t', 'gas train'],
    ['b', 'desk'],
    ['?', 'all keys'],
  ];
  onMount(() => {
    newest(id)
      .then((p) => {
        title = p.title;
        number = p.number;
        a = p.assessment;
      })
      .catch((e: unknown) => (message = session.said(e)));
    return bindKeys({
      b: () => route.go(`/desk/${id}`),
      t: () => route.go(`/train/${id}`),
      g: () => route.go('/'),
      'Shift+?': () => (showKeys = true),
    });
  });
</script>

<svelte:head><title>Quench and dump of {title || '…'} · Northsquall</title></svelte:head>
<div class="flex h-full flex-col">
  <Bar title={title || 'Quench and dump'} detail={number ? `revision ${number}` : ''} {id}>
    <a class="filled" href={`/decision/${id}`} onclick={inner}>Decide</a>
  </Bar>
  {#if !a}
    <Waiting {message} />
  {:else}
    <!-- svelte-ignore a11y_no_noninteractive_tabindex -->
    <main class="min-h-0 flex-1 overflow-auto" tabindex="0" aria-label="Quench, work-up and dump">
      <Vessels {a} quench={onIce} />
      <div class="border-rule grid min-h-[calc(100%-226px)] grid-cols-[minmax(0,1fr)_330px_330px] border-t">
        <section class="min-w-0 px-4 py-2" aria-label="What is left, and what destroys it">
          {#if groups.length}
            <table class="w-full">
              <thead>
                <tr class="border-ink border-b">
                  <th class="py-1 text-left">what is left</th><th class="num pl-3">mol</th><th
                    class="pl-4 text-left">what destroys it</th
                  ><th class="num pl-3">mol</th><th class="num pl-3">g</th><th class="num pl-3">kJ</th><th
                    class="pl-4 text-left">how you know</th
                  >
                </tr>
              </thead>
              <tbody>
                {#each groups as g (g.leftover + g.step)}
                  {#each g.all as q, i (i)}
                    <tr class="border-rule align-top" class:border-b={i === g.all.length - 1}>
                      <td class="py-1 pr-2"
                        >{#if i === 0}{q.leftover}<span class="text-soft block text-[13px]"
                            >{q.vessel ?? ''}{g.destroyed !== null
                              ? g.destroyed > 0.95
                                ? ', destroyed in the text'
                                : g.destroyed > 0.05
                                  ? `, ${Math.round(g.destroyed * 100)} % destroyed in the text`
                                  : ', not destroyed in the text'
                              : ''}</span
                          >{/if}</td
                      >
                      <td class="num py-1 pl-3"
                        >{#if i === 0}{#if q.mol.best === null}<span class="text-ochre">not established</span
                            >{:else}{short(q.mol.best)}{/if}{/if}</td
                      >
                      <td class="py-1 pl-4"
                        >{q.reagent}{#if q.watch}<span class="text-soft block text-[13px]">{q.watch}</span
                          >{/if}</td
                      >
                      <td class="num py-1 pl-3"
                        >{q.mol_required.best === null || q.reagent === 'ice'
                          ? ''
                          : short(q.mol_required.best)}</td
                      >
                      <td class="num py-1 pl-3"
                        >{q.mass_g_required.best === null ? '' : short(q.mass_g_required.best)}</td
                      >
                      <td class="num py-1 pl-3"
                        >{q.heat_kJ.best === null ? '' : short(q.heat_kJ.best)}{#if q.gas.length}<span
                            class="text-violet block text-[13px]">{q.gas.join(', ')}</span
                          >{/if}</td
                      >
                      <td class="py-1 pl-4 text-[13px]">{i === 0 ? q.test : ''}</td>
                    </tr>
                  {/each}
                {/each}
              </tbody>
            </table>
          {:else}
            <h2 class="border-ink border-b font-semibold">What is left</h2>
            <p class="text-soft mt-1">
              By the ledger nothing reactive is left, and nothing is quenched on ice.
            </p>
          {/if}
          <h2 class="border-ink mt-4 border-b font-semibold">Findings here</h2>
          {#each about as f, i (i)}
            <p class="mt-1 leading-snug">
              <strong class:text-rust={f.severity === 'stop'}>{f.code}</strong>
              <span class="text-soft">{f.severity}{f.established ? '' : ', not established'}</span>
              {f.message} <span class="text-soft">{f.remedy}</span>
            </p>
          {:else}<p class="text-soft mt-1">No finding about quench or work-up.</p>{/each}
        </section>
        <section class="border-rule border-l px-4 py-2" aria-label="Where it ends">
          <h2 class="border-ink border-b font-semibold">
            Where it ends <span class="text-soft font-normal">°C, against grams of ice</span>
          </h2>
          {#if onIce}<IceCurve quench={onIce} />
          {:else}<p class="text-soft mt-1">
              {lines.some((q) => q.reagent === 'ice')
                ? `Where it ends is not established: ${lines.find((q) => q.reagent === 'ice')?.heat_kJ.reason ?? 'no amount of ice is written'}.`
                : 'Nothing that gives off heat goes on to ice here.'}
            </p>{/if}
          {#each (a.gas_proposals ?? []).filter((x) => x.about === 'quench') as p, i (i)}
            <p class="border-ink mt-2 border-l-2 pl-2 leading-snug">
              <strong class="block">{p.label}</strong><span class="text-soft">{p.detail}</span>
            </p>
          {/each}
          <h2 class="border-ink mt-3 border-b font-semibold">In this order</h2>
          <ol>
            {#each order as s, i (s.n)}
              <li class="border-rule flex gap-2 border-b py-1 leading-snug">
                <strong>{i + 1}</strong><span class="min-w-0"
                  ><span class="text-soft">{s.kind}, step {s.n}</span>
                  {clipped(s.text, 110)}</span
                >
              </li>
            {:else}<li class="text-soft">No work-up is written.</li>{/each}
          </ol>
        </section>
        <section class="border-rule border-l px-4 py-2" aria-label="Dump">
          <h2 class="border-ink border-b font-semibold">
            Dump, standing ready? <span class="text-soft font-normal"
              >{ready.filter((r) => r.written).length} of {ready.length} written</span
            >
          </h2>
          {#if a.dump}
            <p class="mt-1">{a.dump.says}</p>
            {#each a.dump.ready as r (r.what)}
              <p class="border-rule flex gap-3 border-b py-1 leading-snug">
                <span class="w-20 shrink-0" class:text-ochre={!r.written}
                  >{r.written ? 'written' : 'not written'}</span
                >{r.what}
              </p>
            {/each}
          {:else}<p class="text-soft mt-1">Nothing here reacts in a way that asks for a dump.</p>{/if}
          {#if onIce}
            <p class="mt-3">
              Heat that goes on to the ice: <strong>{figureText(onIce.heat_kJ)}</strong>; ice for it to end at
              10 °C: {figureText(onIce.mass_g_required)}.
            </p>
          {/if}
        </section>
      </div>
    </main>
  {/if}
  <Foot {keys} />
</div>
<KeyMap {keys} bind:open={showKeys} />
