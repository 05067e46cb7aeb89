<script lang="ts">
  import { sentence } from '../lib/format';
  import type { Assessment, Finding, Mark } from '../api/client';
  import { cut, paragraphs, points } from '../lib/spans';

  interface Props {
    text: string;
    assessment: Assessment;
    step: number | null;
    editable: boolean;
    onstep?: (n: number) => void;
    onchange?: (start: number, end: number, words: string) => void;
  }
  let { text, assessment, step, editable, onstep, onchange }: Props = $props();

  interface Place {
    start: number;
    end: number;
    mark: Mark | null;
    unread: string | null;
    was: string | null;
  }
  const chars = $derived(points(text));
  const paras = $derived(paragraphs(chars));
  const edits = $derived(assessment.edits as { span: [number, number]; was: string; by: string }[]);
  const places = $derived.by(() => {
    const found: Place[] = assessment.marks.map((m) => ({
      start: m.start,
      end: m.end,
      mark: m,
      unread: null,
      was: edits.find((e) => e.span[0] < m.end && e.span[1] > m.start)?.was ?? null,
    }));
    for (const u of assessment.unread)
      if (found.every((p) => u.end <= p.start || u.start >= p.end))
        found.push({ start: u.start, end: u.end, mark: null, unread: u.why, was: null });
    for (const e of edits)
      if (found.every((p) => e.span[1] <= p.start || e.span[0] >= p.end))
        found.push({ start: e.span[0], end: e.span[1], mark: null, unread: null, was: e.was });
    return found.sort((a, b) => a.start - b.start);
  });
  const span = $derived(assessment.steps.find((s) => s.n === step)?.anchor ?? null);
  const stepsOf = (from: number, to: number) => {
    const ns = assessment.steps.filter((s) => s.anchor.start >= from && s.anchor.start < to).map((s) => s.n);
    return ns.length ? (ns.length > 1 ? `${ns[0]}–${ns.at(-1)}` : `${ns[0]}`) : '';
  };
  const findingsOf = (from: number, to: number): Finding[] =>
    assessment.findings.filter((f) => f.anchor && f.anchor.start >= from && f.anchor.start < to);
  const loose = $derived(assessment.findings.filter((f) => !f.anchor));

  let editing = $state<{ start: number; end: number } | null>(null);
  let typed = $state('');

  function open(p: Place) {
    if (!editable || !p.mark) return;
    editing = { start: p.start, end: p.end };
    typed = chars.slice(p.start, p.end).join('');
  }
  function commit() {
    if (editing && typed.trim() && typed.trim() !== chars.slice(editing.start, editing.end).join(''))
      onchange?.(editing.start, editing.end, typed.trim());
    editing = null;
  }
  function chosen(p: { start: number; end: number }) {
    return span !== null && p.start >= span.start && p.end <= span.end;
  }
  const word = (f: Finding) =>
    !f.established
      ? 'Not established'
      : f.severity === 'stop'
        ? 'Stop'
        : f.severity === 'condition'
          ? 'Condition'
          : 'Note';
</script>

{#snippet line(f: Finding)}
  <li class="flex gap-2 py-0.5" id={`finding-${f.code}-${f.step ?? 0}`}>
    <span class="mt-1 shrink-0"><span class={f.established ? `mark-${f.severity}` : 'mark-open'}></span></span
    >
    <span class="leading-snug">
      <span
        class="font-semibold"
        class:text-rust={f.severity === 'stop' && f.established}
        class:text-ochre={!f.established}>{word(f)}.</span
      >
      <span class="text-soft">{f.code}</span>
      {f.message}
      {#each f.parts ?? [] as part, k (k)}&ensp;{sentence(part)}{/each}
      {#if f.remedy && f.severity !== 'note'}<span class="text-soft">{f.remedy}</span>{/if}
    </span>
  </li>
{/snippet}

<div class="manuscript">
  {#each paras as [from, to] (from)}
    {@const found = findingsOf(from, to)}
    <div class="flex gap-2 px-4 py-1.5">
      <button
        class="text-soft w-7 shrink-0 cursor-pointer self-start pt-0.5 text-left text-[12px]"
        onclick={() => {
          const first = assessment.steps.find((s) => s.anchor.start >= from && s.anchor.start < to);
          if (first) onstep?.(first.n);
        }}
        aria-label={stepsOf(from, to) ? `Steps ${stepsOf(from, to)}` : 'No step'}
        disabled={!stepsOf(from, to)}>{stepsOf(from, to)}</button
      >
      <div class="min-w-0 flex-1">
        <p class="font-serif text-[15px] leading-[1.5] whitespace-pre-line">
          {#each cut(chars, from, to, places) as piece (piece.start)}{#if piece.mark && editing && editing.start === piece.start}<!-- svelte-ignore a11y_autofocus --><input
                class="field inline-block w-40 font-sans text-[14px]"
                aria-label="New words"
                bind:value={typed}
                onkeydown={(e) => {
                  if (e.key === 'Enter') commit();
                  if (e.key === 'Escape') editing = null;
                  e.stopPropagation();
                }}
                onblur={commit}
                autofocus
              />{:else if piece.mark?.mark}{#if piece.mark.was}<del class="text-soft mr-1"
                  >{piece.mark.was}</del
                >{/if}{#if editable}<span
                  class="live"
                  class:now={chosen(piece)}
                  data-kind={piece.mark.mark.kind}
                  title={piece.mark.mark.says}
                  role="button"
                  tabindex="0"
                  onclick={() => open(piece.mark as Place)}
                  onkeydown={(e) => {
                    if (e.key === 'Enter') {
                      e.preventDefault();
                      e.stopPropagation();
                      open(piece.mark as Place);
                    }
                  }}>{piece.text}</span
                >{:else}<span
                  class="live"
                  class:now={chosen(piece)}
                  data-kind={piece.mark.mark.kind}
                  title={piece.mark.mark.says}>{piece.text}</span
                >{/if}{:else if piece.mark?.unread}<span
                class="unread"
                title={`Not read: ${piece.mark.unread}`}>{piece.text}</span
              >{:else if piece.mark?.was}<del class="text-soft mr-1">{piece.mark.was}</del><span class="live"
                >{piece.text}</span
              >{:else}<span class:now={chosen(piece)}>{piece.text}</span>{/if}{/each}
        </p>
        {#if found.length}
          <ul class="mt-1">
            {#each found as f, i (f.code + (f.step ?? 0) + i)}{@render line(f)}{/each}
          </ul>
        {/if}
      </div>
    </div>
  {/each}
  {#if loose.length}
    <ul class="border-rule mx-4 border-t py-1.5">
      {#each loose as f, i (f.code + i)}{@render line(f)}{/each}
    </ul>
  {/if}
</div>

<style>
  .live {
    font: inherit;
    display: inline;
    text-align: left;
    border-bottom: 1px solid var(--soft);
    padding: 0;
    background: none;
  }
  span.live[role='button'] {
    cursor: text;
  }
  span.live[role='button']:hover {
    background: var(--chosen);
  }
  .live[data-kind='time'],
  .live[data-kind='amount'],
  .live[data-kind='temperature'],
  .live[data-kind='bath'] {
    font-weight: 650;
  }
  .live[data-kind='time'],
  .live[data-kind='bath'] {
    border-bottom-width: 2px;
    border-bottom-color: var(--rust);
  }
  .live[data-kind='bath'] {
    border-bottom-color: var(--teal);
  }
  .now {
    background: var(--chosen);
  }
  .unread {
    background: var(--ochre-wash);
    border-bottom: 1.5px dashed var(--ochre);
  }
</style>
