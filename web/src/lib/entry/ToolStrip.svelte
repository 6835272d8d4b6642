<!-- What can be put on the board: each with its key and a drawing of what it is. -->
<script lang="ts">
  import { Search } from '@lucide/svelte';
  import type { Session } from '../bench/session.svelte';
  import ToolIcon from './ToolIcon.svelte';
  import { BEGINS, keyOf, OFF_STRIP, type Tool, TOOLS, toolsOf } from './tools';

  interface Props {
    session: Session;
    choose: (tool: Tool) => void;
    /** Opens the list of commands. */
    find: () => void;
  }
  const { session, choose, find }: Props = $props();

  /** A name in three parts, the middle one being its key. */
  function parts(t: Tool): [string, string, string] {
    const at = t.name.toLowerCase().indexOf(t.key);
    return at < 0 ? [t.name, '', ''] : [t.name.slice(0, at), t.name.slice(at, at + 1), t.name.slice(at + 1)];
  }
  const last = $derived(new Set<string>(session.spatial ? ['joint', 'cable'] : ['truss', 'rope', 'guide']));
  const shown = $derived(session.spatial ? toolsOf(true) : TOOLS.filter((t) => !OFF_STRIP.includes(t.id)));
</script>

<div class="strip" role="toolbar" aria-label="Put on the board">
  {#each shown as t (t.id)}
    {@const [before, key, after] = parts(t)}
    <button
      class:on={session.entry?.tool === t.id && session.entry.mark === null}
      disabled={session.empty && !BEGINS.includes(t.id)}
      title="{t.name} ({keyOf(t)})"
      aria-label="{t.name}, key {keyOf(t)}"
      onclick={() => choose(t)}
    >
      <ToolIcon id={t.id} />
      <span>{before}<b class:shift={t.shift}>{key}</b>{after}</span>
    </button>
    {#if last.has(t.id)}<span class="part"></span>{/if}
  {/each}
  <button class="find" title="Find a command (/)" aria-label="Find a command, key /" onclick={find}>
    <Search size={15} />
    <span><b>/</b> find</span>
  </button>
</div>

<style>
  .strip {
    display: flex;
    background: var(--color-base-100);
    border: 1px solid var(--rule);
    border-radius: 9px;
    padding: 3px;
  }
  button {
    display: flex;
    flex-direction: column;
    align-items: center;
    justify-content: space-between;
    gap: 1px;
    height: 42px;
    min-width: 36px;
    padding: 4px 3px 2px;
    border-radius: 6px;
    font-size: 12px;
    line-height: 1.25;
    cursor: pointer;
    color: var(--ink);
  }
  .part {
    width: 1px;
    margin: 8px 3px;
    background: var(--rule);
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
  b {
    font-weight: 760;
    color: var(--focus);
  }
  .find {
    color: var(--color-neutral);
    padding-top: 6px;
  }
  /* Its key is pressed with Shift: Beam and Body begin with one letter. */
  .shift::before {
    content: '⇧';
    font-weight: 500;
  }
  /* Where there is no room for it, the tooltip says so. */
  @media (max-width: 1160px) and (min-width: 960px) {
    .shift::before {
      content: none;
    }
  }
</style>
