<script lang="ts">
  import type { Proposal } from '../../api/client';
  import type { DeskState } from './desk.svelte';

  let { desk, editable }: { desk: DeskState; editable: boolean } = $props();
  const remedies = $derived(desk.given?.assessment.remedies ?? []);
  const found = $derived(desk.proposed);
</script>

{#snippet line(label: string, detail: string, edits: Proposal['edits'], verdict: string)}
  <div class="border-rule flex items-start gap-2 border-b py-1.5">
    <p class="min-w-0 flex-1 leading-snug">
      <span class="font-semibold">{label}</span><br /><span class="text-soft text-[13px]"
        >{detail}{#if verdict}; then <span
            class:text-rust={verdict === 'not acceptable'}
            class:text-ochre={verdict === 'not established'}>{verdict}</span
          >{/if}</span
      >
    </p>
    <button
      class="plain shrink-0"
      disabled={!editable}
      onclick={() => desk.tryEdits(edits, label)}
      aria-label={`Try: ${label}`}>Try</button
    >
  </div>
{/snippet}

{#if remedies.length || found || desk.canSearch}
  <h2 class="head mt-2 flex items-baseline justify-between">
    {desk.given?.assessment.verdict === 'acceptable'
      ? 'What may be changed'
      : 'What would make it acceptable'}
    {#if found}<button class="link font-normal" onclick={() => desk.leaveSearch()}>put away</button>{/if}
  </h2>
  {#if found}
    {#if found.none}<p class="py-1.5">{found.none}</p>{/if}
    {#each found.singles as r (r.label)}
      {@render line(r.label, r.detail, r.edits, r.verdict)}
    {/each}
    {#if found.pairs.length}<p class="text-soft mt-1.5">Two changes</p>{/if}
    {#each found.pairs as r (r.label)}
      {@render line(r.label, r.detail, r.edits, r.verdict)}
    {/each}
  {:else}
    {#each remedies as r (r.id)}
      {@render line(r.label, r.detail, r.edits, '')}
    {/each}
    {#if desk.searching}
      <p class="mt-1.5 flex items-center gap-2" aria-live="polite">
        <progress class="h-2 w-20" value={desk.searching.done} max={desk.searching.of} aria-label="Search"
        ></progress>
        <span class="min-w-0 flex-1 truncate text-[13px]">{desk.searching.what}</span>
        <button class="plain" onclick={() => desk.stopSearch()}>Cancel</button>
      </p>
    {:else}
      <p class="mt-1.5">
        <button class="plain" onclick={() => desk.search()}>Search bath, batch and pairs</button>
      </p>
    {/if}
  {/if}
  {#each desk.given?.assessment.exotherm.contrary ?? [] as line (line)}
    <p class="border-ochre my-1.5 border-l-2 pl-2 leading-snug">{line}</p>
  {/each}
  {#if desk.noSearch}<p class="mt-1" role="status">{desk.noSearch}</p>{/if}
{/if}
