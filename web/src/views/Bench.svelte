<!-- The bench: thread, board and page side by side, what was asked along the bottom. -->
<script lang="ts">
  import { onMount } from 'svelte';
  import { ahead } from '../lib/ahead/ahead.svelte';
  import { Refusal } from '../lib/api/client';
  import BenchFloor from '../lib/bench/BenchFloor.svelte';
  import { open } from '../lib/bench/open';
  import { route } from '../lib/ui/route.svelte';

  const { id }: { id: string } = $props();

  // Whoever types at once types onto the bench.
  let coming = true;
  ahead.begin();
  function arrived(): void {
    if (coming) ahead.end();
    coming = false;
  }
  onMount(() => arrived);

  // svelte-ignore state_referenced_locally
  const opening = open(id);
  opening.catch(arrived);
  const words = (error: unknown) =>
    error instanceof Refusal ? error : new Refusal('fault', 'The sheet could not be opened.', 'Try again.');
</script>

{#await opening}
  <p class="middle quiet">Opening the sheet …</p>
{:then session}
  <BenchFloor {session} {arrived} />
{:catch error}
  <div class="middle" role="alert">
    <h1>{words(error).message}</h1>
    <p class="quiet">{words(error).cure}</p>
    <button onclick={() => route.go('/')}>To the shelf</button>
  </div>
{/await}

<style>
  .middle {
    height: 100%;
    display: grid;
    place-content: center;
    justify-items: center;
    gap: 10px;
  }
  h1 {
    font-size: 18px;
    font-weight: 650;
  }
  .quiet {
    color: var(--color-neutral);
  }
  button {
    border: 1px solid var(--rule);
    border-radius: 6px;
    padding: 5px 14px;
    cursor: pointer;
  }
</style>
