<!-- An empty board: the drawing that could be there, and the key that begins it. -->
<script lang="ts">
  import type { Session } from './session.svelte';

  const { session }: { session: Session } = $props();
</script>

<div class="first">
  {#if session.spatial}
    <svg viewBox="0 0 300 120" aria-hidden="true">
      <path d="M150 12L70 96M150 12L166 108M150 12L238 88" class="b thin" />
      <path d="M150 12V52M144 44L150 54L156 44" class="s" />
    </svg>
    <p>Press <kbd>J</kbd> and run bars through places: <em>0;0;0 0.7;0.6;2.1</em></p>
    <p class="or">or <kbd>B</kbd> for a body: <em>0;0;0 1.2;0;0</em></p>
    <p class="or">
      <button onclick={() => session.edit({ edit: 'space', into: 'plane' }, 'A sheet of the plane.')}
        >Back to the plane</button
      >
    </p>
  {:else}
    <svg viewBox="0 0 300 90" aria-hidden="true">
      <path d="M30 40H270" class="b" />
      <path d="M30 44L18 64H42ZM270 44L258 64H282Z" class="s" />
      <path d="M110 4V30M104 22L110 32L116 22" class="s" />
      <path d="M30 80H270M25 85L35 75M265 85L275 75" class="d" />
    </svg>
    <p>Press <kbd>B</kbd> and type the length of a beam.</p>
    <p class="or">
      Forces in space? <button onclick={() => session.intoSpace()}
        >Make it a sheet of space <kbd>⇧ D</kbd></button
      >
    </p>
  {/if}
</div>

<style>
  .first {
    position: absolute;
    inset: 0 0 60px;
    display: grid;
    place-content: center;
    justify-items: center;
    gap: 14px;
    pointer-events: none;
    font-size: 17px;
  }
  svg {
    width: 300px;
    fill: none;
    stroke: var(--faded);
    stroke-width: 2;
    stroke-dasharray: 5 5;
    stroke-linecap: round;
  }
  .b {
    stroke-width: 6;
    stroke-dasharray: 2 11;
  }
  .thin {
    stroke-width: 4;
    stroke-dasharray: 2 8;
  }
  .or {
    font-size: 14.5px;
    color: var(--color-neutral);
  }
  em {
    font-style: normal;
    font-weight: 560;
    color: var(--ink);
  }
  button {
    pointer-events: auto;
    cursor: pointer;
    min-height: 28px;
    padding: 1px 10px;
    border: 1px solid var(--rule);
    border-radius: 7px;
    background: var(--color-base-100);
    color: var(--ink);
  }
  button:hover {
    color: var(--focus);
    border-color: var(--focus);
  }
  kbd {
    font-family: inherit;
    font-weight: 650;
    border: 1px solid var(--rule);
    border-bottom-width: 2px;
    border-radius: 5px;
    padding: 1px 8px;
    background: var(--color-base-100);
  }
  button kbd {
    font-size: 12.5px;
    padding: 0 6px;
    margin-left: 4px;
  }
</style>
