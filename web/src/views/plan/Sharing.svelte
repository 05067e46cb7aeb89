<script lang="ts">
  import { onMount } from 'svelte';
  import { ask, client, type Row, type Shared } from '../../api/client';
  import { minutes } from '../../lib/format';
  import { Latest } from '../../lib/latest';
  import { clock } from './clock';

  interface Props {
    id: number;
    start: string;
  }
  let { id, start }: Props = $props();
  let others = $state.raw<Row[]>([]);
  let other = $state('');
  // svelte-ignore state_referenced_locally
  let then = $state(start);
  let found = $state.raw<Shared[] | null>(null);
  let message = $state('');

  const heads: Record<Shared['what'], string> = {
    person: 'Both want somebody beside them',
    hood: 'Both need the hood',
    'ice bath': 'Both stand in ice',
    absorber: 'Both send gas to an absorber',
  };
  const groups = $derived(
    (Object.keys(heads) as Shared['what'][])
      .map((what) => [what, (found ?? []).filter((s) => s.what === what)] as const)
      .filter(([, spans]) => spans.length),
  );

  onMount(() => {
    ask<Row[]>(client.GET('/api/docket'))
      .then((rows) => (others = rows.filter((r) => r.id !== id)))
      .catch((e: Error) => (message = e.message));
  });
  // one question at a time, or the answer to an older one may come last
  const latest = new Latest<{ start: string; other: number; then: string }>(async (query) => {
    try {
      found = await ask<Shared[]>(
        client.GET('/api/procedures/{procedure_id}/shared', {
          params: { path: { procedure_id: id }, query },
        }),
      );
      message = '';
    } catch (e) {
      found = null;
      message = (e as Error).message;
    }
  });
  function compare() {
    if (other) latest.ask({ start, other: Number(other), then });
  }
</script>

<h2 class="head mt-4" class:no-print={!found}>Another run that day</h2>
<form
  class="no-print mt-1.5"
  onsubmit={(e) => {
    e.preventDefault();
    compare();
  }}
>
  <label class="block"
    >Procedure <select class="field w-full" bind:value={other} onchange={() => void compare()}>
      <option value="">none</option>
      {#each others as r (r.id)}<option value={String(r.id)}>{r.title}</option>{/each}
    </select></label
  >
  <label class="mt-1 block"
    >The other begins <input
      class="field w-full"
      type="datetime-local"
      bind:value={then}
      onchange={() => void compare()}
    /></label
  >
</form>
{#if message}<p class="text-rust mt-1 font-semibold" role="alert">{message}</p>{/if}
{#if found}
  {#each groups as [what, spans] (what)}
    <div class="border-rule border-b py-1 leading-snug">
      <p class="font-semibold">{heads[what]}</p>
      {#each spans as s (s.start)}
        <p class="flex justify-between">
          <span>{clock(s.start)} to {clock(s.end)}</span><span class="num">{minutes(s.minutes)}</span>
        </p>
      {/each}
    </div>
  {:else}<p class="text-soft py-1">They want nothing at the same time.</p>{/each}
{/if}

<style>
  @media print {
    .no-print {
      display: none;
    }
  }
</style>
