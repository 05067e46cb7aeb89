<script lang="ts">
  let { keys }: { keys: [string, string][] } = $props();
</script>

<footer
  class="border-rule text-soft flex h-7 shrink-0 items-center gap-4 overflow-hidden border-t px-4 text-[13px] whitespace-nowrap"
>
  {#each keys as [key, what] (key)}<span><kbd>{key}</kbd>{what}</span>{/each}
  <span class="ml-auto truncate"
    >Supports a competent reviewer; replaces neither calorimetry nor local rules.</span
  >
</footer>
