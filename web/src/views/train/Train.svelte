<script lang="ts">
  import { onMount } from 'svelte';
  import type { ElementLine, GasFailure, GasLine, TrainElement } from '../../api/client';
  import { below, formulaPieces, short } from '../../lib/format';
  import { inner, route } from '../../lib/route.svelte';
  import Bar from '../../parts/Bar.svelte';
  import Foot from '../../parts/Foot.svelte';
  import KeyMap from '../../parts/KeyMap.svelte';
  import TrialBar from '../../parts/TrialBar.svelte';
  import Waiting from '../../parts/Waiting.svelte';
  import { bindKeys } from '../../parts/keys';
  import ElementEditor from './ElementEditor.svelte';
  import GasCurve from './GasCurve.svelte';
  import TrainDrawing from './TrainDrawing.svelte';
  import { asPut, fresh, moved, TrainState } from './train.svelte';

  let { id }: { id: number } = $props();
  // svelte-ignore state_referenced_locally
  const train = new TrainState(id);
  let chosen = $state(0);
  let selected = $state(-1);
  let cursor = $state<number | null>(null);
  let failing = $state('');
  let showKeys = $state(false);

  const a = $derived(train.shown);
  const editable = $derived(train.given?.may_revise ?? false);
  const lines = $derived(a?.gas_lines ?? []);
  const line = $derived<GasLine | null>(lines[Math.min(chosen, lines.length - 1)] ?? null);
  const minute = $derived(cursor ?? line?.t_min?.[0] ?? 0);
  const failure = $derived<GasFailure | null>(train.failures.find((f) => f.id === failing) ?? null);
  const element = $derived(line?.elements.find((e) => e.n === selected) ?? null);
  const about = $derived((a?.findings ?? []).filter((f) => f.code.startsWith('G')));
  const gassy = $derived((a?.gases ?? []).length > 0);
  const loose = $derived(
    (a?.gases ?? []).length > 0 && !lines.length
      ? [
          ...new Set(
            (a?.steps ?? []).filter((s) => a?.gases.some((g) => g.steps.includes(s.n))).map((s) => s.vessel),
          ),
        ].filter((v): v is string => !!v)
      : [],
  );
  const inline = $derived((line?.elements ?? []).filter((e) => e.element !== 'hood' && e.element !== 'room'));

  $effect(() => {
    if (line && train.given) train.fails(line.of, minute);
  });

  async function put(elements: TrainElement[], why: string) {
    if (!line) return;
    await train.putLine(line.of, elements, why);
  }
  function level(i: number, mL: number, done: boolean) {
    if (!line) return;
    const next = asPut(line).map((e, k) => (k === i ? { ...e, liquid_mL: mL } : e));
    if (done) void put(next, 'liquid of an element changed');
    else train.preview(line.of, next);
  }
  function insert(kind: TrainElement['element'], at: number) {
    if (!line) return;
    const now = asPut(line);
    const next = [...now.slice(0, at), fresh(kind, now), ...now.slice(at)];
    void put(next, `${kind} put in`);
    selected = at;
  }
  function change(e: TrainElement) {
    if (!line || selected < 0) return;
    void put(
      asPut(line).map((x, k) => (k === selected ? e : x)),
      `${e.element} changed`,
    );
  }
  function shift(by: number) {
    if (!line || selected < 0) return;
    const to = selected + by;
    if (to < 0 || to >= line.elements.length) return;
    void put(moved(asPut(line), selected, to), 'order changed');
    selected = to;
  }
  function takeOut() {
    if (!line || selected < 0) return;
    const gone = selected;
    void put(
      asPut(line).filter((_, k) => k !== gone),
      'element taken out',
    );
    selected = -1;
  }
  const mol = (x: Record<string, number>) =>
    Object.entries(x)
      .filter(([, n]) => n > 1e-6)
      .map(([g, n]) => `${short(n)} mol ${below(g)}`)
      .join(', ');
  const keys: [string, string][] = [
    ['h', 'element to the left'],
    ['l', 'element to the right'],
    ['a', 'adopt'],
    ['p', 'put back'],
    ['b', 'desk'],
    ['?', 'all keys'],
  ];
  const step = (by: number) => {
    if (!line?.elements.length) return;
    selected = Math.max(
      0,
      Math.min(
        line.elements.length - 1,
        (selected < 0 ? (by > 0 ? -1 : line.elements.length) : selected) + by,
      ),
    );
  };
  onMount(() => {
    void train.load();
    return bindKeys({
      h: () => step(-1),
      l: () => step(1),
      a: () => void (editable && train.adopt()),
      p: () => void train.putBack(),
      b: () => route.go(`/desk/${id}`),
      g: () => route.go('/'),
      'Shift+?': () => (showKeys = true),
    });
  });
</script>

{#snippet warms(e: ElementLine)}
  {#if e.rise_K !== null && e.rise_K >= 1}<span class:text-rust={e.rise_K > 40} class="block"
      >warms by {short(e.rise_K)} K</span
    >{:else if e.rise_K === null && mol(e.took)}<span class="text-ochre block"
      >how much it warms is not established</span
    >{/if}
{/snippet}

<svelte:head><title>Gas train of {train.given?.title ?? '…'} · Northsquall</title></svelte:head>
<div class="flex h-full flex-col">
  <Bar
    title={train.given?.title ?? 'Gas train'}
    detail={train.given ? `revision ${train.given.number}` : ''}
    {id}
  >
    <a class="filled" href={`/decision/${id}`} onclick={inner}>Decide</a>
  </Bar>
  {#if !a}
    <Waiting message={train.message} />
  {:else}
    {#if train.onTrial || train.message}<TrialBar chem={train} {editable} />{/if}
    <!-- svelte-ignore a11y_no_noninteractive_tabindex -->
    <main
      class="min-h-0 flex-1 overflow-auto"
      tabindex="0"
      aria-label="Gas from flask to hood"
      aria-busy={train.computing}
    >
      {#if lines.length > 1}
        <fieldset class="flex gap-4 px-4 pt-2">
          <legend class="sr-only">Gas line of</legend>
          {#each lines as l, i (l.of)}
            <label class="flex min-h-6 items-center gap-1"
              ><input type="radio" name="line" value={i} bind:group={chosen} /> {l.of}</label
            >
          {/each}
        </fieldset>
      {/if}
      {#if !line}
        <div class="max-w-2xl px-4 py-5">
          <h2 class="text-lg font-semibold">{gassy ? 'No gas line is written' : 'No gas is recognised'}</h2>
          <p class="mt-1">
            {gassy
              ? 'What forms leaves the vessel as it is closed or open, to the hood or the room.'
              : 'No equation here gives a gas, and no line is written.'}
          </p>
          {#if gassy}
            <table class="mt-3 w-full">
              <thead
                ><tr class="border-ink border-b"
                  ><th class="text-left">gas</th><th class="num">mol</th><th class="num">L at 25 °C</th><th
                    class="num">L/min at most</th
                  ><th class="pl-4 text-left">breathed</th></tr
                ></thead
              >
              <tbody>
                {#each a.gases as g (g.formula)}
                  <tr class="border-rule border-b">
                    <td class="py-1"
                      >{#each formulaPieces(g.formula) as piece, i (i)}{#if piece.sub}<sub>{piece.text}</sub
                          >{:else}{piece.text}{/if}{/each}</td
                    >
                    <td class="num"
                      >{#if g.mol.best === null}<span class="text-ochre">not established</span>{:else}{short(
                          g.mol.best,
                        )}{/if}</td
                    >
                    <td class="num">{g.litres_25C_1atm.best === null ? '' : short(g.litres_25C_1atm.best)}</td
                    >
                    <td class="num"
                      >{#if g.peak_L_per_min.best === null}<span class="text-ochre">not established</span
                        >{:else}{short(g.peak_L_per_min.best)}{/if}</td
                    >
                    <td class="pl-4"
                      >{g.exposure?.['where'] ?? ''}{(g.exposure?.['face_ppm'] as { best: number | null })
                        ?.best != null
                        ? `, ${short((g.exposure?.['face_ppm'] as { best: number }).best)} ppm`
                        : ''}</td
                    >
                  </tr>
                {/each}
              </tbody>
            </table>
            {#if editable}
              {#each loose as v (v)}
                <button
                  class="plain mt-3 mr-3"
                  onclick={() =>
                    train.putLine(
                      v,
                      [fresh('trap', []), fresh('absorber', []), fresh('hood', [])],
                      `a gas line for ${v}`,
                    )}>Draw a line for {v}</button
                >
              {/each}
            {/if}
          {/if}
        </div>
      {:else}
        <TrainDrawing
          {a}
          {line}
          {selected}
          {editable}
          busy={train.computing}
          onselect={(i) => (selected = i)}
          onlevel={level}
        />
        <div class="border-rule border-t">
          <table class="w-full table-fixed">
            <caption class="sr-only"
              >What each element holds, when it breaks through and how it can fail</caption
            >
            <tbody>
              {#each ['Holds', 'Breaks through', 'Pushes back', 'Can fail'] as row (row)}
                <tr class="border-rule border-b align-top">
                  <td class="px-3 py-1.5">
                    <span class="sr-only">{row}: </span>
                    {#if row === 'Holds'}<strong class="block">Holds</strong>{mol(line.came)
                        ? `${mol(line.came)} leave`
                        : 'how much leaves is not established'}{#if line.lost.length}<span
                          class="text-rust block">past the line: {line.lost.join(', ')}</span
                        >{/if}
                    {:else if row === 'Breaks through'}<strong class="block">Breaks through</strong>
                    {:else if row === 'Pushes back'}<strong class="block">Pushes back</strong
                      >{line.back_mbar === null
                        ? ''
                        : `${line.back_mbar < 1 ? 'under 1' : short(line.back_mbar)} mbar in all; a joint holds about 25`}
                    {:else}<strong class="block">Can fail</strong>{#each line.trouble as t (t)}<span
                          class="text-ochre block">{t}</span
                        >{/each}{/if}
                  </td>
                  {#each inline as e (e.n)}
                    <td class="px-3 py-1.5">
                      {#if row === 'Holds'}
                        {#if e.trouble}<span class="text-ochre">{e.trouble}</span>
                        {:else if Object.keys(e.holds).length}{Object.entries(e.holds)
                            .map(([k, n]) => `${short(n)} mol ${k}`)
                            .join(', ')}{#if e.used !== null}<span class="text-soft"
                              >, {Math.round(e.used * 100)} % used</span
                            >{/if}{@render warms(e)}
                        {:else if mol(e.took)}dissolves {mol(e.took)}{e.liquid
                            ? ` in ${e.liquid}`
                            : ''}{@render warms(e)}
                        {:else if e.element === 'trap'}{e.volume_mL
                            ? `${short(e.volume_mL)} mL, empty`
                            : ''}{#if !e.volume_mL}<span class="text-ochre">size not written</span>{/if}
                        {:else}<span class="text-soft">takes nothing here</span>{/if}
                      {:else if row === 'Breaks through'}
                        {#if e.through_min !== null}<span class="text-rust font-semibold"
                            >from {short(e.through_min)} min on</span
                          >
                        {:else if e.spent_min !== null}<span class="text-rust font-semibold"
                            >not certain: used up at {short(e.spent_min)} min</span
                          >, then only dissolved
                        {:else if Object.keys(e.took).length}no{:else}<span class="text-soft">–</span>{/if}
                      {:else if row === 'Pushes back'}{e.back_mbar === null || e.back_mbar < 0.5
                          ? 'under 1 mbar'
                          : `${short(e.back_mbar)} mbar${e.dip_cm ? `, ${short(e.dip_cm)} cm deep` : ''}`}
                      {:else}
                        {#each e.fails as f (f)}<span
                            class="block leading-snug"
                            class:text-rust={e.pulled === 'reaches' && f.includes('pulled back')}>{f}</span
                          >{:else}<span class="text-soft">nothing found</span>{/each}
                      {/if}
                    </td>
                  {/each}
                  <td class="px-3 py-1.5">
                    {#if row === 'Holds'}what passes: {mol(line.leaves) || 'next to nothing'}
                    {:else if row === 'Breaks through'}<span class="text-soft">–</span>
                    {:else if row === 'Pushes back'}none while the fan runs
                    {:else}fan off, sash up{/if}
                  </td>
                </tr>
              {/each}
            </tbody>
          </table>
        </div>
        {#if editable}
          <div class="border-rule flex flex-wrap items-end gap-x-2.5 gap-y-2 border-b px-4 py-2">
            {#if element}
              <ElementEditor
                {element}
                onchange={change}
                onshift={shift}
                onout={takeOut}
                first={selected === 0}
                last={selected === line.elements.length - 1}
              />
            {:else}<span class="text-soft">Choose an element to change it.</span>{/if}
            <span class="ml-auto flex gap-2">
              <button class="plain" onclick={() => insert('trap', selected >= 0 ? selected : 0)}
                >{selected >= 0 ? 'Trap before it' : 'Add a trap first'}</button
              >
              <button
                class="plain"
                onclick={() => insert('absorber', selected >= 0 ? selected + 1 : inline.length)}
                >{selected >= 0 ? 'Absorber behind it' : 'Add an absorber last'}</button
              >
            </span>
          </div>
        {/if}
        <div class="grid grid-cols-[minmax(0,1fr)_340px]">
          <section class="px-4 pt-2" aria-label="Gas over time and failures">
            <GasCurve {line} cursor={minute} {failure} oncursor={(t) => (cursor = t)} />
            <fieldset class="mt-1 flex flex-wrap items-baseline gap-x-4">
              <legend class="font-semibold">What if, from {minute.toFixed(1)} min on</legend>
              <label class="flex min-h-6 items-center gap-1"
                ><input type="radio" name="failure" value="" bind:group={failing} /> nothing fails</label
              >
              {#each train.failures as f (f.id)}
                <label class="flex min-h-6 items-center gap-1"
                  ><input type="radio" name="failure" value={f.id} bind:group={failing} />
                  {f.name.toLowerCase()}</label
                >
              {/each}
            </fieldset>
            <p class="mt-1 min-h-10" aria-live="polite">
              {#if failure}<span class:text-rust={failure.over} class:font-semibold={failure.over}
                  >{failure.says}</span
                >{/if}
            </p>
          </section>
          <section class="border-rule border-l px-4 pt-2" aria-label="What would make it acceptable">
            <h2 class="border-ink border-b font-semibold">What would make it acceptable</h2>
            {#each a.gas_proposals.filter((x) => x.about !== 'quench') as p, i (i)}
              <div class="border-rule flex items-start gap-3 border-b py-1.5">
                <span class="border-ink border px-1.5">{i + 1}</span>
                <span class="min-w-0 flex-1"
                  ><strong class="block leading-snug">{p.label}</strong><span class="text-soft"
                    >{p.detail}</span
                  ></span
                >
                {#if p.line && editable}<button class="plain" onclick={() => p.line && train.change(p.line)}
                    >Try<span class="sr-only"> {p.label}</span></button
                  >{/if}
              </div>
            {:else}<p class="text-soft mt-1">Nothing needs to change in the line.</p>{/each}
            {#if about.length}
              <h2 class="border-ink mt-3 border-b font-semibold">Findings here</h2>
              {#each about as f, i (i)}
                <p class="mt-1 leading-snug">
                  <strong class:text-rust={f.severity === 'stop'}>{f.code}</strong>
                  <span class="text-soft">{f.severity}{f.established ? '' : ', not established'}</span>
                  {f.message}
                </p>
              {/each}
            {/if}
          </section>
        </div>
      {/if}
      {#if a.closed.length}
        <section class="px-4 py-3" aria-label="What is shut">
          <h2 class="border-ink border-b font-semibold">What is shut</h2>
          <table class="w-full">
            <thead
              ><tr
                ><th class="text-left">vessel</th><th class="text-left">words</th><th class="text-left"
                  >gas in it</th
                ><th class="num">°C</th><th class="num">over the room, bar</th><th class="num"
                  >lifts after, min</th
                ></tr
              ></thead
            >
            <tbody>
              {#each a.closed as c, i (i)}
                <tr class="border-rule border-t">
                  <td class="py-1">{c.place === 'receiver' ? 'receiver' : c.vessel}</td>
                  <td>“{c.word}”</td>
                  <td
                    >{mol(c.gases) ||
                      (c.unknown.length ? `${c.unknown.join(', ')}, not established` : 'none made')}</td
                  >
                  <td class="num">{short(c.T_C)}</td>
                  <td class="num"
                    >{#if c.rise_bar.best === null}<span class="text-ochre">not established</span>{:else}<span
                        class:text-rust={(c.rise_bar.high ?? 0) > 0.05}>{short(c.rise_bar.best)}</span
                      >{/if}</td
                  >
                  <td class="num"
                    >{c.lifts_min === null ? '' : c.lifts_min < 0.1 ? 'at once' : short(c.lifts_min)}</td
                  >
                </tr>
              {/each}
            </tbody>
          </table>
        </section>
      {/if}
    </main>
  {/if}
  <Foot {keys} />
</div>
<KeyMap {keys} bind:open={showKeys} />
