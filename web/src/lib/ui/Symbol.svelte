<!-- The name of an unknown: what stands behind an underscore is set lower. -->
<script lang="ts">
  const { text }: { text: string } = $props();
  const at = $derived(text.indexOf('_'));
</script>

{#if at > 0}{text.slice(0, at)}<sub>{text.slice(at + 1)}</sub>{:else}{text}{/if}

<style>
  sub {
    font-size: 0.76em;
  }
</style>
