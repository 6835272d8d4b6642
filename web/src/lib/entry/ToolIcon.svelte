<!-- A tool, drawn as what it puts on the board. -->
<script lang="ts">
  import type { ToolId } from './tools';

  const { id }: { id: ToolId } = $props();
</script>

<svg viewBox="0 0 26 20" aria-hidden="true">
  {#if id === 'beam'}
    <path d="M3 14H16L23 6" class="heavy" />
  {:else if id === 'bars'}
    <path d="M5 15L13 4L21 15" /><circle cx="5" cy="15.5" r="2.2" /><circle cx="13" cy="4" r="2.2" /><circle
      cx="21"
      cy="15.5"
      r="2.2"
    />
  {:else if id === 'truss'}
    <path d="M2 16H24L18.5 5H7.5ZM7.5 5L13 16L18.5 5" />
  {:else if id === 'body'}
    <path d="M4 16L10 5H22" class="heavy" /><circle cx="10" cy="5" r="2" class="hole" />
  {:else if id === 'joint'}
    <path d="M2 12H10.5M15.5 12H24" class="heavy" /><circle cx="13" cy="12" r="2.6" />
  {:else if id === 'pulley'}
    <circle cx="13" cy="10" r="7" /><circle cx="13" cy="10" r="1.6" />
  {:else if id === 'rope'}
    <path d="M6 18V8a6 6 0 0 1 12 0V13M15 13H21V18H15Z" />
  {:else if id === 'pin'}
    <path d="M13 3L6.5 14H19.5ZM3 14H23M5 18l3-4M11 18l3-4M17 18l3-4" />
  {:else if id === 'roller'}
    <path d="M13 2L6.5 12H19.5ZM3 18H23" />
    <circle cx="9.5" cy="14.8" r="2.2" /><circle cx="16.5" cy="14.8" r="2.2" />
  {:else if id === 'fixed'}
    <path d="M8 2V18M3 6l5-4M3 11.5l5-4M3 17l5-4" /><path d="M8 10H23" class="heavy" />
  {:else if id === 'guide'}
    <path d="M7 4H19V10H7ZM3 15.5H23M5 19l3-3.5M11 19l3-3.5M17 19l3-3.5" />
    <circle cx="10" cy="12.8" r="1.9" /><circle cx="16" cy="12.8" r="1.9" />
  {:else if id === 'surface'}
    <path d="M3 11H23M5 15.5l3-4.5M11 15.5l3-4.5M17 15.5l3-4.5" />
    <path d="M7 7.5H19" class="heavy" />
  {:else if id === 'rough'}
    <path d="M3 10l2.5 3l2.5-3l2.5 3l2.5-3l2.5 3l2.5-3l2.5 3l2.5-3M5 18l3-4M11 18l3-4M17 18l3-4" />
    <path d="M7 6.5H19" class="heavy" />
  {:else if id === 'link'}
    <path d="M13 4.5V13.5M7 17.5H19" />
    <circle cx="13" cy="3.5" r="1.8" /><circle cx="13" cy="14.5" r="1.8" />
  {:else if id === 'cable'}
    <path d="M6 3H20M8 1l-2 2M14 1l-2 2M20 1l-2 2" />
    <path d="M13 3V17M11 18.5h4" stroke-dasharray="2.5 2" />
  {:else if id === 'ball'}
    <circle cx="13" cy="7" r="4.4" /><path d="M6.5 8.5A6.8 6.8 0 0 0 19.5 8.5M4 17.5H22M13 14.6V17.5" />
  {:else if id === 'journal'}
    <path d="M2 8H24" class="heavy" /><ellipse cx="13" cy="8" rx="3.4" ry="6" /><path d="M8 18H18M13 14V18" />
  {:else if id === 'thrust'}
    <path d="M2 8H24" class="heavy" /><ellipse cx="11" cy="8" rx="3.2" ry="5" /><path
      d="M16.5 2.5V13.5M8 18H18M13 13.5V18"
    />
  {:else if id === 'hinge'}
    <path d="M4 10H9M11 10H15M17 10H22" class="heavy" /><path d="M4 4H22M4 16H22" />
  {:else if id === 'force'}
    <path d="M13 2V15M9 11.5L13 17L17 11.5" />
  {:else if id === 'couple'}
    <path d="M19.5 13.5A7 7 0 1 1 19 6" /><path d="M20.5 2.2L19.4 7.2L14.4 6.2" />
  {:else if id === 'distributed'}
    <path
      d="M3 4H23M4 4V14M10 4V14M16 4V14M22 4V14M2.4 12L4 15L5.6 12M8.4 12L10 15L11.6 12M14.4 12L16 15L17.6 12M20.4 12L22 15L23.6 12"
    />
  {:else if id === 'weight'}
    <path d="M7.5 8H18.5L21 18H5ZM10.5 8a2.6 2.6 0 1 1 5 0" />
  {/if}
</svg>

<style>
  svg {
    width: 22px;
    height: 17px;
    fill: none;
    stroke: currentColor;
    stroke-width: 1.6;
    stroke-linejoin: round;
    stroke-linecap: round;
  }
  .hole {
    fill: var(--color-base-100);
    stroke-width: 1.4;
  }
  .heavy {
    stroke-width: 3.4;
  }
</style>
