<!-- A small true drawing of a sheet: the same layout and the same painters as the board, without words. -->
<script lang="ts">
  import type { Scene } from '../api/types';
  import Drawing from '../board/Drawing.svelte';
  import { layout } from '../board/layout';
  import { fit } from '../board/view';
  import SolidSvg from '../space/SolidSvg.svelte';
  import { small } from '../space/small';

  const { scene }: { scene: Scene } = $props();

  const SIZE = { width: 500, height: 290 };
  const solid = $derived(scene.solid ? small(scene.solid, SIZE) : null);
  const MARGIN = { left: 66, right: 66, top: 88, bottom: 88 };
  const painted = $derived(
    layout(
      scene,
      fit(scene.bounds, SIZE, MARGIN),
      SIZE,
      { freed: false, step: 0, resultants: false, lit: [], arm: null, bare: true },
      () => 0,
    ),
  );
</script>

<svg viewBox="0 0 {SIZE.width} {SIZE.height}" aria-hidden="true">
  {#if solid}<SolidSvg items={solid} />{:else}<Drawing {painted} />{/if}
</svg>

<style>
  svg {
    display: block;
    width: 100%;
    height: 100%;
    pointer-events: none;
  }
</style>
