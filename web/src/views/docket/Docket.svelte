<script lang="ts">
  import { onMount } from 'svelte';
  import { ask, client, Refused, type Row } from '../../api/client';
  import { inner, route } from '../../lib/route.svelte';
  import { session } from '../../lib/session.svelte';
  import Bar from '../../parts/Bar.svelte';
  import Foot from '../../parts/Foot.svelte';
  import KeyMap from '../../parts/KeyMap.svelte';
  import { bindKeys } from '../../parts/keys';
  import Silhouette from './Silhouette.svelte';

  let rows = $state<Row[] | null>(null);
  let failed = $state('');
  let at = $state(0);
  let find = $state('');
  let showKeys = $state(false);
  let finder = $state<HTMLInputElement>();

  const groups = $derived.by(() => {
    const wanted = (rows ?? []).filter(
      (r) => !find || `${r.title} ${r.author} ${r.verdict}`.toLowerCase().includes(find.toLowerCase()),
    );
    return (
      [
        ['Waits for you', wanted.filter((r) => r.mine)],
        ['Waits for a reviewer', wanted.filter((r) => !r.mine && r.state === 'reviewer')],
        ['Waits for the author', wanted.filter((r) => !r.mine && r.state === 'author')],
        ['Decided', wanted.filter((r) => !r.mine && r.state === 'decided')],
      ] as [string, Row[]][]
    ).filter(([, list]) => list.length);
  });
  const order = $derived(groups.flatMap(([, list]) => list));

  async function load() {
    failed = '';
    try {
      rows = await ask<Row[]>(client.GET('/api/docket'));
    } catch (e) {
      if (e instanceof Refused && e.status === 401) session.lost();
      failed = (e as Error).message;
    }
  }
  const keys: [string, string][] = [
    ['j', 'next row'],
    ['k', 'row before'],
    ['Enter', 'open'],
    ['/', 'find'],
    ['i', 'new review'],
    ['?', 'all keys'],
  ];
  onMount(() => {
    void load();
    return bindKeys({
      j: () => (at = Math.min(at + 1, order.length - 1)),
      k: () => (at = Math.max(at - 1, 0)),
      '/': () => finder?.focus(),
      i: () => route.go('/intake'),
      Enter: () => {
        const focused = document.activeElement;
        if (focused instanceof HTMLAnchorElement || focused instanceof HTMLButtonElement)
          return focused.click();
        const row = order[at];
        if (row) route.go(`/desk/${row.id}`);
      },
      'Shift+?': () => (showKeys = true),
    });
  });
  const waits = (d: number) => (d < 1 ? 'today' : d === 1 ? '1 day' : `${d} days`);
</script>

<svelte:head><title>Docket · Northsquall</title></svelte:head>
<div class="flex h-full flex-col">
  <Bar
    title="Docket"
    detail={`${session.laboratory}, ${new Date().toLocaleDateString('en-GB', { weekday: 'long', day: 'numeric', month: 'long' })}`}
  >
    <a class="filled" href="/intake" onclick={inner}>New review</a>
  </Bar>
  <main class="min-h-0 flex-1 overflow-auto px-4">
    {#if failed}
      <p class="text-rust py-6">{failed} <button class="link" onclick={load}>Try again</button></p>
    {:else if rows === null}
      <p class="text-soft py-6" aria-busy="true">Reading the docket…</p>
    {:else}
      <div class="flex items-center justify-between py-2">
        <label class="text-soft flex items-center gap-2"
          >Find <input
            class="field w-64"
            bind:this={finder}
            bind:value={find}
            placeholder="title, author or verdict"
          /></label
        >
        <p class="text-soft flex gap-4 text-[13px]">
          <span><span class="mark-stop"></span> stop</span><span
            ><span class="mark-condition"></span> condition</span
          ><span><span class="mark-note"></span> note</span><span
            ><span class="mark-open"></span> not established</span
          >
        </p>
      </div>
      {#if !rows.length}
        <p class="py-10 font-serif text-lg">
          Nothing waits. <a class="link" href="/intake" onclick={inner}>Start a new review</a>.
        </p>
      {:else if !order.length}
        <p class="py-10">
          Nothing fits “{find}”. <button class="link" onclick={() => (find = '')}>Show all</button>
        </p>
      {/if}
      {#if order.length}
        <table class="w-full">
          <thead class="border-ink border-b-[1.5px] text-left">
            <tr
              ><th class="w-[28%] py-1">procedure</th><th class="w-[220px]">pot against its limits</th><th
                class="w-[24%]">what governs</th
              ><th class="w-[150px]">findings</th><th>proposed or decided</th><th>waits</th><th class="w-20"
                ><span class="sr-only">open</span></th
              ></tr
            >
          </thead>
          {#each groups as [name, list] (name)}
            <tbody>
              <tr
                ><th colspan="7" scope="colgroup" class="border-ink border-b pt-3 pb-1 text-left"
                  >{name} <span class="text-soft font-normal">{list.length}</span></th
                ></tr
              >
              {#each list as r (r.id)}
                <tr class="border-rule border-b align-top" class:bg-chosen={order[at]?.id === r.id}>
                  <td class="py-2 pl-2"
                    ><a class="font-semibold hover:underline" href={`/desk/${r.id}`} onclick={inner}
                      >{r.title}</a
                    ><br /><span class="text-soft"
                      >revision {r.number}, {r.author}{r.asked ? `; asked: ${r.asked}` : ''}</span
                    ></td
                  >
                  <td class="py-1.5"><Silhouette of={r.silhouette} /></td>
                  <td class="py-2"
                    ><span class="font-semibold" class:text-ochre={r.governs === 'not established'}
                      >{r.governs}</span
                    ><br /><span class="text-soft">{r.against}</span></td
                  >
                  <td class="py-2 whitespace-nowrap">
                    {#if r.stops}<span class="mr-3"
                        ><span class="mark-stop"></span> {r.stops}<span class="sr-only"> stops</span></span
                      >{/if}
                    {#if r.conditions}<span class="mr-3"
                        ><span class="mark-condition"></span>
                        {r.conditions}<span class="sr-only"> conditions</span></span
                      >{/if}
                    {#if r.notes}<span class="mr-3"
                        ><span class="mark-note"></span> {r.notes}<span class="sr-only"> notes</span></span
                      >{/if}
                    {#if r.open}<span
                        ><span class="mark-open"></span>
                        {r.open}<span class="sr-only"> not established</span></span
                      >{/if}
                  </td>
                  <td class="py-2"
                    ><span
                      class:font-semibold={r.decided}
                      class:text-rust={r.verdict === 'not acceptable' && !r.decided}
                      class:text-ochre={r.verdict === 'not established' && !r.decided}
                      >{r.decided ?? r.verdict}</span
                    ><br /><span class="text-soft">{r.decided ? 'signed' : 'proposed'}</span></td
                  >
                  <td class="py-2">{waits(r.days)}</td>
                  <td class="py-2 text-right"
                    ><a class={r.mine ? 'filled inline-block' : 'link'} href={`/desk/${r.id}`} onclick={inner}
                      >{r.mine && session.has('reviewer') ? 'Review' : 'Open'}<span class="sr-only">
                        {r.title}</span
                      ></a
                    ></td
                  >
                </tr>
              {/each}
            </tbody>
          {/each}
        </table>
      {/if}
    {/if}
  </main>
  <Foot {keys} />
</div>
<KeyMap {keys} bind:open={showKeys} />
