<script lang="ts">
  import type { Snippet } from 'svelte';
  import type { ChemistryState } from '../views/chemistry/chemistry.svelte';

  interface Props {
    chem: ChemistryState;
    editable: boolean;
    children?: Snippet;
  }
  let { chem, editable, children }: Props = $props();
</script>

<div
  class="border-rule bg-ochre-wash flex flex-wrap items-center gap-x-4 gap-y-1 border-b px-4 py-1.5"
  role="status"
>
  {#if chem.onTrial}<strong>On trial.</strong> <span>{chem.shown?.verdict}</span>{/if}
  {@render children?.()}
  {#if chem.message}<span>{chem.message}</span>{/if}
  {#if chem.onTrial}
    <span class="ml-auto flex gap-3"
      ><button class="plain" onclick={() => chem.putBack()}>Put back</button>
      <button class="filled" disabled={!editable || chem.computing} onclick={() => chem.adopt()}
        >Adopt changes</button
      ></span
    >
  {/if}
</div>
