<!-- A member cut open: its section, and beside it the stresses over its height, read at the fibre under the pointer. -->
<script lang="ts">
  import type { SectionMark } from '../api/types';
  import { circle, CIRCLE, fibreAt, frame, outline, profiles, VIEW } from './sectionview';
  import { figures } from '../ui/figures';

  const { mark }: { mark: SectionMark } = $props();
  const f = $derived(frame(mark));
  const all = $derived(profiles(mark, f));
  let pointed = $state<number | null>(null);
  const [low, high] = $derived(mark.faces as [number, number]);

  function point(event: PointerEvent): void {
    const box = (event.currentTarget as SVGSVGElement).getBoundingClientRect();
    pointed = f.level(((event.clientY - box.top) * VIEW.height) / box.height);
  }

  const said = (value: number) => figures(value, 3);
  const word = (value: number) => (value > 0 ? 'tension' : value < 0 ? 'compression' : 'nothing');
  // Away from the section: the fibre with the largest equivalent stress.
  const fibre = $derived(mark.fibres[pointed === null ? mark.worst : fibreAt(mark, pointed)]);
  const mohr = $derived(fibre ? circle(fibre) : null);
  const read = $derived(
    fibre
      ? `${said(fibre.level)} ${mark.unit} from the centroid: σ ${said(fibre.normal)} ${mark.stress}, ${word(fibre.normal)}; τ ${said(fibre.shear)} ${mark.stress}`
      : '',
  );
  const rest = $derived(
    mark.neutral === null || mark.neutral === undefined
      ? 'no level without normal stress inside it'
      : `neutral axis ${said(mark.neutral)} ${mark.unit} from the centroid`,
  );
</script>

<figure aria-label="The section {mark.name} with its stresses">
  <svg
    viewBox="0 0 {VIEW.width} {VIEW.height}"
    role="img"
    aria-label="Section {mark.name}: normal stress {mark.normal.ends[1]
      ?.text} {mark.stress} at the {mark.top} face, {mark.normal.ends[0]?.text} at the other"
    onpointermove={point}
    onpointerleave={() => (pointed = null)}
  >
    <defs>
      <pattern id="pressed" width="5" height="5" patternUnits="userSpaceOnUse" patternTransform="rotate(45)">
        <line x1="0" y1="0" x2="0" y2="5" />
      </pattern>
    </defs>
    <path class="section" d={outline(mark, f)} fill-rule="evenodd" />
    <line class="centre" x1="0" x2={VIEW.width} y1={f.y(0)} y2={f.y(0)} />
    {#if typeof mark.neutral === 'number'}
      <line
        class="neutral"
        x1={(all[2]?.x ?? 0) - 30}
        x2={(all[2]?.x ?? 0) + 30}
        y1={f.y(mark.neutral)}
        y2={f.y(mark.neutral)}
      />
    {/if}
    {#each all as profile, i (profile.title)}
      <text class="title" x={profile.x} y="12">{profile.title}</text>
      {#if i < 3}
        {@const band = [mark.axial, mark.bending, mark.normal][i]}
        <path class="pulled" d={profile.pulled} />
        <path class="pressed" d={profile.pressed} />
        <path class="line" d={profile.line} />
        <text class="value" x={profile.x} y={f.y(high) - 4}>{band?.ends[1]?.text}</text>
        <text class="value" x={profile.x} y={f.y(low) + 12}>{band?.ends[0]?.text}</text>
      {:else}
        <path class="shear" d={profile.line} />
        <text class="value" x={profile.x} y={f.y(low) + 12}>{mark.sheared.text}</text>
      {/if}
      <line class="zero" x1={profile.x} x2={profile.x} y1={f.y(low)} y2={f.y(high)} />
    {/each}
    {#if fibre}
      <line class="fibre" x1="0" x2={VIEW.width} y1={f.y(fibre.level)} y2={f.y(fibre.level)} />
    {/if}
    <text class="foot" x="48" y={VIEW.height - 4}>{mark.name}</text>
    <text class="foot" x="204" y={VIEW.height - 4}>{mark.stress}, top face {mark.top}</text>
  </svg>
  {#if fibre && mohr}
    {@const [face, side] = mohr.ends}
    <svg viewBox="0 0 {CIRCLE.width} {CIRCLE.height}" role="img" aria-label="Mohr's circle: {fibre.says}">
      <line
        class="axis"
        x1={Math.min(mohr.zero, mohr.x - mohr.r) - 16}
        x2={Math.max(mohr.zero, mohr.x + mohr.r) + 16}
        y1={mohr.y}
        y2={mohr.y}
      />
      <line class="axis" x1={mohr.zero} x2={mohr.zero} y1="8" y2={CIRCLE.height} />
      <circle cx={mohr.x} cy={mohr.y} r={mohr.r} />
      <line class="across" x1={face[0]} y1={face[1]} x2={side[0]} y2={side[1]} />
      <circle class="end" cx={face[0]} cy={face[1]} r="3.5" />
      <text class="at" x={mohr.x + mohr.r + 8} y={mohr.y - 5}>σ₁ {said(fibre.principal[0] ?? 0)}</text>
      <text class="at left" x={mohr.x - mohr.r - 8} y={mohr.y - 5}>σ₂ {said(fibre.principal[1] ?? 0)}</text>
      <text class="axis-name" x={mohr.zero - 6} y="14">τ</text>
    </svg>
    <p>{fibre.says}; {fibre.equivalent}.</p>
  {/if}
  <figcaption>
    {rest}.<br />
    {pointed === null ? 'Worst fibre, ' : ''}{read}.
  </figcaption>
</figure>

<style>
  figure {
    border-top: 1px solid var(--rule);
    padding: 8px 0;
  }
  svg {
    width: 100%;
    display: block;
    touch-action: none;
  }
  text {
    text-anchor: middle;
    font-size: 11px;
    fill: var(--ink);
  }
  .title {
    font-weight: 620;
  }
  .value {
    paint-order: stroke;
    stroke: var(--color-base-100);
    stroke-width: 3px;
  }
  .foot {
    fill: var(--color-neutral);
  }
  .section {
    fill: color-mix(in oklab, var(--ink) 14%, transparent);
    stroke: var(--ink);
    stroke-width: 1.3;
  }
  .centre {
    stroke: var(--rule);
    stroke-dasharray: 6 3 1 3;
  }
  .neutral {
    stroke: var(--focus);
    stroke-dasharray: 3 3;
  }
  .zero {
    stroke: var(--ink);
  }
  .pulled {
    fill: color-mix(in oklab, var(--solved) 30%, transparent);
  }
  .pressed {
    fill: url(#pressed);
  }
  #pressed line {
    stroke: var(--ink);
    stroke-width: 1.4;
  }
  .line {
    fill: none;
    stroke: var(--solved);
    stroke-width: 1.6;
  }
  .shear {
    fill: color-mix(in oklab, var(--focus) 16%, transparent);
    stroke: var(--focus);
    stroke-width: 1.4;
  }
  .fibre {
    stroke: var(--focus);
  }
  circle {
    fill: none;
    stroke: var(--solved);
    stroke-width: 1.6;
  }
  circle.end {
    fill: var(--focus);
    stroke: none;
  }
  .axis {
    stroke: var(--rule);
  }
  .across {
    stroke: var(--focus);
    stroke-dasharray: 3 3;
  }
  .at {
    text-anchor: start;
  }
  .at.left,
  .axis-name {
    text-anchor: end;
  }
  p {
    font-size: 12.5px;
    line-height: 1.45;
    color: var(--color-neutral);
  }
  figcaption {
    font-size: 12.5px;
    min-height: 19px;
    color: var(--color-neutral);
  }
</style>
