<!-- Two-force members, ropes and wheels: thinner than bodies, told apart by line. -->
<script lang="ts">
  import type { Painted } from './painted';

  const { painted, lit }: { painted: Painted; lit: (id: string) => boolean } = $props();
</script>

{#each painted.rides as r (r.id)}
  <line class="ride" x1={r.a[0]} y1={r.a[1]} x2={r.b[0]} y2={r.b[1]} />
{/each}
{#each painted.wheels as w (w.id)}
  <circle class="wheel" class:lit={lit(w.id)} cx={w.at[0]} cy={w.at[1]} r={w.r} />
{/each}
{#each painted.bars as b (b.id)}
  <line class="bar {b.carries}" class:lit={lit(b.id)} x1={b.a[0]} y1={b.a[1]} x2={b.b[0]} y2={b.b[1]} />
{/each}
{#each painted.ropes as rope (rope.id)}
  {#each rope.legs as [a, b], i (i)}
    <line class="rope" class:lit={lit(rope.id)} x1={a[0]} y1={a[1]} x2={b[0]} y2={b[1]} />
  {/each}
{/each}

<style>
  .bar {
    stroke: var(--ink);
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
