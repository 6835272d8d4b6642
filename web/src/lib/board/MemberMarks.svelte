<!-- Two-force members, ropes and wheels: thinner than bodies, told apart by line. -->
<script lang="ts">
  import type { XY } from '../api/types';
  import type { Bar, Painted } from './painted';
  import { add, right, scale, sub, unit } from './vec';

  interface Props {
    painted: Painted;
    lit: (id: string) => boolean;
    enter: (id: string) => void;
    leave: () => void;
    /** A bar is clicked. */
    pick: (id: string, event: MouseEvent) => void;
  }
  const { painted, lit, enter, leave, pick }: Props = $props();

  /** The two edges of a bar that is pushed. */
  const edges = (b: Bar): readonly (readonly [XY, XY])[] => {
    const n = scale(right(unit(sub(b.b, b.a))), 2.6);
    return [
      [add(b.a, n), add(b.b, n)],
      [sub(b.a, n), sub(b.b, n)],
    ];
  };
</script>

{#each painted.rides as r (r.id)}
  <line class="ride" x1={r.a[0]} y1={r.a[1]} x2={r.b[0]} y2={r.b[1]} />
{/each}
{#each painted.wheels as w (w.id)}
  <circle class="wheel" class:lit={lit(w.id)} cx={w.at[0]} cy={w.at[1]} r={w.r} />
{/each}
{#each painted.bars as b (b.id)}
  <g class="member {b.sense ?? ''}" class:out={b.out}>
    {#if b.sense === 'compression'}
      {#each edges(b) as [p, q], i (i)}
        <line class="edge" x1={p[0]} y1={p[1]} x2={q[0]} y2={q[1]} />
      {/each}
    {:else}
      <line class="bar {b.carries}" x1={b.a[0]} y1={b.a[1]} x2={b.b[0]} y2={b.b[1]} />
    {/if}
    <!-- svelte-ignore a11y_click_events_have_key_events, a11y_no_static_element_interactions -->
    <line
      class="reach"
      x1={b.a[0]}
      y1={b.a[1]}
      x2={b.b[0]}
      y2={b.b[1]}
      data-mark={b.id}
      onclick={(event) => pick(b.id, event)}
      onpointerenter={() => enter(b.id)}
      onpointerleave={leave}
    />
  </g>
{/each}
{#each painted.ropes as rope (rope.id)}
  {#each rope.legs as [a, b], i (i)}
    <line class="rope" class:lit={lit(rope.id)} x1={a[0]} y1={a[1]} x2={b[0]} y2={b[1]} />
  {/each}
{/each}

<style>
  .member {
    color: var(--ink);
  }
  .reach {
    stroke: transparent;
    stroke-width: 16;
    cursor: pointer;
  }
  /* Told by line first: pulled is one heavy line, pushed an open one, idle a thin broken one. */
  .tension {
    color: var(--tension);
  }
  .compression {
    color: var(--compression);
  }
  .edge {
    stroke: currentColor;
    stroke-width: 1.7;
  }
  .zero .bar {
    stroke-width: 1.6 !important;
    stroke-dasharray: 2 5;
    color: var(--assumed);
  }
  .out {
    opacity: 0.28;
  }
  .bar {
    stroke: currentColor;
    stroke-width: 4;
    stroke-linecap: round;
  }
  .bar.pull {
    stroke-width: 2;
  }
  .bar.push {
    stroke-width: 5;
    stroke-dasharray: 12 4;
    stroke-linecap: butt;
  }
  .ride {
    stroke: var(--ink);
    stroke-width: 1.6;
    stroke-dasharray: 2 4;
    stroke-linecap: round;
  }
  .rope {
    stroke: var(--ink);
    stroke-width: 1.6;
  }
  .wheel {
    fill: var(--color-base-100);
    stroke: var(--ink);
    stroke-width: 1.8;
  }
  .lit {
    stroke: var(--focus);
  }
</style>
