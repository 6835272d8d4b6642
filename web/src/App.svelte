<script lang="ts">
  import { ahead } from './lib/ahead/ahead.svelte';
  import { door } from './lib/api/door.svelte';
  import Arrivals from './lib/carry/Arrivals.svelte';
  import { route } from './lib/ui/route.svelte';
  import Bench from './views/Bench.svelte';
  import Door from './views/Door.svelte';
  import Shelf from './views/Shelf.svelte';
</script>

<svelte:window
  onkeydowncapture={(event) => void ahead.take(event)}
  onpastecapture={(event) => void ahead.take(event)}
/>

{#if door.closed}
  <Door />
{:else}
  {#if route.sheet}
    {#key route.sheet}
      <Bench id={route.sheet} />
    {/key}
  {:else}
    <Shelf />
  {/if}
  <Arrivals />
{/if}
