<!-- What Helvek is built from, and under which licences. -->
<script lang="ts">
  import { onMount } from 'svelte';

  interface Package {
    readonly name: string;
    readonly version: string;
    readonly licence: string;
    /** Which of the texts. */
    readonly texts: readonly number[];
  }
  interface Told {
    readonly packages: readonly Package[];
    readonly texts: readonly string[];
  }

  const { close }: { close: () => void } = $props();
  let told = $state.raw<Told | null>(null);
  let failed = $state('');
  let word = $state('');
  let dialog: HTMLDialogElement;
  const found = $derived(
    told?.packages.filter((p) =>
      `${p.name} ${p.licence}`.toLowerCase().includes(word.trim().toLowerCase()),
    ) ?? [],
  );

  onMount(async () => {
    dialog.showModal();
    try {
      const response = await fetch('/licences.json');
      if (!response.ok) throw new Error();
      told = (await response.json()) as Told;
    } catch {
      failed = 'The licences are not in this build: make it with cargo xtask package.';
    }
  });
</script>

<dialog
  bind:this={dialog}
  class="modal"
  aria-labelledby="licences-title"
  onclose={close}
  onkeydown={(e) => e.stopPropagation()}
>
  <div
    class="modal-box flex max-h-[84vh] w-[46rem] max-w-[94vw] flex-col gap-3 p-0"
    data-settled={told !== null}
  >
    <header class="flex flex-wrap items-end gap-x-6 gap-y-2 px-6 pt-5">
      <div class="min-w-0 flex-1">
        <h2 id="licences-title" class="text-[19px] leading-snug font-bold">What Helvek is built from</h2>
        <p class="text-[14px] text-neutral">
          {#if told}{told.packages.length} packages of others, with thanks. Helvek itself: MIT or Apache-2.0.{:else if !failed}Fetching
            the list …{/if}
        </p>
      </div>
      <input
        class="h-9 w-52 rounded-md border border-base-300 bg-base-200 px-3 text-[14px]"
        placeholder="Name or licence"
        aria-label="Search the licences"
        bind:value={word}
      />
    </header>
    {#if failed}<p role="alert" class="px-6 text-error">{failed}</p>{/if}
    <ul class="min-h-0 flex-1 overflow-y-auto px-6 text-[14px]">
      {#each found as one (`${one.name} ${one.version}`)}
        <li class="border-t border-base-300">
          <details>
            <summary class="flex cursor-pointer flex-wrap items-baseline gap-x-3 py-1.5 hover:text-secondary">
              <strong class="font-semibold wrap-anywhere">{one.name}</strong>
              <span class="text-[13px] text-neutral">{one.version}</span>
              <span class="ml-auto text-[13px] text-neutral">{one.licence}</span>
            </summary>
            {#each one.texts as text (text)}
              <pre
                class="mb-3 rounded-md bg-base-200 p-3 font-mono text-[12px] leading-snug whitespace-pre-wrap">{told
                  ?.texts[text]}</pre>
            {:else}
              <p class="mb-3 text-neutral">It comes without a text of its licence.</p>
            {/each}
          </details>
        </li>
      {:else}
        {#if told}<li class="py-6 text-center text-neutral">Nothing of that name.</li>{/if}
      {/each}
    </ul>
    <footer class="flex justify-end border-t border-base-300 px-6 py-3">
      <button class="btn btn-sm" onclick={() => dialog.close()}>Close</button>
    </footer>
  </div>
  <form method="dialog" class="modal-backdrop"><button aria-label="Close">close</button></form>
</dialog>
