<!-- A small sheet that opens under its button, closes with Escape or a press beside it, and gives the focus back. -->
<script lang="ts">
  import { onMount, type Snippet } from 'svelte';

  interface Props {
    label: string;
    close: () => void;
    /** Which of its edges lines up with the button. */
    edge?: 'left' | 'right';
    /** Above the button instead of below. */
    above?: boolean;
    children: Snippet;
  }
  const { label, close, edge = 'right', above = false, children }: Props = $props();
  let box: HTMLDivElement;

  onMount(() => {
    const before = document.activeElement;
    box.querySelector<HTMLElement>('input, button, select')?.focus();
    return () => {
      if (before instanceof HTMLElement && before.isConnected) before.focus();
    };
  });

  function key(event: KeyboardEvent): void {
    event.stopPropagation();
    if (event.key === 'Escape') {
      event.preventDefault();
      close();
    }
  }
</script>

<svelte:window
  onpointerdown={(event) => {
    const inside = event.target instanceof Node && box.parentElement?.contains(event.target);
    if (!inside) close();
  }}
/>

<div
  class="popover {edge}"
  class:above
  bind:this={box}
  role="dialog"
  tabindex="-1"
  aria-label={label}
  onkeydown={key}
>
  {@render children()}
</div>

<style>
  .popover {
    position: absolute;
    top: calc(100% + 6px);
    z-index: 10;
    width: max-content;
    max-width: calc(100vw - 32px);
    background: var(--color-base-100);
    border: 1px solid var(--rule);
    border-radius: 9px;
    box-shadow: 0 8px 28px color-mix(in oklab, var(--ink) 18%, transparent);
    padding: 12px 14px;
    max-height: min(560px, 80vh);
    overflow-y: auto;
    text-align: left;
  }
  .above {
    top: auto;
    bottom: calc(100% + 6px);
  }
  .right {
    right: 0;
  }
  .left {
    left: 0;
  }
</style>
