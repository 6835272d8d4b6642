<!-- Where sheets come in, on every page: by file, dropped or pasted; how far it is, and what became of it. -->
<script lang="ts">
  import { FileDown, X } from '@lucide/svelte';
  import { onMount } from 'svelte';
  import { route } from '../ui/route.svelte';
  import { carrier } from './carrier.svelte';
  import { arrived, going } from './words';

  let field: HTMLInputElement;
  /** Something is held over the page. */
  let over = $state(false);

  const outcome = $derived(carrier.outcome);
  const stage = $derived(carrier.stage);

  onMount(() => {
    carrier.ask = () => field.click();
  });

  const withFiles = (event: DragEvent) => event.dataTransfer?.types.includes('Files') ?? false;

  function drop(event: DragEvent): void {
    over = false;
    if (!withFiles(event)) return;
    event.preventDefault();
    void carrier.bring([...(event.dataTransfer?.files ?? [])]);
  }

  function hold(event: DragEvent): void {
    if (!withFiles(event)) return;
    // Without this the browser would open the file in the place of the page.
    event.preventDefault();
    over = true;
  }

  function paste(event: ClipboardEvent): void {
    if ((event.target as HTMLElement).closest('input, textarea, select, dialog')) return;
    const files = [...(event.clipboardData?.files ?? [])];
    const text = event.clipboardData?.getData('text/plain') ?? '';
    if (files.length > 0) void carrier.bring(files);
    else if (text.trim() !== '') void carrier.paste(text);
  }
</script>

<svelte:window
  ondragover={hold}
  ondrop={drop}
  ondragleave={(e) => {
    if (!e.relatedTarget) over = false;
  }}
  onpaste={paste}
/>

<input
  class="hidden"
  type="file"
  multiple
  accept=".toml,.json,.zip"
  aria-label="Files of sheets"
  bind:this={field}
  onchange={() => {
    void carrier.bring([...(field.files ?? [])]);
    field.value = '';
  }}
/>

{#if over}
  <div
    class="pointer-events-none fixed inset-3 z-30 grid place-items-center rounded-2xl border-2 border-dashed border-secondary bg-base-100/85"
  >
    <p class="flex items-center gap-3 text-[19px] font-semibold text-secondary">
      <FileDown size={26} /> Let go: sheets and archives come onto the shelf
    </p>
  </div>
{/if}

{#if stage || outcome}
  <div
    class="fixed {route.sheet
      ? 'top-15'
      : 'bottom-4'} left-1/2 z-20 flex w-max max-w-[min(46rem,calc(100vw-2rem))] min-w-80 -translate-x-1/2 items-start gap-4 rounded-xl border border-base-300 bg-base-100 px-5 py-3.5 text-[14px] shadow-lg print:hidden"
    role={outcome && outcome.refused.length > 0 ? 'alert' : 'status'}
    data-carried={outcome ? 'over' : 'going'}
  >
    {#if stage}
      <div class="flex min-w-0 flex-1 flex-col gap-2">
        <p class="wrap-anywhere">
          {#if carrier.file}<strong class="font-semibold">{carrier.file}:</strong>{/if}
          {going(stage)}
        </p>
        <progress
          class="progress w-full progress-secondary"
          aria-label="How far it is"
          value={stage.total > 0 ? stage.done : undefined}
          max={Math.max(1, stage.total)}
        ></progress>
      </div>
      <button class="btn btn-sm" onclick={() => carrier.stop()}>Give up</button>
    {:else if outcome}
      <div class="flex max-h-[40vh] min-w-0 flex-1 flex-col gap-1.5 overflow-y-auto">
        {#if outcome.came}<p>{arrived(outcome.came)}</p>{/if}
        {#if outcome.saved}<p class="wrap-anywhere">{outcome.saved}</p>{/if}
        {#each outcome.refused as { file, why }, i (i)}
          <p class="wrap-anywhere">
            <span class="text-error"
              >{#if file}<strong class="font-semibold">Not taken in: {file}.</strong>{/if}
              {why.message}</span
            >
            {why.cure}
          </p>
        {/each}
      </div>
      <button
        class="btn btn-square btn-ghost btn-sm"
        aria-label="Close this message"
        title="Close"
        onclick={() => (carrier.outcome = null)}><X size={16} /></button
      >
    {/if}
  </div>
{/if}
