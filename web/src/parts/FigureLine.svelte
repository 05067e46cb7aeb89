<script lang="ts">
  import type { Figure } from '../api/client';
  import { figureWords, sentence, short } from '../lib/format';

  interface Props {
    label: string;
    value: Figure;
    against: string;
    over: boolean;
    colour: string;
    key: string;
    open: boolean;
    ontoggle: () => void;
    onreplace: (path: string, value: number) => void;
  }
  let { label, value, against, over, colour, key, open, ontoggle, onreplace }: Props = $props();
  const w = $derived(figureWords(value));
  const inputs = $derived(value.working?.inputs ?? []);
  let replacing = $state<string | null>(null);
  let typed = $state('');

  const origin: Record<string, string> = {
    procedure: 'written',
    catalogue: 'catalogue',
    assumed: 'assumed',
    computed: 'computed',
    laboratory: 'laboratory rule',
    reviewer: 'replaced',
  };

  function submit(event: SubmitEvent) {
    event.preventDefault();
    const number = Number(typed.replace(',', '.').replace('−', '-'));
    if (replacing && Number.isFinite(number) && typed.trim()) onreplace(replacing, number);
    replacing = null;
  }
</script>

<section class="border-rule border-b py-1.5">
  <div class="flex items-baseline gap-2">
    <p
      class="text-[20px] leading-6 font-bold"
      class:text-rust={over}
      class:text-teal={colour === 'cool' && !over}
      class:text-ochre={w.open}
    >
      {w.best}<span class="text-[14px] font-semibold">{w.unit ? ` ${w.unit}` : ''}</span>
    </p>
    <span class="text-soft">{w.band}</span>
    <button
      class="link ml-auto shrink-0"
      aria-expanded={open}
      aria-controls={`working-${key}`}
      onclick={ontoggle}>{open ? 'Close' : 'Working'}<span class="sr-only"> of {label}</span></button
    >
  </div>
  <p class="leading-snug">
    {label}.
    <span class:text-rust={over} class="text-soft" class:font-semibold={over}
      >{sentence(over ? `over: ${against}` : against)}</span
    >
  </p>
  {#if open}
    <div id={`working-${key}`} class="border-teal bg-sheet mt-1.5 border-l-2 px-2.5 py-1.5">
      {#if value.reason}<p>{sentence(value.reason)}</p>{/if}
      {#if value.working}
        <p class="font-serif text-[13px]">{value.working.expression}</p>
        <dl class="mt-1">
          {#each inputs as i (i.name)}
            <div class="border-rule flex flex-wrap items-baseline gap-x-2 border-t py-0.5">
              <dt class="min-w-0 flex-1">{i.name}</dt>
              <dd class="font-semibold whitespace-nowrap">
                {typeof i.value === 'number' ? short(i.value) : i.value}
                {i.unit}
              </dd>
              <dd
                class="basis-full text-[13px]"
                class:text-ochre={i.origin === 'assumed'}
                class:text-soft={i.origin !== 'assumed'}
              >
                {origin[i.origin]}{i.note ? `, ${i.note}` : ''}
                {#if i.path && replacing !== i.path}
                  <button
                    class="link"
                    onclick={() => ((replacing = i.path ?? null), (typed = String(i.value ?? '')))}
                    >replace<span class="sr-only"> {i.name}</span></button
                  >
                {/if}
              </dd>
              {#if i.path && replacing === i.path}
                <form class="flex basis-full gap-2 py-1" onsubmit={submit}>
                  <!-- svelte-ignore a11y_autofocus -->
                  <input
                    class="field"
                    bind:value={typed}
                    aria-label={`New value of ${i.name}, ${i.unit}`}
                    autofocus
                  />
                  <button class="plain" type="submit">Try</button>
                </form>
              {/if}
            </div>
          {/each}
        </dl>
        {#if value.working.sources?.length}<p class="text-soft mt-1 text-[13px]">
            {value.working.sources.join('; ')}
          </p>{/if}
      {/if}
    </div>
  {/if}
</section>
