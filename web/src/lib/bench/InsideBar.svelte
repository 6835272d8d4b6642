<!-- Under the diagrams: which of the three is drawn along the members. -->
<script lang="ts">
  import { INNER, lies } from '../board/diagrams';
  import type { Session } from './session.svelte';

  const { session }: { session: Session } = $props();
  const inside = $derived(session.reply?.scene.inside ?? null);
  const fits = $derived(inside !== null && lies(inside));
  const under = $derived(fits && !session.along);
  const words = { N: 'Normal force', V: 'Shear', M: 'Moment' };
  const refused = $derived(inside?.stretches.find((s) => s.refused)?.refused ?? null);
</script>

<div class="bar" role="group" aria-label="Inside the members">
  {#if fits}
    <span class="turn">
      <button aria-pressed={!session.along} onclick={() => (session.along = false)}>Below</button>
      <button aria-pressed={session.along} onclick={() => (session.along = true)}>Along</button>
    </span>
  {/if}
  {#if !under && inside}
    <span class="turn">
      {#each INNER as of (of)}
        <button aria-pressed={session.inner === of} onclick={() => (session.inner = of)}
          >{words[of]}{#if of !== 'N'}<kbd>{of}</kbd>{/if}</button
        >
      {/each}
    </span>
  {/if}
  {#if !inside}
    <span>Nothing to look into: without equilibrium there are no forces inside.</span>
  {:else if refused}
    <span class="refused" title={refused}>{refused}</span>
  {:else}
    <span>Point at a place to read it.</span>
  {/if}
</div>

<style>
  .bar {
    display: flex;
    align-items: center;
    gap: 10px;
    min-height: 38px;
    font-size: 13px;
    color: var(--color-neutral);
    background: var(--color-base-100);
    border: 1px solid var(--rule);
    border-radius: 9px;
    padding: 3px 12px 3px 6px;
  }
  .turn {
    display: flex;
  }
  button {
    height: 28px;
    padding: 0 10px;
    border-radius: 7px;
    cursor: pointer;
    white-space: nowrap;
  }
  button:hover {
    background: var(--wash);
  }
  button[aria-pressed='true'] {
    color: var(--focus);
    background: var(--wash);
    font-weight: 620;
  }
  kbd {
    font-size: 11px;
    margin-left: 5px;
    color: var(--color-neutral);
  }
  .refused {
    color: var(--color-warning-content, var(--ink));
  }
</style>
