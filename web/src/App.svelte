<script lang="ts">
  import { onMount } from 'svelte';
  import { route } from './lib/route.svelte';
  import { session } from './lib/session.svelte';
  import Catalogue from './views/catalogue/Catalogue.svelte';
  import Chemistry from './views/chemistry/Chemistry.svelte';
  import Decision from './views/decision/Decision.svelte';
  import Desk from './views/desk/Desk.svelte';
  import Docket from './views/docket/Docket.svelte';
  import Intake from './views/intake/Intake.svelte';
  import Ladder from './views/ladder/Ladder.svelte';
  import Plan from './views/plan/Plan.svelte';
  import Stability from './views/stability/Stability.svelte';
  import Quench from './views/quench/Quench.svelte';
  import Train from './views/train/Train.svelte';
  import SignIn from './views/signin/SignIn.svelte';

  let failed = $state('');
  onMount(() => {
    session.load().catch((e: Error) => (failed = e.message));
  });
  const view = $derived(route.parts[0] ?? 'docket');
  const id = $derived(Number(route.parts[1] ?? 0));
</script>

{#if failed}
  <main class="m-auto max-w-md p-8">
    <p>{failed}</p>
    <button class="plain mt-3" onclick={() => location.reload()}>Try again</button>
  </main>
{:else if !session.known}
  <main class="p-8" aria-busy="true"><p class="text-soft">Asking who is signed in…</p></main>
{:else if !session.person}
  <SignIn />
{:else if view === 'intake'}
  <Intake />
{:else if view === 'desk' && id}
  {#key id}<Desk {id} />{/key}
{:else if view === 'chemistry' && id}
  {#key id}<Chemistry {id} />{/key}
{:else if view === 'stability' && id}
  {#key id}<Stability {id} />{/key}
{:else if view === 'train' && id}
  {#key id}<Train {id} />{/key}
{:else if view === 'quench' && id}
  {#key id}<Quench {id} />{/key}
{:else if view === 'plan' && id}
  {#key id}<Plan {id} />{/key}
{:else if view === 'ladder' && id}
  {#key id}<Ladder {id} />{/key}
{:else if view === 'catalogue'}
  <Catalogue />
{:else if view === 'decision' && id}
  {#key id}<Decision {id} />{/key}
{:else}
  <Docket />
{/if}
