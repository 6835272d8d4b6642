<!-- Everything that can be done, looked for by word. -->
<script lang="ts">
  import { Search } from '@lucide/svelte';
  import { onMount } from 'svelte';
  import { type Command, look } from './commands';

  const { list, close }: { list: readonly Command[]; close: () => void } = $props();
  let text = $state('');
  let at = $state(0);
  let input: HTMLInputElement;
  let rows: HTMLUListElement;
  const found = $derived(look(list, text));

  onMount(() => {
    const before = document.activeElement;
    input.focus();
    return () => {
      if (before instanceof HTMLElement && before.isConnected) before.focus();
    };
  });

  function run(command: Command | undefined): void {
    if (!command) return;
    close();
    // What opens takes the focus itself.
    setTimeout(() => command.run());
  }

  function key(event: KeyboardEvent): void {
    event.stopPropagation();
    // An input method has the key.
    if (event.isComposing) return;
    if (event.key === 'Escape') close();
    else if (event.key === 'Enter') run(found[at]);
    else if (event.key === 'ArrowDown') at = Math.min(found.length - 1, at + 1);
    else if (event.key === 'ArrowUp') at = Math.max(0, at - 1);
    else return;
    event.preventDefault();
    requestAnimationFrame(() =>
      rows?.querySelector('[aria-selected=true]')?.scrollIntoView({ block: 'nearest' }),
    );
  }
</script>

<!-- svelte-ignore a11y_click_events_have_key_events, a11y_no_static_element_interactions -->
<div class="veil" onclick={(e) => e.target === e.currentTarget && close()}>
  <div class="palette" role="dialog" aria-modal="true" aria-label="Find a command">
    <label class="field">
      <Search size={17} />
      <input
        bind:this={input}
        bind:value={text}
        oninput={() => (at = 0)}
        onkeydown={key}
        placeholder="What do you want to do?"
        aria-label="Find a command"
        role="combobox"
        aria-expanded="true"
        aria-controls="commands"
        aria-activedescendant={found.length > 0 ? `command-${at}` : undefined}
        autocomplete="off"
        spellcheck="false"
      />
    </label>
    <ul id="commands" role="listbox" aria-label="Commands" bind:this={rows}>
      {#each found.slice(0, 80) as command, i (i)}
        <li
          id="command-{i}"
          role="option"
          aria-selected={i === at}
          onclick={() => run(command)}
          onpointermove={() => (at = i)}
        >
          <span>{command.name}</span>
          {#if command.key}<kbd>{command.key}</kbd>{/if}
        </li>
      {/each}
    </ul>
    {#if found.length === 0}
      <p class="none">Nothing is called that. Try another word: load, copy, zoom, distance …</p>
    {/if}
  </div>
</div>

<style>
  .veil {
    position: fixed;
    inset: 0;
    z-index: 20;
    background: color-mix(in oklab, var(--color-base-200) 55%, transparent);
  }
  .palette {
    width: min(560px, calc(100vw - 32px));
    margin: 11vh auto 0;
    background: var(--color-base-100);
    border: 1px solid var(--rule);
    border-radius: 11px;
    box-shadow: 0 14px 44px color-mix(in oklab, var(--ink) 24%, transparent);
    overflow: hidden;
  }
  .field {
    display: flex;
    align-items: center;
    gap: 9px;
    padding: 0 14px;
    border-bottom: 1px solid var(--rule);
    color: var(--color-neutral);
  }
  input {
    flex: 1;
    height: 48px;
    font-size: 17px;
    color: var(--ink);
    background: transparent;
    outline: none;
  }
  input::placeholder {
    color: var(--color-neutral);
    opacity: 1;
  }
  ul {
    max-height: 46vh;
    overflow-y: auto;
    padding: 5px;
  }
  li {
    display: flex;
    justify-content: space-between;
    align-items: center;
    gap: 12px;
    padding: 5px 10px;
    min-height: 32px;
    border-radius: 6px;
    font-size: 14.5px;
    cursor: pointer;
  }
  li[aria-selected='true'] {
    background: var(--wash);
    color: var(--focus);
  }
  kbd {
    font-family: inherit;
    font-size: 12px;
    font-weight: 600;
    color: var(--color-neutral);
    border: 1px solid var(--rule);
    border-radius: 5px;
    padding: 0 6px;
    white-space: nowrap;
    background: var(--color-base-100);
  }
  .none {
    padding: 8px 16px 16px;
    color: var(--color-neutral);
    font-size: 14px;
  }
</style>
