<!-- What can be done to the sheets that are chosen. -->
<script lang="ts">
  import { Archive, Trash2 } from '@lucide/svelte';
  import { api } from '../api/client';
  import { save } from '../board/save';
  import { carrier } from '../carry/carrier.svelte';
  import { fileName } from '../carry/words';
  import type { Shelf } from './shelf.svelte';

  interface Props {
    shelf: Shelf;
    /** Puts them into an archive. */
    pack: () => void;
    remove: () => void;
  }
  const { shelf, pack, remove }: Props = $props();
  const count = $derived(shelf.chosen.size);

  /** The one that is chosen, as a file of its own. */
  async function alone(way: 'toml' | 'json'): Promise<void> {
    const [id] = shelf.chosen;
    const sheet = shelf.sheets?.find((s) => s.id === id);
    if (!sheet) return;
    try {
      save(fileName(sheet.title, way), `application/${way}`, await api.file(sheet.id, way));
    } catch (error) {
      shelf.fail(error);
    }
  }
</script>

<div
  class="sticky bottom-4 z-10 mx-auto mt-4 flex w-max max-w-full flex-wrap items-center justify-center gap-2 rounded-xl border border-base-300 bg-base-100 px-4 py-2.5 text-[14px] shadow-lg"
  role="toolbar"
  aria-label="What is chosen"
>
  <strong class="mr-2 font-semibold" role="status">{count} chosen</strong>
  <button class="btn btn-sm btn-primary" disabled={carrier.busy} onclick={pack}>
    <Archive size={15} /> Save as an archive
    <kbd class="rounded border border-current px-1 font-sans text-[11px] font-normal">S</kbd>
  </button>
  {#if count === 1}
    <button class="btn btn-sm" onclick={() => alone('toml')}>As TOML</button>
    <button class="btn btn-sm" onclick={() => alone('json')}>As JSON</button>
  {/if}
  <button class="btn btn-sm" onclick={remove}><Trash2 size={15} /> Into the trash</button>
  <button class="btn btn-ghost btn-sm" onclick={() => shelf.chosen.clear()}
    >Let them go <kbd class="rounded border border-current px-1 font-sans text-[11px] font-normal">Esc</kbd
    ></button
  >
</div>
