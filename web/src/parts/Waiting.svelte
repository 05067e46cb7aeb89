<script lang="ts">
  import { inner } from '../lib/route.svelte';

  /** What stands in a screen's place until its revision is there: that it is being read, or why it is not. */
  let { message }: { message: string } = $props();
</script>

<main class="p-8">
  {#if message}
    <p class="text-rust">{message}</p>
    <p class="mt-2"><a class="link" href="/" onclick={inner}>To the docket</a></p>
  {:else}
    <p class="text-soft" aria-busy="true">Reading the procedure…</p>
  {/if}
</main>
