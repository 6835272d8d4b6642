<!-- An empty board: the drawing that could be there, and the key that begins it. -->
<script lang="ts"></script>

<div class="first">
  <svg viewBox="0 0 300 90" aria-hidden="true">
    <path d="M30 40H270" class="b" />
    <path d="M30 44L18 64H42ZM270 44L258 64H282Z" class="s" />
    <path d="M110 4V30M104 22L110 32L116 22" class="s" />
    <path d="M30 80H270M25 85L35 75M265 85L275 75" class="d" />
  </svg>
  <p>Press <kbd>B</kbd> and type the length of a beam.</p>
</div>

<style>
  .first {
    position: absolute;
    inset: 0 0 60px;
    display: grid;
    place-content: center;
    justify-items: center;
    gap: 18px;
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
  kbd {
    font-family: inherit;
    font-weight: 650;
    border: 1px solid var(--rule);
    border-bottom-width: 2px;
    border-radius: 5px;
    padding: 1px 8px;
    background: var(--color-base-100);
  }
</style>
