<script lang="ts">
  import { session } from '../../lib/session.svelte';

  let username = $state('');
  let password = $state('');
  let message = $state('');
  let busy = $state(false);

  async function submit(event: SubmitEvent) {
    event.preventDefault();
    busy = true;
    message = '';
    try {
      await session.signIn(username.trim(), password);
    } catch (e) {
      message = (e as Error).message;
    }
    busy = false;
  }
</script>

<svelte:head><title>Sign in · Northsquall</title></svelte:head>
<main class="grid h-full grid-cols-[1fr_420px]">
  <section class="border-rule flex flex-col justify-center border-r p-16">
    <h1 class="font-serif text-[34px] leading-tight font-bold">Northsquall</h1>
    <p class="mt-3 max-w-xl font-serif text-[17px] leading-relaxed">
      Paste a procedure, see minute by minute where its heat goes and what holds it, what must change; decide,
      sign.
    </p>
    <p class="text-soft mt-6 max-w-xl">
      It supports a competent person's judgement. It replaces neither calorimetry, local codes, the
      institution's chemical-hygiene rules nor licensed practice.
    </p>
  </section>
  <form class="m-auto w-72" onsubmit={submit}>
    <h2 class="head mb-4">Sign in{session.laboratory ? `, ${session.laboratory}` : ''}</h2>
    {#if session.ended}<p class="text-ochre mb-3">
        Your session has ended. What you typed is kept in this browser.
      </p>{/if}
    <label class="block"
      >Name<input class="field mt-1" bind:value={username} autocomplete="username" required /></label
    >
    <label class="mt-3 block"
      >Password<input
        class="field mt-1"
        type="password"
        bind:value={password}
        autocomplete="current-password"
        required
      /></label
    >
    {#if message}<p class="text-rust mt-3 font-semibold" role="alert">{message}</p>{/if}
    <button class="filled mt-4 w-full" disabled={busy} type="submit"
      >{busy ? 'Signing in…' : 'Sign in'}</button
    >
  </form>
</main>
