<script lang="ts">
  import { route } from './lib/ui/route.svelte';
  import Bench from './views/Bench.svelte';
  import Shelf from './views/Shelf.svelte';
</script>

{#if route.sheet}
  {#key route.sheet}
    <Bench id={route.sheet} />
  {/key}
{:else}
  <Shelf />
{/if}
