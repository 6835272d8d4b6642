<!-- Taken apart or put together, and what can be done with the pieces that are chosen. -->
<script lang="ts">
  import { piecesOf } from '../api/ids';
  import { caption } from './caption';
  import type { Session } from './session.svelte';

  const { session }: { session: Session } = $props();
  const chosen = $derived(session.parted ? session.chosen : []);
  const group = $derived(chosen.length === 1 && piecesOf(chosen[0] ?? '').length > 1 ? chosen[0] : null);
</script>

<div class="bar" role="toolbar" aria-label="Free bodies">
  <div class="turn" role="group" aria-label="How the structure is seen">
    {#each [true, false] as on (on)}
      <button aria-pressed={session.parting.on === on} onclick={() => session.takeApart(on)}
        >{on ? 'Apart' : 'Together'}</button
      >
    {/each}
    <kbd>Z</kbd>
  </div>
  {#if chosen.length > 1}
    <span class="said">{chosen.length} chosen</span>
    <button class="act" onclick={() => void session.parting.free(chosen)}>Free together</button>
    <button class="act" onclick={() => session.choose([])}>Let go <kbd>Esc</kbd></button>
  {:else if group}
    <span class="said">One free body of several</span>
    <button class="act" onclick={() => session.parting.separate(group)}>Take apart</button>
    <button class="act" onclick={() => session.choose([])}>Let go <kbd>Esc</kbd></button>
  {:else if chosen.length === 1}
    <span class="said">Press another to free them together</span>
    <button class="act" onclick={() => session.choose([])}>Let go <kbd>Esc</kbd></button>
  {:else}
    <span class="said">{caption(session)}</span>
  {/if}
</div>

<style>
  .bar {
    display: flex;
    align-items: center;
    gap: 8px;
    font-size: 13px;
    color: var(--color-neutral);
    background: var(--color-base-100);
    border: 1px solid var(--rule);
    border-radius: 9px;
    padding: 3px 12px 3px 4px;
    white-space: nowrap;
  }
  .turn {
    display: flex;
    align-items: center;
    gap: 2px;
  }
  button {
    height: 28px;
    padding: 0 10px;
    border-radius: 7px;
    cursor: pointer;
  }
  button:hover {
    background: var(--wash);
  }
  .turn button[aria-pressed='true'] {
    color: var(--focus);
    background: var(--wash);
    font-weight: 620;
  }
  .act {
    color: var(--ink);
    font-weight: 560;
  }
  kbd {
    font-size: 11px;
    margin-left: 2px;
    color: var(--color-neutral);
  }
</style>
