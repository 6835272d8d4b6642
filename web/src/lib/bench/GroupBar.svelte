<!-- What can be done with the things that are chosen. -->
<script lang="ts">
  import { is } from '../api/ids';
  import { GROUP, OF_BARS, type ToolId } from '../entry/tools';
  import type { Session } from './session.svelte';

  interface Props {
    session: Session;
    group: (tool: ToolId) => void;
    bars: (tool: ToolId) => void;
    askBars: () => void;
  }
  const { session, group, bars, askBars }: Props = $props();
  const some = $derived(session.chosen.some((id) => is(id, 'bar')));
</script>

<div class="group" role="toolbar" aria-label="What is chosen">
  <strong>{session.chosen.length} chosen</strong>
  {#each GROUP.filter((t) => !OF_BARS.includes(t.id)) as t (t.id)}
    <button onclick={() => group(t.id)}>{t.name} <kbd>{t.key.toUpperCase()}</kbd></button>
  {/each}
  {#if some}
    {#each GROUP.filter((t) => OF_BARS.includes(t.id)) as t (t.id)}
      <button onclick={() => bars(t.id)}>{t.name} <kbd>{t.key.toUpperCase()}</kbd></button>
    {/each}
    <button onclick={askBars}>Ask</button>
  {/if}
  <button onclick={() => void session.remove()}>Remove <kbd>Delete</kbd></button>
  <button onclick={() => session.choose([])}>Let go <kbd>Esc</kbd></button>
</div>

<style>
  .group {
    display: flex;
    align-items: center;
    gap: 3px;
    background: var(--color-base-100);
    border: 1.5px solid var(--focus);
    border-radius: 9px;
    padding: 3px 4px 3px 11px;
    font-size: 13px;
    white-space: nowrap;
  }
  strong {
    font-weight: 660;
    margin-right: 6px;
  }
  button {
    min-height: 30px;
    padding: 0 8px;
    border-radius: 6px;
    cursor: pointer;
  }
  button:hover {
    background: var(--wash);
    color: var(--focus);
  }
  kbd {
    font-family: inherit;
    font-size: 11px;
    font-weight: 620;
    color: var(--color-neutral);
    margin-left: 2px;
  }
</style>
