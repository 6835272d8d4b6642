<!-- What members carry inside in space: stretch by stretch, the largest of each of the six. -->
<script lang="ts">
  import type { Session } from '../bench/session.svelte';

  const { session }: { session: Session } = $props();
  const lines = $derived(session.page?.inside ?? []);
</script>

<section class="page" aria-label="Inside" data-keys>
  <h2>Inside the members</h2>
  <p class="quiet">
    x′ runs along a piece from its first point to its last, z′ is its reference, y′ = z′ × x′. On the part
    before a cut: N along x′, V<sub>y</sub>
    and V<sub>z</sub> against y′ and z′, T about x′. A positive M<sub>y</sub> compresses the side of z′, a
    positive M<sub>z</sub> that of y′.
  </p>
  {#each lines as line (line.of)}
    <article>
      <h3>{line.title}</h3>
      <ul>
        {#each line.says as says, i (i)}<li class:axes={i === 0 && line.says.length > 1}>{says}</li>{/each}
      </ul>
    </article>
  {:else}
    <p class="quiet">
      {Object.keys(session.sheet.bodies ?? {}).length > 0
        ? 'Nothing is known inside before there is equilibrium: hold what moves first.'
        : 'No body has an inside here: bars carry only the force along them.'}
    </p>
  {/each}
</section>

<style>
  .page {
    height: 100%;
    overflow-y: auto;
    padding: 14px;
    font-size: 14px;
    line-height: 1.5;
  }
  h2 {
    font-size: 15px;
    font-weight: 660;
  }
  h3 {
    font-weight: 640;
  }
  .quiet {
    color: var(--color-neutral);
    font-size: 12.5px;
    margin: 4px 0 10px;
  }
  article {
    border-top: 1px solid var(--rule);
    padding: 9px 0;
  }
  .axes {
    color: var(--color-neutral);
    font-size: 12.5px;
  }
</style>
