<!-- Paints a layout: everything the board and the thumbnails have in common. -->
<script lang="ts">
  import type { XY } from '../api/types';
  import ArcMark from './ArcMark.svelte';
  import ArrowMark from './ArrowMark.svelte';
  import CombMark from './CombMark.svelte';
  import JointMark from './JointMark.svelte';
  import MemberMarks from './MemberMarks.svelte';
  import type { Painted } from './painted';
  import SupportMark from './SupportMark.svelte';

  interface Props {
    painted: Painted;
    /** Whether a mark stands out: pointed at, chosen, or its tag is open. */
    lit?: (id: string) => boolean;
    /** Joints that transmit what is pointed at. */
    ringed?: (id: string) => boolean;
    /** Supports are taken away. */
    freed?: boolean;
    /** Distributed loads stand behind their resultants. */
    behind?: boolean;
    enter?: (id: string) => void;
    leave?: () => void;
    /** A member is clicked. */
    pick?: (id: string, event: MouseEvent) => void;
  }
  const no = () => false;
  const nothing = () => undefined;
  const {
    painted,
    lit = no,
    ringed = no,
    freed = false,
    behind = false,
    enter = nothing,
    leave = nothing,
    pick = nothing,
  }: Props = $props();

  /** With more points than this each is taken hold of at its name only: twice as much to paint is felt. */
  const HELD = 30;
  const path = (points: readonly XY[]) => points.map((p) => p.join()).join(' ');
</script>

{#each painted.dimensions as d (d.id)}
  <g class="dimension" class:lit={lit(d.id)}>
    {#each d.feet as [a, b], i (i)}
      <line x1={a[0]} y1={a[1]} x2={b[0]} y2={b[1]} class="foot" />
    {/each}
    <line x1={d.a[0]} y1={d.a[1]} x2={d.b[0]} y2={d.b[1]} />
    {#each [d.a, d.b] as p, i (i)}
      <path d="M{p[0] - 5} {p[1] + 5}l10 -10" class="tick" />
    {/each}
  </g>
{/each}

{#each painted.supports as s (s.id)}
  <SupportMark symbol={s} ghost={freed} lit={lit(s.id)} />
{/each}

{#each painted.combs as c (c.id)}
  <CombMark comb={c} lit={lit(c.id)} {behind} enter={() => enter(c.id)} {leave} />
{/each}

{#each painted.beams as b (b.id)}
  <g class="beam" class:out={b.out} class:lit={lit(b.id)}>
    <polyline points={path(b.path)} />
    <!-- svelte-ignore a11y_click_events_have_key_events, a11y_no_static_element_interactions -->
    <polyline points={path(b.path)} class="reach" onclick={(event) => pick(b.id, event)} />
  </g>
{/each}

<MemberMarks {painted} {lit} {enter} {leave} {pick} />

{#if painted.section.length > 0}
  <polyline class="section" points={path(painted.section)} />
{/if}

{#each painted.joints as j (j.id)}
  {#if j.shape !== 'pin'}<JointMark joint={j} />{/if}
{/each}

{#each painted.arrows as a (a.id)}
  <ArrowMark arrow={a} lit={lit(a.id)} enter={() => enter(a.id)} {leave} />
{/each}
{#each painted.arcs as a (a.id)}
  <ArcMark arc={a} lit={lit(a.id)} enter={() => enter(a.id)} {leave} />
{/each}

{#each painted.points as p (p.id)}
  {#if p.turn}
    <!-- svelte-ignore a11y_click_events_have_key_events, a11y_no_static_element_interactions -->
    <g
      class="turn {p.turn}"
      data-mark={p.id}
      onclick={(event) => pick(p.id, event)}
      onpointerenter={() => enter(p.id)}
      onpointerleave={leave}
    >
      <circle cx={p.at[0]} cy={p.at[1]} r="9.5" />
      {#if p.number !== null}<text x={p.at[0]} y={p.at[1] + 4}>{p.number}</text>{/if}
    </g>
  {:else}
    <circle cx={p.at[0]} cy={p.at[1]} r="4.5" class="point" data-mark={p.id} />
    {#if painted.points.length <= HELD}
      <!-- svelte-ignore a11y_click_events_have_key_events, a11y_no_static_element_interactions -->
      <circle
        cx={p.at[0]}
        cy={p.at[1]}
        r="10"
        class="hold"
        data-mark={p.id}
        onclick={(event) => pick(p.id, event)}
      />
    {/if}
  {/if}
{/each}

{#each painted.joints as j (j.id)}
  {#if ringed(j.id)}<circle cx={j.at[0]} cy={j.at[1]} r="9" class="ring" />{/if}
{/each}

{#each painted.labels as l (l.id)}
  {#if l.leader}
    <line
      class="leader"
      x1={l.leader[0]}
      y1={l.leader[1]}
      x2={l.box.x + l.box.w / 2}
      y2={l.box.y + l.box.h / 2}
    />
  {/if}
{/each}

<style>
  .beam polyline {
    fill: none;
    stroke: var(--ink);
    stroke-width: 7;
    stroke-linecap: round;
    stroke-linejoin: round;
  }
  .beam.lit polyline:not(.reach) {
    stroke: var(--focus);
  }
  .beam.out {
    opacity: 0.28;
  }
  .beam .reach {
    stroke: transparent;
    stroke-width: 24;
    cursor: pointer;
  }
  .hold {
    fill: transparent;
    cursor: pointer;
  }
  .point {
    fill: var(--color-base-100);
    stroke: var(--ink);
    stroke-width: 2;
  }
  /* The order of the work: done is filled, at hand is heavy, ready is ringed, the others wait. */
  .turn {
    cursor: pointer;
  }
  .turn circle {
    fill: var(--color-base-100);
    stroke: var(--assumed);
    stroke-width: 1.4;
  }
  .turn text {
    font-size: 11.5px;
    font-weight: 650;
    text-anchor: middle;
    fill: var(--assumed);
  }
  .turn.done circle {
    fill: var(--ink);
    stroke: var(--ink);
  }
  .turn.done text {
    fill: var(--color-base-100);
  }
  .turn.now circle {
    stroke: var(--focus);
    stroke-width: 3;
  }
  .turn.now text {
    fill: var(--focus);
  }
  .turn.ready circle {
    stroke: var(--solved);
    stroke-width: 2.4;
  }
  .turn.ready text {
    fill: var(--solved);
  }
  .turn.waits circle {
    stroke-dasharray: 2.5 2.5;
  }
  .dimension line {
    stroke: var(--assumed);
    stroke-width: 1;
  }
  .dimension .foot {
    stroke: var(--faded);
    stroke-width: 0.8;
  }
  .dimension .tick {
    stroke: var(--assumed);
    stroke-width: 1.5;
  }
  .dimension.lit line,
  .dimension.lit path {
    stroke: var(--focus);
  }
  .ring {
    fill: none;
    stroke: var(--focus);
    stroke-width: 2.5;
  }
  .section {
    fill: none;
    stroke: var(--focus);
    stroke-width: 1.6;
    stroke-dasharray: 9 4 2 4;
  }
  .leader {
    stroke: var(--faded);
    stroke-width: 1;
    stroke-dasharray: 2 3;
  }
</style>
