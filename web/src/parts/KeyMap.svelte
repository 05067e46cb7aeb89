<script lang="ts">
  let { keys, open = $bindable() }: { keys: [string, string][]; open: boolean } = $props();
  let dialog: HTMLDialogElement;
  $effect(() => {
    if (open && !dialog.open) dialog.showModal();
    if (!open && dialog.open) dialog.close();
  });
</script>

<dialog
  bind:this={dialog}
  onclose={() => (open = false)}
  class="border-ink bg-sheet text-ink m-auto w-96 border p-5"
  aria-labelledby="keymap-title"
>
  <h2 id="keymap-title" class="head">All keys</h2>
  <dl class="mt-2">
    {#each keys as [key, what] (key)}
      <div class="border-rule flex gap-3 border-b py-1">
        <dt class="w-28"><kbd>{key}</kbd></dt>
        <dd>{what}</dd>
      </div>
    {/each}
  </dl>
  <form method="dialog" class="mt-3 text-right"><button class="plain">Close</button></form>
</dialog>
