<!-- What every member carries inside, in words. -->
<script lang="ts">
  import type { Session } from '../bench/session.svelte';

  const { session }: { session: Session } = $props();
  const page = $derived(session.page);
</script>

<section class="page" aria-label="Inside the members" data-keys>
  <h2>Inside</h2>
  {#if page && page.inside.length > 0}
    <p class="quiet">
      N pulls when positive. dM/ds = V: M is largest where V passes through zero, also in a step.
    </p>
    {#each page.inside as line (line.of)}
      <article data-inside={line.of}>
        <h3>{line.title}</h3>
        {#each line.says as says (says)}<p>{says}</p>{/each}
      </article>
    {/each}
    <p class="quiet">{page.caution}</p>
  {:else}
    <p class="quiet">Without equilibrium there is nothing to look into.</p>
  {/if}
</section>

<style>
  .page {
    height: 100%;
    overflow-y: auto;
    padding: 14px 18px 24px;
    background: var(--color-base-100);
  }
  h2 {
    font-size: 16px;
    font-weight: 680;
  }
  article {
    border-top: 1px solid var(--rule);
    padding: 8px 0 10px;
  }
  h3 {
    font-size: 14px;
    font-weight: 650;
  }
  article p {
    font-size: 13.5px;
    line-height: 1.55;
  }
  .quiet {
    font-size: 12.5px;
    color: var(--color-neutral);
    margin: 4px 0 10px;
  }
</style>
