<!-- What is offered about something that is wrong, or worth a second look. -->
<script lang="ts">
  import type { Offer } from '../api/types';
  import type { Session } from '../bench/session.svelte';

  const { session, offers }: { session: Session; offers: readonly Offer[] } = $props();
</script>

{#if offers.length > 0}
  <div class="offers">
    {#each offers as offer (offer.text)}
      <button onclick={() => session.edit(offer.edit, offer.text)}>{offer.text}</button>
    {/each}
  </div>
{/if}

<style>
  .offers {
    display: grid;
    justify-items: start;
    gap: 5px;
    margin: 0 0 10px 12px;
  }
  button {
    border: 1px solid var(--rule);
    border-radius: 6px;
    padding: 3px 10px;
    min-height: 28px;
    font-size: 13.5px;
    text-align: left;
    cursor: pointer;
  }
  button:hover {
    border-color: var(--focus);
    color: var(--focus);
    background: var(--wash);
  }

  @media print {
    .offers {
      display: none;
    }
  }
</style>
