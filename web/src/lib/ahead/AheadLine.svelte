<!-- What was typed ahead, while it waits: for an answer, or for what was typed before it to be mended. -->
<script lang="ts">
  import { ahead } from './ahead.svelte';

  /** Who waits less than this sees nothing of it, in milliseconds. */
  const SOON = 400;
  let late = $state(false);
  const waiting = $derived(ahead.keys.length > 0);

  $effect(() => {
    if (!waiting) return;
    const timer = setTimeout(() => (late = true), SOON);
    return () => {
      clearTimeout(timer);
      late = false;
    };
  });
</script>

{#if waiting && (late || ahead.held)}
  <p
    class="absolute bottom-[66px] left-1/2 z-10 flex max-w-[90%] -translate-x-1/2 items-center gap-2 rounded-lg border border-(--focus) bg-base-100 px-3 py-1 text-[13px] shadow"
    role="status"
  >
    <span class="text-neutral">{ahead.held ? 'Typed after it, waits:' : 'Typed, waits for an answer:'}</span>
    <code class="truncate font-semibold">{ahead.text}</code>
    <button
      class="cursor-pointer font-semibold text-(--focus) underline underline-offset-2"
      onclick={() => ahead.forget()}>Forget it</button
    >
  </p>
{/if}
