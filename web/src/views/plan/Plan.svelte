<script lang="ts">
  import { onMount } from 'svelte';
  import { ask, client, type DayPlan, type ProcedureOut } from '../../api/client';
  import { keep, kept } from '../../lib/drafts';
  import { Latest } from '../../lib/latest';
  import { minutes } from '../../lib/format';
  import { inner, route } from '../../lib/route.svelte';
  import { newest } from '../../lib/revision.svelte';
  import { session } from '../../lib/session.svelte';
  import Bar from '../../parts/Bar.svelte';
  import Foot from '../../parts/Foot.svelte';
  import KeyMap from '../../parts/KeyMap.svelte';
  import Waiting from '../../parts/Waiting.svelte';
  import { bindKeys } from '../../parts/keys';
  import Sharing from './Sharing.svelte';
  import { clock, dayOf, share, span } from './clock';

  interface Props {
    id: number;
  }
  let { id }: Props = $props();
  let given = $state.raw<ProcedureOut | null>(null);
  let plan = $state.raw<DayPlan | null>(null);
  let message = $state('');
  let start = $state(kept<string>('plan-start') ?? tomorrow());
  let showKeys = $state(false);
  let field = $state<HTMLInputElement>();

  function tomorrow(): string {
    const d = new Date(Date.now() + 86_400_000);
    return `${d.getFullYear()}-${String(d.getMonth() + 1).padStart(2, '0')}-${String(d.getDate()).padStart(2, '0')}T09:00`;
  }
  const planner = new Latest<string>(async (value) => {
    if (!value) {
      message = 'Give a day and a time for the start.';
      return;
    }
    try {
      plan = await ask<DayPlan>(
        client.GET('/api/procedures/{procedure_id}/plan', {
          params: { path: { procedure_id: id }, query: { start: value } },
        }),
      );
      message = '';
    } catch (e) {
      message = session.said(e);
    }
  });
  function begin(value: string) {
    start = value;
    keep('plan-start', value);
    planner.ask(value);
  }
  onMount(() => {
    newest(id)
      .then((p) => (given = p))
      .catch((e: Error) => {
        message = session.said(e);
      });
    planner.ask(start);
    return bindKeys({
      s: () => setTimeout(() => field?.focus()),
      p: () => print(),
      b: () => route.go(`/desk/${id}`),
      g: () => route.go('/'),
      'Shift+?': () => (showKeys = true),
    });
  });
  const query = $derived(`?start=${encodeURIComponent(start)}`);
  const range = $derived(plan ? span(plan) : null);
  const there = $derived(plan ? plan.rows.reduce((sum, r) => sum + r.attended_min, 0) : 0);
  const outside = $derived(plan ? plan.rows.filter((r) => r.outside) : []);
  const restAfter = $derived(new Map((plan?.rests ?? []).map((r) => [r.after_step, r.why])));
  const keys: [string, string][] = [
    ['s', 'start'],
    ['p', 'print'],
    ['b', 'desk'],
    ['g', 'docket'],
    ['?', 'all keys'],
  ];
</script>

<svelte:head><title>Day plan · Northsquall</title></svelte:head>
<div class="plan flex h-full flex-col">
  <Bar
    title={given?.title ?? 'Day plan'}
    detail={given ? `revision ${given.number}, by the clock` : ''}
    {id}
  />
  {#if !given && message}
    <Waiting {message} />
  {:else}
    <main class="grid min-h-0 flex-1 grid-cols-[minmax(0,1fr)_300px]">
      <!-- svelte-ignore a11y_no_noninteractive_tabindex -->
      <section class="min-h-0 overflow-auto px-4 py-3" aria-label="Steps by the clock" tabindex="0">
        {#if !plan}
          <p class="text-soft" aria-busy="true">{message || 'Laying out the day…'}</p>
        {:else if range}
          <table class="w-full table-fixed">
            <caption class="sr-only">Steps with their times; who must be there</caption>
            <thead>
              <tr class="text-soft text-left">
                <th class="w-[58px] py-1 font-normal">start</th>
                <th class="w-[58px] font-normal">end</th>
                <th class="font-normal">step</th>
                <th class="num w-[104px] pr-4 font-normal">somebody there</th>
                <th class="w-[34%] font-normal"
                  ><span class="flex justify-between"
                    ><span>{dayOf(range.from)} {clock(range.from)}</span><span
                      >{dayOf(range.to) === dayOf(range.from) ? '' : `${dayOf(range.to)} `}{clock(
                        range.to,
                      )}</span
                    ></span
                  ></th
                >
              </tr>
            </thead>
            <tbody>
              {#each plan.rows as r (r.step)}
                <tr class="border-rule border-t align-top">
                  <td class="py-1.5 font-semibold">{clock(r.start)}</td>
                  <td class="py-1.5"
                    >{#if r.duration_min.established}{clock(r.end)}{:else}<span class="text-ochre">open</span
                      >{/if}</td
                  >
                  <td class="py-1.5 pr-3">
                    <span class="font-semibold">{r.step} {r.kind}</span>
                    <span class="text-soft"
                      >{r.duration_min.established
                        ? minutes(r.duration_min.best ?? 0)
                        : 'time not established'}{r.written ? '' : ', assumed'}</span
                    >
                    {#if r.outside}<span class="text-rust font-semibold">outside working hours</span>{/if}
                    {#if r.alone}<span class="text-rust font-semibold">left alone</span>{/if}
                    <span class="text-soft block truncate font-serif text-[13px]">{r.text}</span>
                    {#if restAfter.has(r.step)}<span class="text-teal block text-[13px]"
                        >may rest here: {restAfter.get(r.step)}</span
                      >{/if}
                  </td>
                  <td class="num py-1.5 pr-4"
                    >{r.attended_min > 0
                      ? minutes(r.attended_min)
                      : 'nobody'}{#if r.attended_until && r.attended_until < r.end}<span
                        class="text-soft block text-[13px]">until {clock(r.attended_until)}</span
                      >{/if}</td
                  >
                  <td class="py-1.5">
                    <svg
                      class="block h-5 w-full"
                      preserveAspectRatio="none"
                      viewBox="0 0 1000 20"
                      aria-hidden="true"
                    >
                      <line x1="0" x2="1000" y1="10" y2="10" class="track" />
                      <rect
                        x={share(range, r.start) * 1000}
                        width={Math.max((share(range, r.end) - share(range, r.start)) * 1000, 3)}
                        y="6"
                        height="8"
                        class="runs"
                      />
                      {#if r.attended_until}
                        <rect
                          x={share(range, r.start) * 1000}
                          width={Math.max((share(range, r.attended_until) - share(range, r.start)) * 1000, 3)}
                          y="3"
                          height="14"
                          class="there"
                          class:late={r.outside}
                        />
                      {/if}
                    </svg>
                  </td>
                </tr>
              {/each}
            </tbody>
          </table>
          <p class="text-soft mt-2 text-[13px]">
            Full bar: somebody must be there. Thin bar: it runs by itself. Times that nobody wrote are
            assumed, as each row says.
          </p>
        {/if}
      </section>
      <section class="border-rule min-h-0 overflow-auto border-l px-4 py-3" aria-label="The day as a whole">
        <form onsubmit={(e) => e.preventDefault()}>
          <label class="head block" for="plan-start">Start</label>
          <input
            id="plan-start"
            class="field mt-1.5 w-full"
            type="datetime-local"
            bind:this={field}
            value={start}
            oninput={(e) => begin((e.target as HTMLInputElement).value)}
          />
        </form>
        {#if message}<p class="text-rust mt-2 font-semibold" role="alert">{message}</p>{/if}
        {#if plan && range}
          <dl class="mt-3">
            <div class="border-rule flex justify-between gap-3 border-b py-1">
              <dt class="text-soft">ends</dt>
              <dd>{dayOf(plan.end)} {clock(plan.end)}</dd>
            </div>
            <div class="border-rule flex justify-between gap-3 border-b py-1">
              <dt class="text-soft">somebody there</dt>
              <dd>{minutes(there)}</dd>
            </div>
            <div class="border-rule flex justify-between gap-3 border-b py-1">
              <dt class="text-soft">latest start</dt>
              <dd>
                {plan.latest_start ??
                  (plan.not_established.length
                    ? 'not established'
                    : plan.work_hours
                      ? 'does not fit one day'
                      : 'no working hours set')}
              </dd>
            </div>
            {#if plan.work_hours}<div class="border-rule flex justify-between gap-3 border-b py-1">
                <dt class="text-soft">working hours</dt>
                <dd>{plan.work_hours}</dd>
              </div>{/if}
          </dl>
          {#if outside.length}
            <p class="text-rust mt-3 font-semibold">
              {outside.length === 1 ? 'Step' : 'Steps'}
              {outside.map((r) => r.step).join(', ')} need somebody outside working hours.
            </p>
          {/if}
          {#each plan.not_established as line (line)}<p class="text-ochre mt-3">{line}.</p>{/each}
          <h2 class="head mt-4">To renew</h2>
          {#each plan.refills as r (r['at'])}
            <p class="border-rule border-b py-1">
              <span class="font-semibold">{clock(r['at'] ?? '')}</span>
              {r['what']}, {r['mass_g']} g
            </p>
          {:else}<p class="text-soft py-1">Nothing has to be renewed.</p>{/each}
          <Sharing {id} {start} />
          <h2 class="head no-print mt-4">Take it along</h2>
          <p class="no-print mt-1.5 flex flex-wrap gap-3">
            <button class="plain" onclick={() => print()}>Print</button>
            <a class="link" href={`/api/procedures/${id}/plan.ics${query}`} download>Calendar file</a>
            <a class="link" href={`/api/procedures/${id}/plan.csv${query}`} download>Table</a>
            <a class="link" href={`/desk/${id}`} onclick={inner}>Back to the desk</a>
          </p>
        {/if}
      </section>
    </main>
  {/if}
  <Foot {keys} />
</div>
<KeyMap {keys} bind:open={showKeys} />

<style>
  .track {
    stroke: var(--rule);
    stroke-width: 1;
    vector-effect: non-scaling-stroke;
  }
  .runs {
    fill: var(--soft);
    opacity: 0.45;
  }
  .there {
    fill: var(--ink);
  }
  .there.late {
    fill: var(--rust);
  }
  @media print {
    .plan {
      height: auto;
    }
    .no-print {
      display: none;
    }
  }
</style>
