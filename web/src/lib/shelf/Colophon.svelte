<!-- The foot of the shelf: what this Helvek is, how it stands with its backups, and the shelf as a file. -->
<script lang="ts">
  import { Archive } from '@lucide/svelte';
  import { onMount } from 'svelte';
  import { api } from '../api/client';
  import type { AboutHelvek } from '../api/types';
  import { carrier } from '../carry/carrier.svelte';
  import { ago } from '../ui/time';
  import Licences from './Licences.svelte';
  import type { Shelf } from './shelf.svelte';

  const { shelf }: { shelf: Shelf } = $props();
  let about = $state.raw<AboutHelvek | null>(null);
  let licences = $state(false);

  onMount(async () => {
    // Whether the server is there is said by the shelf itself.
    about = await api.about().catch(() => null);
  });

  const backups = $derived(about?.backups);
  const last = $derived(backups?.last);
</script>

<footer
  class="mt-10 flex flex-wrap items-center gap-x-5 gap-y-2 border-t border-base-300 pt-4 text-[13px] text-neutral"
  aria-label="About this Helvek"
>
  {#if shelf.total > 0 && !shelf.trash}
    <button class="btn btn-sm" disabled={carrier.busy} onclick={() => carrier.pack(shelf.lookedFor)}>
      <Archive size={15} />
      {#if shelf.looking}Save {shelf.total === 1 ? 'this sheet' : `these ${shelf.total} sheets`} as an archive{:else}Save
        the shelf as an archive{/if}
    </button>
  {/if}
  {#if backups?.failed}
    <p class="max-w-xl text-error" role="status">
      The daily backup failed: {backups.failed.message}
      {backups.failed.cure}
      {#if last}The last one is from {ago(new Date(last.at).toISOString())}.{/if}
    </p>
  {:else if last}
    <p title="{last.file} in {backups?.folder}">
      Last backup <time datetime={new Date(last.at).toISOString()}
        >{ago(new Date(last.at).toISOString())}</time
      >{#if last.holds}: {last.holds}{/if}
    </p>
  {:else if backups}
    <p>No daily backup: start Helvek with <code>--backup-to FOLDER</code></p>
  {/if}
  <span class="grow"></span>
  {#if about}<span>Helvek {about.version}, engine {about.engine}</span>{/if}
  <button
    class="cursor-pointer underline underline-offset-2 hover:text-secondary"
    onclick={() => (licences = true)}>Licences</button
  >
</footer>
{#if licences}<Licences close={() => (licences = false)} />{/if}
