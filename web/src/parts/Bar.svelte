<script lang="ts">
  import type { Snippet } from 'svelte';
  import { inner, route } from '../lib/route.svelte';
  import { session } from '../lib/session.svelte';
  import { theme } from '../lib/theme.svelte';

  interface Props {
    title: string;
    detail?: string;
    id?: number | null;
    children?: Snippet;
  }
  let { title, detail = '', id = null, children }: Props = $props();
  const places = $derived([
    { path: '/', label: 'Docket' },
    { path: '/intake', label: 'Intake' },
    { path: '/catalogue', label: 'Catalogue' },
    ...(id
      ? [
          { path: `/desk/${id}`, label: 'Desk' },
          { path: `/chemistry/${id}`, label: 'Chemistry' },
          { path: `/train/${id}`, label: 'Gas train' },
          { path: `/quench/${id}`, label: 'Quench' },
          { path: `/stability/${id}`, label: 'Stability' },
          { path: `/ladder/${id}`, label: 'Ladder' },
          { path: `/plan/${id}`, label: 'Day plan' },
          { path: `/decision/${id}`, label: 'Decision' },
        ]
      : []),
  ]);
</script>

<header class="border-ink flex h-10 shrink-0 items-center gap-3 border-b px-4 whitespace-nowrap">
  <a href="/" onclick={inner} class="font-bold">Northsquall</a>
  <h1 class="min-w-24 truncate font-semibold">{title}</h1>
  {#if detail}<span class="text-soft hidden truncate min-[1500px]:inline">{detail}</span>{/if}
  <nav class="ml-auto flex h-full items-center gap-3" aria-label="Screens">
    {#each places as p (p.path)}
      <a
        href={p.path}
        onclick={inner}
        aria-current={route.path === p.path ? 'page' : undefined}
        class="flex h-full items-center"
        class:here={route.path === p.path}>{p.label}</a
      >
    {/each}
  </nav>
  {@render children?.()}
  <button class="link" onclick={() => theme.toggle()}>{theme.dark ? 'Light' : 'Dark'}</button>
  {#if session.person}
    <span
      class="text-soft hidden max-w-24 truncate min-[1500px]:inline"
      title={session.person.roles.join(', ')}>{session.person.full_name}</span
    >
    <button class="link" onclick={() => session.signOut()}>Sign out</button>
  {/if}
</header>

<style>
  .here {
    box-shadow: inset 0 -3px 0 var(--ink);
    font-weight: 650;
  }
</style>
