<!-- What can be put on the board, each with its key and a drawing of what it is. -->
<script lang="ts">
  import type { Session } from '../bench/session.svelte';
  import { type Tool, TOOLS } from './tools';

  const { session, choose }: { session: Session; choose: (tool: Tool) => void } = $props();
</script>

<div class="strip" role="toolbar" aria-label="Put on the board">
  {#each TOOLS as t (t.id)}
    {@const off = session.empty && t.id !== 'beam'}
    <button
      class:on={session.entry?.tool === t.id && session.entry.mark === null}
      disabled={off}
      title="{t.name} ({t.key.toUpperCase()})"
      onclick={() => choose(t)}
    >
      <svg viewBox="0 0 26 20" aria-hidden="true">
        {#if t.id === 'beam'}
          <path d="M3 10H23" class="heavy" />
        {:else if t.id === 'pin'}
          <path d="M13 3L6.5 14H19.5ZM3 14H23M5 18l3-4M11 18l3-4M17 18l3-4" />
        {:else if t.id === 'roller'}
          <path d="M13 2L6.5 12H19.5ZM3 18H23" />
          <circle cx="9.5" cy="14.8" r="2.2" /><circle cx="16.5" cy="14.8" r="2.2" />
        {:else if t.id === 'fixed'}
          <path d="M8 2V18M3 6l5-4M3 11.5l5-4M3 17l5-4" /><path d="M8 10H23" class="heavy" />
        {:else if t.id === 'force'}
          <path d="M13 2V15M9 11.5L13 17L17 11.5" />
        {:else if t.id === 'couple'}
          <path d="M19.5 13.5A7 7 0 1 1 19 6" /><path d="M20.5 2.2L19.4 7.2L14.4 6.2" />
        {:else if t.id === 'distributed'}
          <path
            d="M3 4H23M4 4V14M10 4V14M16 4V14M22 4V14M2.4 12L4 15L5.6 12M8.4 12L10 15L11.6 12M14.4 12L16 15L17.6 12M20.4 12L22 15L23.6 12"
          />
        {/if}
      </svg>
      <span>{t.name}</span>
      <kbd>{t.key.toUpperCase()}</kbd>
    </button>
  {/each}
</div>

<style>
  .strip {
    display: flex;
    gap: 2px;
    background: var(--color-base-100);
    border: 1px solid var(--rule);
    border-radius: 9px;
    padding: 3px;
  }
  button {
    display: flex;
    align-items: center;
    gap: 5px;
    height: 34px;
    padding: 0 7px 0 5px;
    border-radius: 6px;
    font-size: 13px;
    cursor: pointer;
    color: var(--ink);
  }
  button:hover:not(:disabled) {
    background: var(--color-base-200);
  }
  button.on {
    background: var(--wash);
    color: var(--focus);
  }
  button:disabled {
    opacity: 0.35;
    cursor: default;
  }
  svg {
    width: 22px;
    height: 17px;
    fill: none;
    stroke: currentColor;
    stroke-width: 1.6;
    stroke-linejoin: round;
    stroke-linecap: round;
  }
  .heavy {
    stroke-width: 3.6;
  }
  kbd {
    font-family: inherit;
    font-size: 11px;
    font-weight: 600;
    color: var(--color-neutral);
    align-self: flex-start;
    margin-top: 3px;
  }
</style>
