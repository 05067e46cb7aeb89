<script lang="ts">
  import { onMount } from 'svelte';
  import {
    ask,
    client,
    type Assessed,
    type Assessment,
    type ProcedureOut,
    type Question,
    type ReadOut,
  } from '../../api/client';
  import { forget, keep, kept } from '../../lib/drafts';
  import { clipped, figureText, formulaPieces, minutes, routeWords, short } from '../../lib/format';
  import { Latest } from '../../lib/latest';
  import { route } from '../../lib/route.svelte';
  import { session } from '../../lib/session.svelte';
  import { pieces, type TextPiece } from '../../lib/pieces';
  import { points } from '../../lib/spans';
  import Bar from '../../parts/Bar.svelte';
  import Foot from '../../parts/Foot.svelte';
  import KeyMap from '../../parts/KeyMap.svelte';
  import TextEditor from '../../parts/TextEditor.svelte';
  import { bindKeys } from '../../parts/keys';

  let text = $state(kept<string>('intake') ?? '');
  let read = $state<{ text: string; assessment: Assessment } | null>(null);
  /** Why the text could not be read; gone with the next reading that can. */
  let trouble = $state('');
  /** Why a file or the handing in was refused; it stands until one types, opens or hands in again. */
  let refusal = $state('');
  let reading = $state(false);
  let opening = $state('');
  let busy = $state(false);
  let showKeys = $state(false);
  let editor = $state<ReturnType<typeof TextEditor>>();
  let marks = $state.raw<TextPiece[]>([]);
  let here = $state.raw<TextPiece | null>(null);
  let answers = $state<Record<string, string>>({});
  /** The questions with their answers tried: they come after the figures, for the same text. */
  let weighed = $state.raw<{ text: string; questions: Question[] } | null>(null);
  const weigher = new Latest<string>(async (value) => {
    try {
      const found = await ask<Question[]>(
        client.POST('/api/questions', { body: { text: value, edits: [], overrides: {}, chemistry: [] } }),
      );
      if (value === text) weighed = { text: value, questions: found };
    } catch {
      // the questions stand untried; the reading says what is wrong with the text
    }
  });

  const reader = new Latest<string>(async (value) => {
    if (!value.trim()) {
      read = null;
      trouble = '';
      return;
    }
    reading = true;
    try {
      const answer = await ask<Assessed>(
        client.POST('/api/assess', { body: { text: value, edits: [], overrides: {}, chemistry: [] } }),
      );
      if (value === text) {
        read = { text: answer.text, assessment: answer.assessment };
        marks = pieces(value, answer.assessment.marks, answer.assessment.unread);
        trouble = '';
        if (answer.assessment.questions.length) weigher.ask(value);
      }
    } catch (e) {
      trouble = session.said(e);
    }
    reading = false;
  });
  /** The pieces alone, soon after every key; the figures follow when the hand rests. */
  const marker = new Latest<string>(async (value) => {
    if (!value.trim()) {
      marks = [];
      return;
    }
    try {
      const found = await ask<ReadOut>(client.POST('/api/read', { body: { text: value } }));
      if (value === text) marks = pieces(value, found.marks, found.unread);
    } catch {
      // the full reading says why, in its place
    }
  });
  let timer: ReturnType<typeof setTimeout>;
  function typed(value: string) {
    if (value === text) return;
    refusal = '';
    take(value);
  }
  function take(value: string) {
    text = value;
    keep('intake', text);
    marker.ask(text);
    clearTimeout(timer);
    timer = setTimeout(() => reader.ask(text), text.length > 3000 ? 900 : 250);
  }
  async function file(event: Event) {
    const input = event.target as HTMLInputElement;
    const chosen = input.files?.[0];
    if (chosen) await openFile(chosen);
    input.value = ''; // the same file, mended, can be chosen again
  }
  async function openFile(chosen: File) {
    if (chosen.size > 20_000_000) {
      refusal = `${chosen.name} has ${(chosen.size / 1e6).toFixed(1)} MB; at most 20 MB is read.`;
      return;
    }
    opening = chosen.name;
    refusal = '';
    try {
      const form = new FormData();
      form.append('file', chosen);
      const found = await ask<{ text: string }>(
        client.POST('/api/files', { body: { file: chosen.name }, bodySerializer: () => form }),
      );
      take(found.text);
    } catch (e) {
      refusal = session.said(e); // what was typed before stays
    }
    opening = '';
  }
  async function handIn() {
    busy = true;
    refusal = '';
    try {
      const made = await ask<ProcedureOut>(
        client.POST('/api/procedures', { body: { text, edits: [], overrides: {}, chemistry: [] } }),
      );
      forget('intake');
      route.go(`/desk/${made.id}`);
    } catch (e) {
      refusal = session.said(e);
    }
    busy = false;
  }
  /** The answer stands in the text, at the words that raised the question or (a name) in their place: one master, the text. */
  function settle(q: Question, words: string) {
    const said = words.trim();
    if (!said) return;
    const then = points(read?.text ?? text);
    const phrase = q.anchor ? then.slice(q.anchor.start, q.anchor.end).join('') : '';
    let [from, to] = q.anchor ? [then.slice(0, q.anchor.start).join('').length, 0] : [text.length, 0];
    // typed on since the question came: the same words, wherever they stand now, or the end
    if (read?.text !== text) from = phrase ? text.indexOf(phrase) : text.length;
    const found = from >= 0;
    if (!found) from = text.length;
    to = from + (found ? phrase.length : 0);
    const name = q.options.includes(said) && found && !!phrase;
    const head = text.slice(0, name ? from : to);
    const lead = /[\s(]$/.test(head) || name ? '' : ' ';
    if (may && q.asks && phrase)
      void ask(client.POST('/api/answers', { body: { asks: q.asks, phrase, answer: said } })).catch(() => {
        // the answer stands in the text all the same; only the next text will not be offered it
      });
    answers = {};
    take(head + lead + (name ? said : `(${said})`) + text.slice(to));
  }
  /** What an answer to each kind of question looks like. */
  const HINTS: Record<string, string> = {
    duration: 'e.g. over 45 min',
    amount: 'e.g. 12 g',
    vessel: 'e.g. 500 mL flask',
    'bath-ice': 'e.g. ice bath of 1.5 kg of ice and water',
    bath: 'e.g. in an ice bath',
    strength: 'e.g. 65 %',
  };
  const hintFor = (q: Question) =>
    HINTS[q.asks.split(':')[0] ?? ''] ??
    (/thermometer/i.test(q.why)
      ? 'e.g. the thermometer dips into the liquid'
      : 'say it as a procedure would');
  /** The wanted reactions, each once: two steps may make the same. */
  const wanted = (a: Assessment) =>
    a.reactions.filter(
      (r, i, all) =>
        r.role === 'wanted' && all.findIndex((x) => x.role === 'wanted' && x.names === r.names) === i,
    );
  /** A question's name in the page: it stays through a new reading, so that what is being typed stays with it. */
  const keyOf = (q: Question) => `${q.asks}|${q.text}`;
  const a = $derived(read?.assessment ?? null);
  /** The line of the charge sheet that the cursor is in, where the figures are of this very text. */
  const known = $derived.by(() => {
    if (!here || !a || read?.text !== text) return null;
    const at = points(text.slice(0, here.from)).length;
    return a.materials.find((m) => m.anchor.start <= at && at < m.anchor.end) ?? null;
  });
  /** What to ask, what moves most first once it was tried. */
  const questions = $derived(
    a && weighed && weighed.text === read?.text ? weighed.questions : (a?.questions ?? []),
  );
  const untried = $derived(questions.length > 0 && !(weighed && weighed.text === read?.text));
  const heavy = (q: Question) => q.decides || q.weight >= 0.2 || !!q.remembered || q.options.length > 1;
  const foremost = $derived(questions.filter(heavy));
  const lesser = $derived(questions.filter((q) => !heavy(q)));
  /** Questions about the very words the cursor is in. */
  const open = $derived.by(() => {
    if (!here || read?.text !== text) return [];
    const [from, to] = [points(text.slice(0, here.from)).length, points(text.slice(0, here.to)).length];
    // an assumed strength stands among the assumptions already
    return questions
      .filter((q) => q.anchor && q.anchor.start < to && q.anchor.end > from && !q.asks.startsWith('strength'))
      .slice(0, 2);
  });
  const place = $derived.by(() => {
    if (!here || !a || read?.text !== text) return null;
    const at = points(text.slice(0, here.from)).length;
    return a.marks.find((m) => m.start === at)?.step ?? null;
  });
  const may = $derived(session.has('author') || session.has('reviewer'));
  const keys: [string, string][] = [
    ['e', 'into the text'],
    ['h', 'hand in'],
    ['g', 'docket'],
    ['?', 'all keys'],
  ];
  onMount(() => {
    if (text) reader.ask(text);
    return bindKeys({
      e: () => setTimeout(() => editor?.focus()),
      h: () => {
        if (may && text.trim()) void handIn();
      },
      g: () => route.go('/'),
      'Shift+?': () => (showKeys = true),
    });
  });
</script>

{#snippet question(q: Question)}
  <form
    class="border-rule border-b py-2.5"
    onsubmit={(e) => {
      e.preventDefault();
      settle(q, answers[keyOf(q)] ?? '');
    }}
  >
    <p class="flex gap-2 font-semibold">
      <span class="mt-1"><span class={q.decides ? 'mark-open' : 'mark-note'}></span></span>{q.text}
      <span class="text-soft ml-auto font-normal whitespace-nowrap">{q.decides ? 'decides' : 'narrows'}</span>
    </p>
    <p class="text-soft mt-0.5">{q.why}</p>
    {#if q.changes}<p class="mt-0.5"><span class="text-soft">If answered</span> {q.changes}</p>{/if}
    {#if q.remembered}
      <p class="mt-0.5">
        <button class="plain" type="button" onclick={() => settle(q, q.remembered?.answer ?? '')}
          >Take “{q.remembered.answer}”</button
        >
        <span class="text-soft">answered for the same words by {q.remembered.by}, {q.remembered.on}</span>
      </p>
    {/if}
    {#if q.options.length}
      <p class="mt-1.5 flex flex-wrap gap-2">
        {#each q.options as option (option)}
          <button class="plain" type="button" onclick={() => settle(q, option)}
            >{option}{option === q.default ? ' (taken now)' : ''}</button
          >
        {/each}
      </p>
    {:else}
      <p class="mt-1.5 flex gap-2">
        <input
          class="field"
          bind:value={answers[keyOf(q)]}
          aria-label={`Answer: ${q.text}`}
          placeholder={q.default ? `taken now: ${q.default}` : hintFor(q)}
        /><button class="plain" type="submit">Settle</button>
      </p>
    {/if}
  </form>
{/snippet}

<svelte:head><title>Intake · Northsquall</title></svelte:head>
<div class="flex h-full flex-col">
  <Bar
    title="Intake"
    detail={a ? `${a.title}, not yet a review` : 'paste a procedure as its author wrote it'}
  />
  <main class="grid min-h-0 flex-1 grid-cols-[minmax(0,1.15fr)_minmax(0,1fr)_minmax(0,1.05fr)]">
    <section class="border-rule bg-sheet flex min-h-0 flex-col border-r" aria-label="Text">
      <div class="head mx-4 mt-3 flex items-baseline justify-between">
        <h2>
          Text
          <span class="text-soft font-normal"
            >{marks.length
              ? `${marks.filter((m) => m.kind !== 'unread').length} pieces read, ${marks.filter((m) => m.kind === 'unread').length} not`
              : ''}</span
          >
        </h2>
      </div>
      <TextEditor
        bind:this={editor}
        value={text}
        {marks}
        label="Text of the procedure"
        hint="Paste the procedure here, or drop a file."
        onchange={typed}
        onpiece={(p) => (here = p)}
        onfile={(f) => void openFile(f)}
      />
      <div class="border-rule min-h-[58px] border-t px-4 py-2" role="status" aria-label="At the cursor">
        {#if here}
          <p>
            <span class="font-semibold" class:text-ochre={here.kind === 'unread'}>{here.says}</span>
            {#if place}<span class="text-soft">step {place}</span>{/if}
          </p>
          {#each known?.assumptions ?? [] as line (line)}<p class="text-soft">{line}</p>{/each}
          {#each open as q (keyOf(q))}
            <p>
              {q.why}
              {#each q.options as option (option)}
                <button class="plain ml-2" type="button" onclick={() => settle(q, option)}
                  >{option}{option === q.default ? ' (taken now)' : ''}</button
                >
              {/each}
              {#if q.default && !q.options.length}<span class="text-soft">Taken now: {q.default}.</span>{/if}
            </p>
          {/each}
        {:else}
          <label class="text-soft"
            >{opening ? `Opening ${opening}…` : 'or a file: Word, PDF, web page, table, text'}
            <input
              type="file"
              accept=".txt,.md,.docx,.pdf,.html,.htm,.csv,.xlsx,.json"
              onchange={file}
              class="text-[13px]"
            /></label
          >
        {/if}
      </div>
    </section>
    <section class="border-rule min-h-0 overflow-auto border-r px-4 py-3" aria-label="Questions">
      <h2 class="head">
        Questions <span class="text-soft font-normal">what moves the answer most comes first</span>
      </h2>
      {#each [refusal, trouble].filter(Boolean) as said (said)}
        <p class="text-rust mt-3 font-semibold" role="alert">{said}</p>
      {/each}
      {#if !text.trim()}
        <p class="mt-4">
          Nothing is guessed: what cannot be read stays marked, and what is missing is asked here.
        </p>
      {:else if !a}
        <p class="text-soft mt-4" aria-busy="true">{reading ? 'Reading…' : ''}</p>
      {:else if a.referred}
        <p class="text-rust mt-4 text-lg font-semibold">{a.referred}</p>
      {:else}
        {#each foremost as q, i (keyOf(q) + i)}
          {@render question(q)}
        {:else}
          <p class="mt-4">
            {a.verdict === 'not established'
              ? 'No answer would settle it; what stays open is told with the findings.'
              : 'Nothing is missing that decides.'}
          </p>
        {/each}
        {#if untried}<p class="text-soft mt-2" aria-live="polite">
            Trying what the answers would change…
          </p>{/if}
        {#if lesser.length}
          <details class="mt-3">
            <summary class="cursor-pointer font-semibold"
              >{lesser.length} more {lesser.length === 1 ? 'question' : 'questions'}
              <span class="text-soft font-normal">whose answer hardly moves a figure</span></summary
            >
            {#each lesser as q, i (keyOf(q) + i)}{@render question(q)}{/each}
          </details>
        {/if}
        {#if a.unread.length}
          <h3 class="head mt-5">Not read, set aside</h3>
          {#each a.unread as u (u.start)}
            <p class="border-rule border-b py-1">
              <span class="bg-ochre-wash font-serif">{clipped(u.text, 90)}</span>
              <span class="text-soft">{u.why}</span>
            </p>
          {/each}
        {/if}
        <div class="mt-5 flex items-start gap-3">
          <button class="filled shrink-0" disabled={!may || busy} onclick={handIn}
            >{busy ? 'Handing in…' : 'Hand in for review'}</button
          >
          <p>
            Proposed: <strong
              class:text-rust={a.verdict === 'not acceptable'}
              class:text-ochre={a.verdict === 'not established'}>{a.verdict}</strong
            >{#if !may}<br /><span class="text-soft">Handing in needs the role author or reviewer.</span>{/if}
          </p>
        </div>
      {/if}
    </section>
    <!-- svelte-ignore a11y_no_noninteractive_tabindex -->
    <section class="min-h-0 overflow-auto px-4 py-3" aria-label="Charge sheet" tabindex="0">
      <h2 class="head">
        Charge sheet {#if a}<span class="text-soft font-normal"
            >{a.materials.filter((m) => m.mol.established).length} of {a.materials.length} lines settled</span
          >{/if}
      </h2>
      {#if a && a.materials.length}
        <table class="w-full">
          <thead
            ><tr class="text-soft text-left"
              ><th class="py-1 font-normal">material</th><th class="num font-normal">g</th><th
                class="num pl-3 font-normal">mol</th
              ><th class="num pl-3 font-normal">equiv.</th><th class="pl-3 font-normal">role</th></tr
            ></thead
          >
          <tbody>
            {#each a.materials as m (m.id)}
              <tr class="border-rule border-t align-top" class:opened={!m.mol.established}>
                <td class="py-1 pr-2"
                  ><span class="font-semibold">{m.name}</span><br /><span class="text-soft text-[13px]"
                    >{clipped(m.text, 42)}</span
                  ></td
                >
                <td class="num py-1">{m.mass_g === null ? '' : short(m.mass_g)}</td>
                <td class="num py-1 pl-3"
                  >{#if m.mol.established}{Number((m.mol.best ?? 0).toPrecision(3))}{:else}<span
                      class="text-ochre">not<br />established</span
                    >{/if}</td
                >
                <td class="num py-1 pl-3"
                  >{m.equivalents === null ? '' : Number(m.equivalents.toPrecision(3))}</td
                >
                <td class="py-1 pl-3"
                  >{#if m.limiting}<strong>limits</strong>{:else}{m.role ?? ''}{/if}</td
                >
              </tr>
            {/each}
          </tbody>
        </table>
        <h3 class="head mt-5">Recognised so far</h3>
        <dl>
          {#each wanted(a) as r, i (i)}
            <div class="row">
              <dt>wanted</dt>
              <dd>{r.names}; {figureText(r.dH_kJ_per_mol)}, {routeWords[r.route]}</dd>
            </div>
          {/each}
          <div class="row">
            <dt>heat of the batch</dt>
            <dd>{figureText(a.heat.total_kJ)}</dd>
          </div>
          <div class="row">
            <dt>adiabatic rise</dt>
            <dd>
              {figureText(a.heat.adiabatic_rise_K)}{a.heat.adiabatic_rise_K.established
                ? `, ${a.heat.severity}`
                : ''}
            </dd>
          </div>
          {#each a.gases as g (g.formula)}<div class="row">
              <dt>gas</dt>
              <dd>
                {#each formulaPieces(g.formula) as piece, i (i)}{#if piece.sub}<sub>{piece.text}</sub
                    >{:else}{piece.text}{/if}{/each}: {figureText(g.litres_25C_1atm)}
              </dd>
            </div>{/each}
          {#if a.yield.percent !== null && a.yield.reported_g !== null && a.yield.theoretical_g !== null}<div
              class="row"
            >
              <dt>yield</dt>
              <dd>
                {short(a.yield.percent)} % ({short(a.yield.reported_g)} of {short(a.yield.theoretical_g)} g)
              </dd>
            </div>{/if}
        </dl>
        <h3 class="head mt-5">Steps</h3>
        <ol>
          {#each a.steps as s (s.n)}
            <li class="row">
              <span class="w-6 shrink-0">{s.n}</span><span class="w-20 shrink-0 font-semibold">{s.kind}</span
              ><span class="text-soft min-w-0 flex-1"
                ><span class="block truncate">{s.vessel ?? ''}</span>{#if s.from_vessel}<span
                    class="block truncate text-[13px]"
                    >{s.share == null ? 'all that is in' : `${short(100 * s.share)} % of`}
                    {s.from_vessel}</span
                  >{/if}</span
              ><span class="num"
                >{s.duration_min.established ? minutes(s.duration_min.best ?? 0) : 'not established'}</span
              >
            </li>
          {/each}
        </ol>
      {:else if text.trim() && a}
        <p class="text-soft mt-3">No charge was read.</p>
      {/if}
    </section>
  </main>
  <Foot {keys} />
</div>
<KeyMap {keys} bind:open={showKeys} />

<style>
  .row {
    display: flex;
    gap: 12px;
    border-bottom: 1px solid var(--rule);
    padding: 4px 0;
  }
  .row dt {
    width: 110px;
    flex-shrink: 0;
    color: var(--soft);
  }
  .opened {
    border-top-style: dashed;
    border-color: var(--ochre);
  }
</style>
