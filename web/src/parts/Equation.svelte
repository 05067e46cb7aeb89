<script lang="ts">
  import { equationPieces } from '../lib/format';
  let { text }: { text: string } = $props();
</script>

<!-- prettier-ignore -->
<span class="equation">{#each equationPieces(text) as p, i (i)}{#if p.at === 'sub'}<sub>{p.text}</sub>{:else if p.at === 'sup'}<sup>{p.text}</sup>{:else}{p.text}{/if}{/each}</span>

<style>
  sub,
  sup {
    font-size: 0.78em;
    line-height: 0;
  }
</style>
