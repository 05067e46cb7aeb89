<script lang="ts">
  import { onMount } from 'svelte';
  import type { StepLine } from '../../api/client';
  import { forget, keep, kept } from '../../lib/drafts';
  import { inner, route } from '../../lib/route.svelte';
  import { sentence } from '../../lib/format';
  import Bar from '../../parts/Bar.svelte';
  import FigureLine from '../../parts/FigureLine.svelte';
  import Foot from '../../parts/Foot.svelte';
  import KeyMap from '../../parts/KeyMap.svelte';
  import Manuscript from '../../parts/Manuscript.svelte';
  import Strip from '../../parts/Strip.svelte';
  import Waiting from '../../parts/Waiting.svelte';
  import { bindKeys } from '../../parts/keys';
  import HowSure from './HowSure.svelte';
  import Searches from './Searches.svelte';
  import { DeskState } from './desk.svelte';

  let { id }: { id: number } = $props();
  // svelte-ignore state_referenced_locally
  const desk = new DeskState(id);
  let step = $state<number | null>(null);
  let cursor = $state<number | null>(null);
  let working = $state<string | null>(null);
  let showKeys = $state(false);
  let finding = $state(-1);
  let manuscript = $state<HTMLElement>();

  // svelte-ignore state_referenced_locally
  let writing = $state<string | null>(kept<string>(`text-${id}`));
  async function keepText() {
    if (writing !== null && (await desk.rewrite(writing))) {
      forget(`text-${id}`);
      writing = null;
    }
  }
  function leaveText() {
    forget(`text-${id}`);
    writing = null;
  }
  const a = $derived(desk.shown);
  const editable = $derived(desk.given?.may_revise ?? false);
  const counts = $derived.by(() => {
    const found = a?.findings ?? [];
    return {
      stop: found.filter((f) => f.severity === 'stop').length,
      condition: found.filter((f) => f.severity === 'condition' && f.established).length,
      note: found.filter((f) => f.severity === 'note' && f.established).length,
      open: found.filter((f) => !f.established).length,
    };
  });

  $effect(() => {
    if (step === null && a) step = a.exotherm.peak_step ?? a.steps.find((s) => s.duration_path)?.n ?? null;
  });

  function place(n: number): StepLine | undefined {
    return (desk.trial?.assessment ?? desk.given?.assessment)?.steps.find((s) => s.n === n);
  }
  function dose(n: number, minutes: number, done: boolean) {
    const s = place(n);
    if (!s?.duration_path) return;
    if (!done) return desk.pull({ [s.duration_path]: minutes });
    if (s.duration_anchor)
      desk.tryWords(
        s.duration_anchor.start,
        s.duration_anchor.end,
        `${minutes} min`,
        `step ${n} over ${minutes} min`,
      );
  }
  function limit(n: number, celsius: number, done: boolean) {
    const s = place(n);
    if (!s?.limit_path || !s.limit_anchor) return;
    if (!done) return desk.pull({ [s.limit_path]: celsius });
    desk.tryWords(
      s.limit_anchor.start,
      s.limit_anchor.end,
      `${String(celsius).replace('-', '−')} °C`,
      `limit of step ${n} at ${celsius} °C`,
    );
  }
  function bath(n: number, celsius: number, done: boolean) {
    const s = place(n);
    if (!s?.bath_path) return;
    if (!done) return desk.pull({ [s.bath_path]: celsius });
    if (s.bath_anchor && s.bath_template)
      desk.tryWords(
        s.bath_anchor.start,
        s.bath_anchor.end,
        s.bath_template.replace('{T}', String(celsius).replace('-', '−')),
        `bath at ${celsius} °C`,
      );
  }
  function moveStep(by: number) {
    const steps = a?.steps ?? [];
    const i = Math.max(
      0,
      steps.findIndex((s) => s.n === step),
    );
    step = steps[Math.min(Math.max(i + by, 0), steps.length - 1)]?.n ?? null;
  }
  function nextFinding() {
    const found = a?.findings ?? [];
    if (!found.length) return;
    finding = (finding + 1) % found.length;
    const f = found[finding]!;
    if (f.step) step = f.step;
    manuscript?.querySelector(`#finding-${f.code}-${f.step ?? 0}`)?.scrollIntoView({ block: 'center' });
  }
  function toggleWorking() {
    const order = a?.governs.map((g) => g.key) ?? [];
    const i = working === null ? -1 : order.indexOf(working);
    working = i + 1 < order.length ? (order[i + 1] ?? null) : null;
  }
  const keys: [string, string][] = [
    ['j k', 'step'],
    ['n', 'next finding'],
    ['w', 'working'],
    ['t', 'try'],
    ['a', 'adopt'],
    ['u', 'undo'],
    ['d', 'decide'],
    ['?', 'all keys'],
  ];
  const more: [string, string][] = [
    ...keys,
    ['← →', 'on a ridge: one less, one more'],
    ['Shift ←', 'five at a time'],
    ['Enter', 'on a quantity: change its words'],
    ['Esc', 'leave a quantity as it was'],
    ['p', 'put back'],
    ['g', 'docket'],
  ];

  onMount(() => {
    void desk.load();
    return bindKeys({
      j: () => moveStep(1),
      k: () => moveStep(-1),
      n: nextFinding,
      w: toggleWorking,
      t: () => {
        const r = (desk.given?.assessment.remedies ?? [])[0];
        if (r && editable) desk.tryEdits(r.edits, r.label);
      },
      a: () => void (editable && desk.adopt()),
      u: () => desk.undo(),
      p: () => desk.putBack(),
      d: () => route.go(`/decision/${id}`),
      g: () => route.go('/'),
      'Shift+?': () => (showKeys = true),
    });
  });
</script>

<svelte:head><title>{desk.given?.title ?? 'Desk'} · Northsquall</title></svelte:head>
<div class="desk flex h-full flex-col">
  <Bar
    title={desk.given?.title ?? 'Desk'}
    detail={desk.given
      ? `revision ${desk.given.number} by ${desk.given.history.find((h) => h.number === desk.given?.number)?.by ?? ''}`
      : ''}
    {id}
  >
    <a class="filled" href={`/decision/${id}`} onclick={inner}>Decide</a>
  </Bar>
  {#if !desk.given}
    <Waiting message={desk.message} />
  {:else if a}
    <main class="grid min-h-0 flex-1 grid-cols-[344px_minmax(0,1fr)_332px]">
      <section class="border-rule bg-sheet flex min-h-0 flex-col border-r" aria-label="Manuscript">
        <div class="border-rule border-b px-4 pt-2.5 pb-2">
          <div class="flex items-baseline justify-between">
            <h2 class="font-semibold">
              Procedure <span class="text-soft font-normal"
                >{a.steps.length} steps{a.unread.length ? `, ${a.unread.length} passages not read` : ''}</span
              >
            </h2>
            {#if editable && writing === null}<button class="link" onclick={() => (writing = desk.text)}
                >Edit text</button
              >{/if}
          </div>
          <p class="mt-0.5 flex gap-3 text-[13px]">
            <span class:text-rust={counts.stop > 0} class:font-semibold={counts.stop > 0}
              ><span class="mark-stop"></span> {counts.stop} {counts.stop === 1 ? 'stop' : 'stops'}</span
            >
            <span
              ><span class="mark-condition"></span>
              {counts.condition}
              {counts.condition === 1 ? 'condition' : 'conditions'}</span
            >
            <span><span class="mark-note"></span> {counts.note}</span>
            {#if counts.open}<span class="text-ochre"
                ><span class="mark-open"></span> {counts.open} not established</span
              >{/if}
          </p>
        </div>
        {#if writing !== null}
          <textarea
            class="min-h-0 flex-1 resize-none bg-transparent px-4 py-3 font-serif text-[15px] leading-[1.5] outline-offset-[-3px]"
            bind:value={writing}
            oninput={() => keep(`text-${id}`, writing)}
            aria-label="Text of the procedure"
            spellcheck="false"></textarea>
          <p class="border-rule flex gap-2 border-t px-4 py-2">
            <button
              class="filled"
              disabled={desk.computing || !writing.trim() || writing === desk.given.text}
              onclick={keepText}>Keep as a new revision</button
            >
            <button class="plain" onclick={leaveText}>Leave as it was</button>
          </p>
        {:else}
          <!-- svelte-ignore a11y_no_noninteractive_tabindex -->
          <div
            class="min-h-0 flex-1 overflow-auto py-1"
            bind:this={manuscript}
            tabindex="0"
            role="region"
            aria-label="Text with findings"
          >
            <Manuscript
              text={desk.text}
              assessment={desk.preview && desk.trial
                ? { ...desk.trial.assessment, findings: desk.preview.findings }
                : (desk.trial?.assessment ?? { ...desk.given.assessment, findings: a.findings })}
              {step}
              {editable}
              onstep={(n) => (step = n)}
              onchange={(s, e, w) => desk.tryWords(s, e, w, `“${w}”`)}
            />
          </div>
        {/if}
      </section>
      <section class="min-h-0 overflow-hidden" aria-label="Strip">
        <Strip
          shown={a}
          written={desk.given.assessment}
          trial={desk.onTrial}
          failed={desk.failed}
          spread={desk.spread}
          busy={desk.computing}
          files={`/api/procedures/${id}`}
          {step}
          {cursor}
          {editable}
          onstep={(n) => (step = n)}
          oncursor={(t) => (cursor = t)}
          ondose={dose}
          onbath={bath}
          onlimit={limit}
        />
      </section>
      <!-- svelte-ignore a11y_no_noninteractive_tabindex -->
      <section
        class="border-rule min-h-0 overflow-auto border-l px-4 pt-2.5 pb-3"
        aria-label="What governs"
        tabindex="0"
      >
        <p aria-live="polite">
          {desk.onTrial ? 'Proposed, trial:' : 'Proposed:'}
          <strong
            class:text-rust={a.verdict === 'not acceptable'}
            class:text-ochre={a.verdict === 'not established'}>{a.verdict}</strong
          >{#if desk.computing}<span class="text-soft"> computing…</span>{/if}
        </p>
        {#if a.decides.length}<p class="text-soft text-[13px]">
            decided by {a.decides.slice(0, 3).join(', ')}{a.decides.length > 3
              ? ` and ${a.decides.length - 3} more`
              : ''}
          </p>{/if}
        {#if desk.given.asked}<p class="border-ochre my-1 border-l-2 pl-2">
            <strong>Asked of the author:</strong>
            {desk.given.asked}
          </p>{/if}
        {#if desk.message}<p class="border-teal my-1 border-l-2 pl-2" role="status">{desk.message}</p>{/if}
        {#if desk.onTrial && desk.change !== null}
          <div class="border-ink my-2 border-y py-2">
            <p class="font-semibold">Trial: {desk.change.label || 'moving'}</p>
            <p class="mt-1.5 flex gap-2">
              <button class="filled" disabled={!editable || desk.computing} onclick={() => desk.adopt()}
                >Adopt change</button
              >
              <button class="plain" onclick={() => desk.putBack()}>Put back</button>
              <button class="plain" disabled={!desk.past.length} onclick={() => desk.undo()}>Undo</button>
            </p>
          </div>
        {/if}
        {#if a.referred}
          <p class="text-rust mt-4 text-lg font-semibold">{a.referred}</p>
        {:else}
          <h2 class="head mt-2">
            What governs <span class="text-soft font-normal">in order of what can hurt first</span>
          </h2>
          {#each a.governs as g (g.key + g.label)}
            <FigureLine
              key={g.key}
              label={g.label}
              value={g.value}
              against={g.against}
              over={g.over}
              colour={g.colour}
              open={working === g.key}
              ontoggle={() => (working = working === g.key ? null : g.key)}
              onreplace={(path, v) => desk.replace(path, v)}
            />
          {:else}{#if a.heat.total_kJ.established}<p class="text-soft py-2">
                No figure governs: no heat was found.
              </p>{:else}<p class="py-2">
                <strong class="text-ochre">Not established:</strong> the heat. {sentence(
                  a.heat.total_kJ.reason ?? 'no reason is given',
                )}
              </p>{/if}{/each}
          {#if a.exotherm.criticality_class !== null}
            <p class="py-1.5">
              Criticality class <strong>{a.exotherm.criticality_class}</strong
              >{#if a.exotherm.criticality_bracket && a.exotherm.criticality_bracket[0] !== a.exotherm.criticality_bracket[1]}<span
                  class="text-soft"
                  >, bracket {a.exotherm.criticality_bracket[0]} to {a.exotherm.criticality_bracket[1]} while TD24
                  is not measured</span
                >{/if}.
            </p>
          {/if}
          <Searches {desk} {editable} />
          <HowSure {desk} />
          <h2 class="head mt-3 flex items-baseline justify-between">
            If something fails
            {#if desk.failures}<button class="link font-normal" onclick={() => desk.leaveFailures()}
                >put away</button
              >{/if}
          </h2>
          <p class="mt-1.5 flex flex-wrap gap-2">
            <button class="plain" disabled={desk.tryingFailures} onclick={() => desk.playFailures(null)}
              >At the worst moment</button
            >
            <button
              class="plain"
              disabled={desk.tryingFailures || cursor === null}
              onclick={() => desk.playFailures(cursor)}
              >{cursor === null ? 'At the cursor' : `At ${cursor.toFixed(0)} min`}</button
            >
          </p>
          {#if desk.tryingFailures}<p class="text-soft mt-1" aria-live="polite">
              Playing each failure through…
            </p>{/if}
          {#if desk.noFailures}<p class="mt-1" role="status">{desk.noFailures}</p>{/if}
          {#if desk.failures && desk.failures.text !== desk.text}
            <p class="text-ochre mt-1">These were played for the text before the change; play them again.</p>
          {/if}
          {#if desk.failures?.list.length}
            <fieldset class="mt-1">
              <legend class="sr-only">Failure drawn on the strip</legend>
              {#each desk.failures.list as f (f.id)}
                <label class="border-rule flex items-start gap-2 border-b py-1.5 leading-snug">
                  <input type="radio" name="failure" class="mt-1" value={f.id} bind:group={desk.failing} />
                  <span
                    ><span class="font-semibold">{f.name}</span>
                    {#if f.peak_C !== null}<span class:text-rust={f.over} class="whitespace-nowrap"
                        >{Math.round(f.peak_C)} °C{f.high_C !== null && f.high_C - f.peak_C > 1
                          ? `, up to ${Math.round(f.high_C)}`
                          : ''}</span
                      >{/if}
                    {#if f.id === desk.failing}<span class="text-soft block text-[13px]"
                        >{f.says.slice(f.name.length + 1)}</span
                      >{/if}</span
                  >
                </label>
              {/each}
            </fieldset>
          {/if}
          {#if a.questions.length}
            <h2 class="head mt-3">To ask the author</h2>
            {#each a.questions as q, i (q.text + i)}
              <p class="border-rule flex gap-2 border-b py-1">
                <span class="mt-1"><span class={q.decides ? 'mark-open' : 'mark-note'}></span></span>{q.text}
              </p>
            {/each}
          {/if}
          <p class="text-soft mt-3 text-[13px]">
            Attended {a.schedule.attended_min.established
              ? `${Math.round(a.schedule.attended_min.best ?? 0)} min`
              : 'time not established'}{a.schedule.latest_start
              ? `; latest start ${a.schedule.latest_start}`
              : ''}.
          </p>
        {/if}
      </section>
    </main>
  {/if}
  <Foot {keys} />
</div>
<KeyMap keys={more} bind:open={showKeys} />
