<!-- The lever arm of a term: from the moment centre to the line of action, at a right angle to it. -->
<script lang="ts">
  import type { ArmMark } from '../api/types';
  import { add, length, scale, sub, unit } from './vec';
  import { toScreen, type View } from './view';

  const { arm, view }: { arm: ArmMark; view: View } = $props();

  const centre = $derived(toScreen(view, arm.centre));
  const foot = $derived(toScreen(view, arm.foot));
  const at = $derived(toScreen(view, arm.at));
  const back = $derived(unit(sub(centre, foot)));
  // Across the arm: along the line of action.
  const across = $derived(length(sub(at, foot)) > 3 ? unit(sub(at, foot)) : ([-back[1], back[0]] as const));
  const corner = $derived([
    add(foot, scale(back, 9)),
    add(add(foot, scale(back, 9)), scale(across, 9)),
    add(foot, scale(across, 9)),
  ]);
</script>

<g class="arm">
  <line
    class="action"
    x1={add(foot, scale(across, -26))[0]}
    y1={add(foot, scale(across, -26))[1]}
    x2={add(length(sub(at, foot)) > 3 ? at : foot, scale(across, 26))[0]}
    y2={add(length(sub(at, foot)) > 3 ? at : foot, scale(across, 26))[1]}
  />
  <line class="lever" x1={centre[0]} y1={centre[1]} x2={foot[0]} y2={foot[1]} />
  <polyline class="corner" points={corner.map((p) => p.join()).join(' ')} />
  <circle cx={centre[0]} cy={centre[1]} r="7.5" class="centre" />
</g>

<style>
  .arm {
    pointer-events: none;
  }
  .lever {
    stroke: var(--focus);
    stroke-width: 3;
    stroke-dasharray: 1 5;
    stroke-linecap: round;
  }
  .action {
    stroke: var(--focus);
    stroke-width: 1;
    stroke-dasharray: 6 4;
  }
  .corner,
  .centre {
    fill: none;
    stroke: var(--focus);
    stroke-width: 1.6;
  }
</style>
