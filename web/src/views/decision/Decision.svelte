<script lang="ts">
  import { onMount } from 'svelte';
  import { ask, client, type DecisionOut, type Finding, type ProcedureOut } from '../../api/client';
  import { forget, keep, kept } from '../../lib/drafts';
  import { figureText } from '../../lib/format';
  import { inner, route } from '../../lib/route.svelte';
  import { newest } from '../../lib/revision.svelte';
  import { session } from '../../lib/session.svelte';
  import Bar from '../../parts/Bar.svelte';
  import Foot from '../../parts/Foot.svelte';
  import KeyMap from '../../parts/KeyMap.svelte';
  import { bindKeys } from '../../parts/keys';

  interface Draft {
    verdict: string;
    reason: string;
    conditions: string[];
    dismissed: Record<string, string>;
  }
  let { id }: { id: number } = $props();
  let given = $state<ProcedureOut | null>(null);
  let draft = $state<Draft>({ verdict: '', reason: '', conditions: [], dismissed: {} });
  let open = $state<string[]>([]);
  let message = $state('');
  let failed = $state('');
  let password = $state('');
  let question = $state('');
  let signing = $state(false);
  let busy = $state(false);
  let showKeys = $state(false);
  let dismissing = $state<string | null>(null);
  let reasonField = $state<HTMLTextAreaElement>();
  let passwordField = $state<HTMLInputElement>();

  const a = $derived(given?.assessment ?? null);
  const signed = $derived(given?.decision?.signature ?? null);
  const name = $derived(`decision-${id}-${given?.number ?? 0}`);
  const verdicts = ['acceptable', 'acceptable with conditions', 'not established', 'not acceptable'];
  const keyOf = (f: Finding, i: number) => `${f.code}-${f.step ?? 0}-${i}`;

  function fail(e: unknown) {
    failed = session.said(e);
  }
  async function load() {
    try {
      given = await newest(id);
      const d = given.decision;
      const proposal: Draft = {
        verdict: given.assessment.verdict,
        reason: '',
        dismissed: {},
        conditions: given.assessment.findings
          .filter((f) => f.severity === 'condition')
          .map((f) => f.remedy || f.message),
      };
      draft =
        kept<Draft>(`decision-${id}-${given.number}`) ??
        (d
          ? { verdict: d.verdict, reason: d.reason, conditions: d.conditions, dismissed: d.dismissed }
          : proposal);
      open = d?.open ?? [];
    } catch (e) {
      fail(e);
    }
  }
  function touched() {
    keep(name, draft);
    message = '';
  }
  async function save(): Promise<boolean> {
    if (!given) return false;
    busy = true;
    failed = '';
    try {
      const d = await ask<DecisionOut>(
        client.POST('/api/procedures/{procedure_id}/decision', {
          params: { path: { procedure_id: id } },
          body: { number: given.number, ...draft },
        }),
      );
      given.decision = d;
      open = d.open;
      message = 'Decision kept as a draft.';
      forget(name);
      busy = false;
      return true;
    } catch (e) {
      fail(e);
    }
    busy = false;
    return false;
  }
  async function beginSigning() {
    if (!given?.may_decide || signed) return;
    if (await save()) {
      if (open.length) return;
      signing = true;
      setTimeout(() => passwordField?.focus());
    }
  }
  async function giveBack(event: SubmitEvent) {
    event.preventDefault();
    busy = true;
    failed = '';
    try {
      message = (
        await ask<{ message: string }>(
          client.POST('/api/procedures/{procedure_id}/return', {
            params: { path: { procedure_id: id } },
            body: { message: question },
          }),
        )
      ).message;
      question = '';
    } catch (e) {
      fail(e);
    }
    busy = false;
  }
  async function sign(event: SubmitEvent) {
    event.preventDefault();
    if (!given) return;
    busy = true;
    failed = '';
    try {
      given.decision = await ask<DecisionOut>(
        client.POST('/api/procedures/{procedure_id}/signature', {
          params: { path: { procedure_id: id } },
          body: { number: given.number, password },
        }),
      );
      signing = false;
      message = 'Signed.';
    } catch (e) {
      fail(e);
    }
    password = '';
    busy = false;
  }
  const keys: [string, string][] = [
    ['d', 'differ, with a reason'],
    ['s', 'sign'],
    ['p', 'report'],
    ['b', 'bench card'],
    ['g', 'desk'],
    ['?', 'all keys'],
  ];
  onMount(() => {
    void load();
    return bindKeys({
      d: () => reasonField?.focus(),
      s: () => void beginSigning(),
      p: () => location.assign(`/api/procedures/${id}/report.pdf`),
      b: () => location.assign(`/api/procedures/${id}/bench-card.pdf`),
      g: () => route.go(`/desk/${id}`),
      'Shift+?': () => (showKeys = true),
    });
  });
  const may = $derived((given?.may_decide ?? false) && !signed);
</script>

<svelte:head><title>Decision, {given?.title ?? ''} · Northsquall</title></svelte:head>
<div class="flex h-full flex-col">
  <Bar title={given?.title ?? 'Decision'} detail={given ? `decision on revision ${given.number}` : ''} {id} />
  {#if !given || !a}
    <main class="p-8">
      {#if failed}<p class="text-rust">{failed}</p>{:else}<p class="text-soft" aria-busy="true">
          Reading the decision…
        </p>{/if}
    </main>
  {:else}
    <main class="grid min-h-0 flex-1 grid-cols-[minmax(0,1fr)_300px] overflow-hidden">
      <!-- svelte-ignore a11y_no_noninteractive_tabindex -->
      <div class="min-h-0 overflow-auto p-4" tabindex="0" role="region" aria-label="Decision sheet">
        <article class="border-rule bg-sheet border px-7 py-5">
          <div class="flex items-start justify-between gap-6">
            <div>
              <p class="text-soft">Decision on a procedure, {session.laboratory}</p>
              <h2 class="font-serif text-[22px] leading-tight font-bold">{given.title}</h2>
              <p class="text-soft">
                Revision {given.number}. Author {given.author}{given.decision
                  ? `, reviewer ${given.decision.reviewer}`
                  : ''}.
              </p>
            </div>
            <div class="border-rule shrink-0 border-l pl-6">
              <p class="text-soft">{signed ? 'Decided' : 'Decision'}</p>
              <p class="font-serif text-[19px] font-bold first-letter:uppercase">
                {given.decision?.verdict ?? draft.verdict}
              </p>
              <p class="text-soft">
                Proposed by the tool: <span
                  class:text-rust={a.verdict === 'not acceptable'}
                  class:text-ochre={a.verdict === 'not established'}
                  class="font-semibold">{a.verdict}</span
                >
              </p>
            </div>
          </div>
          {#if a.referred}<p class="text-rust mt-4 font-serif text-lg">{a.referred}</p>{:else}
            <dl class="border-ink mt-3 grid grid-cols-3 gap-x-6 border-y py-2">
              {#each a.governs as g (g.key + g.label)}<div class="py-0.5">
                  <dt class="text-soft text-[13px]">{g.label}</dt>
                  <dd class="font-semibold" class:text-rust={g.over} class:text-ochre={!g.value.established}>
                    {figureText(g.value)}{g.over ? ', over' : ''}
                  </dd>
                </div>{/each}
            </dl>
            <div class="mt-4 grid grid-cols-[minmax(0,1.25fr)_minmax(0,1fr)] gap-8">
              <section>
                <h3 class="head font-serif text-[16px]">1&ensp;Findings</h3>
                {#each a.findings as f, i (keyOf(f, i))}
                  {@const key = keyOf(f, i)}
                  <div class="border-rule flex gap-2.5 border-b py-1.5">
                    <span class="mt-1"
                      ><span class={f.established ? `mark-${f.severity}` : 'mark-open'}></span></span
                    >
                    <span class="w-9 shrink-0 font-semibold">{f.code}</span>
                    <div class="min-w-0 flex-1">
                      <p class="leading-snug">
                        <span class="sr-only">{f.severity}. </span><span
                          class:line-through={draft.dismissed[key]}>{f.message}</span
                        >
                        {#if f.limit}<span class="text-soft">Held against {f.limit}.</span>{/if}
                      </p>
                      {#if f.remedy && !draft.dismissed[key]}<p class="text-soft leading-snug">
                          {f.remedy}
                        </p>{/if}
                      {#if dismissing === key}
                        <p class="mt-1 flex gap-2">
                          <input
                            class="field"
                            bind:value={draft.dismissed[key]}
                            oninput={touched}
                            aria-label={`Reason to dismiss ${f.code}`}
                            placeholder="why it does not stand here"
                          /><button class="plain" onclick={() => (dismissing = null)}>Keep</button>
                        </p>
                      {:else if draft.dismissed[key]}
                        <p>
                          Dismissed: {draft.dismissed[key]}
                          {#if may}<button
                              class="link"
                              onclick={() => {
                                delete draft.dismissed[key];
                                touched();
                              }}>Raise again</button
                            >{/if}
                        </p>
                      {:else if may && f.severity !== 'note'}
                        <button class="link text-[13px]" onclick={() => (dismissing = key)}
                          >Dismiss with a reason<span class="sr-only"> {f.code}</span></button
                        >
                      {/if}
                    </div>
                  </div>
                {:else}<p class="py-2">None.</p>{/each}
                <h3 class="head mt-5 font-serif text-[16px]">
                  2&ensp;Stop limits for the person at the bench
                </h3>
                {#each a.steps.filter((s) => s.limit_C !== null && ['dose', 'add'].includes(s.kind)) as s (s.n)}
                  <p class="border-rule border-b py-1.5">
                    <strong>Step {s.n}: pot {s.limit_C} °C.</strong> Stop the addition; no ice and no water into
                    the acid; wait until it is back below.
                  </p>
                {:else}<p class="text-ochre py-1.5">No limit is written for any addition.</p>{/each}
                <p class="border-rule border-b py-1.5">
                  <strong>Stirrer stands still.</strong> Stop the addition at once; {a.exotherm
                    .accumulation_max.established
                    ? `up to ${Math.round((a.exotherm.accumulation_max.high ?? 0) * 100)} % may lie unreacted`
                    : 'how much lies unreacted is not established'}.
                </p>
              </section>
              <section>
                <h3 class="head font-serif text-[16px]">3&ensp;Decision</h3>
                <fieldset class="mt-1.5" disabled={!may}>
                  <legend class="sr-only">Verdict</legend>
                  {#each verdicts as v (v)}
                    <label class="flex items-center gap-2 py-1"
                      ><input
                        type="radio"
                        name="verdict"
                        value={v}
                        bind:group={draft.verdict}
                        onchange={touched}
                      /> <span class:font-semibold={draft.verdict === v}>{v}</span>{#if v === a.verdict}<span
                          class="text-soft">as proposed</span
                        >{/if}</label
                    >
                  {/each}
                </fieldset>
                <label class="mt-2 block"
                  >{draft.verdict === a.verdict ? 'Remarks' : 'Why you differ from the proposal'}
                  <textarea
                    class="field mt-1 font-serif"
                    rows="3"
                    bind:this={reasonField}
                    bind:value={draft.reason}
                    oninput={touched}
                    disabled={!may}></textarea>
                </label>
                <h3 class="head mt-4 font-serif text-[16px]">4&ensp;Conditions and hold points</h3>
                {#each draft.conditions.keys() as i (i)}
                  <p class="flex items-start gap-2 py-1">
                    <span class="pt-1.5 font-semibold">{i + 1}</span>
                    {#if may}<textarea
                        class="field font-serif"
                        rows="2"
                        bind:value={draft.conditions[i]}
                        oninput={touched}
                        aria-label={`Condition ${i + 1}`}></textarea><button
                        class="link"
                        aria-label={`Remove condition ${i + 1}`}
                        onclick={() => {
                          draft.conditions.splice(i, 1);
                          touched();
                        }}>Remove</button
                      >{:else}<span class="pt-1 font-serif">{draft.conditions[i]}</span>{/if}
                  </p>
                {:else}<p class="text-soft py-1">None.</p>{/each}
                {#if may}<button
                    class="plain mt-1"
                    onclick={() => {
                      draft.conditions.push('');
                      touched();
                    }}>Add a condition</button
                  >{/if}
              </section>
            </div>
          {/if}
          <div class="mt-8 flex gap-8">
            <div class="border-ink flex-1 border-t pt-1">
              {#if signed}<p class="font-serif text-[19px] italic">{signed.signer}</p>
                <p class="text-soft">
                  {signed.meaning}. {new Date(signed.at).toLocaleString('en-GB', {
                    dateStyle: 'long',
                    timeStyle: 'short',
                    timeZone: 'UTC',
                  })} UTC
                </p>
              {:else}<p class="text-ochre">Not signed</p>{/if}
            </div>
            <div class="border-ink flex-1 border-t pt-1">
              <p class="text-soft">
                Document {(signed?.document_hash ?? given.input_hash).slice(0, 16)}. Core {a.versions[
                  'core'
                ]}, catalogue {a.versions['catalogue']}.
              </p>
            </div>
          </div>
          <p class="border-rule text-soft mt-4 border-t pt-2 text-[13px]">{a.caution}</p>
        </article>
      </div>
      <aside class="border-rule min-h-0 overflow-auto border-l px-4 py-4" aria-label="Signing">
        <h2 class="head">Before you sign</h2>
        {#if signed}
          <p class="mt-2">Signed; this decision no longer changes. A new revision can be decided anew.</p>
        {/if}{#if !given.may_decide}
          <p class="text-ochre mt-2 font-semibold">{given.why_not}</p>
        {:else if !signed}<ul class="mt-1">
            <li class="border-rule border-b py-1">
              <span class="text-soft">done</span> reviewer is not the author
            </li>
            {#each open as o (o)}<li class="border-rule text-ochre border-b py-1">
                <span class="font-semibold">open</span>
                {o}
              </li>{/each}
          </ul>
          {#if signing}
            <form class="mt-3" onsubmit={sign}>
              <label class="block"
                >Your password again<input
                  class="field mt-1"
                  type="password"
                  bind:this={passwordField}
                  bind:value={password}
                  autocomplete="current-password"
                  required
                /></label
              >
              <p class="text-soft mt-1">
                You sign: “I have reviewed this revision and decide as stated”, {draft.verdict}.
              </p>
              <button class="filled mt-2 w-full" type="submit" disabled={busy}>Sign</button>
            </form>
          {:else}
            <button class="filled mt-3 w-full" disabled={busy} onclick={beginSigning}>Sign decision</button>
            <button class="plain mt-2 w-full" disabled={busy} onclick={save}>Keep as draft</button>
          {/if}
        {/if}
        {#if may}
          <form class="border-rule mt-4 border-t pt-3" onsubmit={giveBack}>
            <label class="block"
              >Question to the author<textarea
                class="field mt-1"
                rows="2"
                bind:value={question}
                required
                minlength="5"></textarea></label
            >
            <button class="plain mt-2 w-full" type="submit" disabled={busy}>Return to author</button>
          </form>
        {/if}
        {#if failed}<p class="text-rust mt-3 font-semibold" role="alert">{failed}</p>{/if}
        {#if message}<p class="mt-3" role="status">{message}</p>{/if}
        <p class="mt-4 flex flex-col gap-2">
          <a class="plain text-center" href={`/api/procedures/${id}/report.pdf`} download>Report (PDF)</a>
          <a class="plain text-center" href={`/api/procedures/${id}/bench-card.pdf`} download
            >Bench card (PDF)</a
          >
          <a class="link" href={`/desk/${id}`} onclick={inner}>Back to the desk</a>
        </p>
        <h2 class="head mt-5">Revisions</h2>
        {#each [...given.history].reverse() as h (h.number)}
          <p class="border-rule border-b py-1">
            <strong>{h.number}</strong>
            {h.why || 'changed'}
            <span class="text-soft">{h.by}{h.aside ? ', kept aside' : ''}; {h.verdict}</span>
          </p>
        {/each}
      </aside>
    </main>
  {/if}
  <Foot {keys} />
</div>
<KeyMap {keys} bind:open={showKeys} />
