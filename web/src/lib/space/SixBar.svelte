<!-- Which of the six is drawn along the members. -->
<script lang="ts">
  import { SIX } from '../bench/looking.svelte';
  import type { Session } from '../bench/session.svelte';

  const { session }: { session: Session } = $props();
  const there = $derived(new Set((session.reply?.scene.solid?.curves ?? []).map((c) => c.of)));
</script>

<div class="six" role="group" aria-label="What is drawn along the members">
  {#each SIX as of (of)}
    {@const [base, index] = [of.slice(0, 1), of.slice(1)]}
    <button
      class:now={session.looking.six === of}
      class:none={!there.has(of)}
      aria-pressed={session.looking.six === of}
      aria-label={of}
      title={there.has(of) ? `Draw ${of}` : `${of} is nothing here`}
      onclick={() => (session.looking.six = of)}
      ><i>{base}</i>{#if index}<sub>{index}</sub>{/if}</button
    >
  {/each}
</div>

<style>
  .six {
    display: flex;
    gap: 2px;
    padding: 4px;
    border: 1px solid var(--rule);
    border-radius: 9px;
    background: var(--color-base-100);
  }
  button {
    min-width: 44px;
    height: 34px;
    font-size: 16px;
    border-radius: 6px;
    cursor: pointer;
  }
  button:hover {
    color: var(--focus);
  }
  .now {
    background: var(--wash);
    font-weight: 680;
    box-shadow: inset 0 -2px 0 var(--focus);
  }
  .none {
    color: var(--color-neutral);
  }
  sub {
    font-size: 0.72em;
    bottom: -0.2em;
  }
</style>
