<!-- A joint that is no plain pin: what it lets through is seen from its symbol. -->
<script lang="ts">
  import type { Painted } from './painted';

  const { joint }: { joint: Painted['joints'][number] } = $props();
</script>

<g class="joint {joint.shape}" transform="translate({joint.at[0]} {joint.at[1]}) rotate({joint.turned})">
  {#if joint.shape === 'weld'}
    <rect x="-6" y="-6" width="12" height="12" class="full" />
  {:else if joint.shape === 'slot'}
    <path d="M-17 -8H17M-17 8H17" />
  {:else if joint.shape === 'collar'}
    <rect x="-11" y="-8" width="22" height="16" rx="2" />
  {:else if joint.shape === 'contact'}
    <path d="M-13 3H13M-13 -3H13" />
  {:else if joint.shape === 'mesh'}
    <path d="M-14 0l4 -5h5l4 10h5l4 -5" />
  {/if}
</g>

<style>
  .joint {
    fill: none;
    stroke: var(--ink);
    stroke-width: 2;
    stroke-linejoin: round;
    stroke-linecap: round;
  }
  rect {
    fill: var(--color-base-100);
  }
  .full {
    fill: var(--ink);
  }
</style>
