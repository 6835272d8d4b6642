<!-- What was typed ahead, while it waits: for an answer, or for what was typed before it to be mended. In the open tag, else over the tools. -->
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
    class="mt-1 flex max-w-full items-center gap-2 rounded-md border border-(--focus) bg-base-100 px-2 py-1 text-[13px]"
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
