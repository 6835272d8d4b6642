<!-- A sheet that answers otherwise since an upgrade: the old beside the new, and why. -->
<script lang="ts">
  import { onMount } from 'svelte';
  import { api } from '../api/client';
  import type { Differences } from '../api/types';

  interface Props {
    id: string;
    title: string;
    /** Opens the sheet; not offered where it is open. */
    open?: () => void;
    /** The new answers are taken. */
    taken: () => void;
    close: () => void;
  }
  const { id, title, open, taken, close }: Props = $props();
  let told = $state.raw<Differences | null>(null);
  let failed = $state('');
  let dialog: HTMLDialogElement;

  onMount(async () => {
    dialog.showModal();
    try {
      told = await api.differences(id);
    } catch (error) {
      failed = error instanceof Error ? error.message : 'The differences could not be read.';
    }
  });

  async function take(): Promise<void> {
    try {
      await api.takeAnswers(id);
      dialog.close();
      taken();
    } catch (error) {
      failed = error instanceof Error ? error.message : 'That did not work.';
    }
  }
</script>

<dialog
  bind:this={dialog}
  class="modal"
  aria-labelledby="differences-title"
  onclose={close}
  onkeydown={(e) => e.stopPropagation()}
>
  <div class="modal-box flex max-h-[84vh] w-[44rem] max-w-[94vw] flex-col gap-3 p-0">
    <header class="px-6 pt-5">
      <h2 id="differences-title" class="text-[19px] leading-snug font-bold wrap-anywhere">{title}</h2>
      {#if told}
        <p class="text-[14px] text-neutral">
          Saved under engine {told.before}; engine {told.now} answers now.
        </p>
      {/if}
    </header>
    <div class="flex min-h-0 flex-col gap-4 overflow-y-auto px-6" tabindex="-1">
      {#if failed}<p role="alert" class="text-error">{failed}</p>{/if}
      {#if told}
        {#if told.lines.length === 0}<p>It answers as it did when it was saved.</p>{:else}
          <table class="w-full border-collapse text-[14px]">
            <thead>
              <tr class="border-b border-base-300 text-left text-[13px] text-neutral">
                <th class="w-[34%] py-1 pr-4 font-medium" scope="col">Answer</th>
                <th class="w-[33%] py-1 pr-4 font-medium" scope="col">When it was saved</th>
                <th class="py-1 font-medium" scope="col">Now</th>
              </tr>
            </thead>
            <tbody>
              {#each told.lines as line, i (i)}
                <tr class="border-b border-base-300 align-top">
                  <th class="py-1.5 pr-4 text-left font-normal wrap-anywhere" scope="row">{line.label}</th>
                  <td class="py-1.5 pr-4 text-neutral wrap-anywhere">{line.before}</td>
                  <td class="py-1.5 font-semibold wrap-anywhere">{line.now ?? 'no longer said'}</td>
                </tr>
              {/each}
            </tbody>
          </table>
        {/if}
        {#if told.reasons.length > 0}
          <section class="flex flex-col gap-2 pb-2">
            <h3 class="text-[14px] font-bold">What changed since, of what this sheet uses</h3>
            <ul class="flex flex-col gap-2 text-[14px]">
              {#each told.reasons as reason (reason.title)}
                <li class="border-l-2 border-base-300 pl-3">
                  <strong class="font-semibold">{reason.title}.</strong>
                  <span class="text-neutral">{reason.text}</span>
                </li>
              {/each}
            </ul>
          </section>
        {/if}
      {:else if !failed}
        <p class="text-neutral">Laying the old answers beside the new ones …</p>
      {/if}
    </div>
    <footer class="flex flex-wrap items-center justify-end gap-2 border-t border-base-300 px-6 py-3">
      <p class="mr-auto max-w-[14rem] text-[12.5px] leading-snug text-neutral">
        Taking the new answers keeps the old ones in the sheet’s history.
      </p>
      <button class="btn btn-sm" onclick={() => dialog.close()}>Leave it for now</button>
      {#if open}<button class="btn btn-sm" onclick={open}>Open the sheet</button>{/if}
      <button class="btn btn-sm btn-primary" disabled={!told} onclick={take}>Take the new answers</button>
    </footer>
  </div>
  <form method="dialog" class="modal-backdrop"><button aria-label="Close">close</button></form>
</dialog>
