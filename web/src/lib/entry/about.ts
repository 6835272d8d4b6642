/** What a tag is opened about: the thing behind a mark, its tool, and what stands in its slots. */
import { isEnd, kindOf, markOf, nameOf } from '../api/ids';
import type { MarkOf, Scene, Sheet, XY } from '../api/types';
import { writtenAt } from './mend';
import { type Target, toolFor, type ToolId } from './tools';
import {
  barSlots,
  combinationSlots,
  jointSlots,
  loadNamed,
  loadSlots,
  pieceAt,
  pulleySlots,
  ropeSlots,
  short,
  supportNamed,
  supportSlots,
  trainSlots,
} from './written';

export interface About {
  readonly tool: ToolId;
  readonly mark: string;
  readonly target: Target;
  readonly before: Readonly<Record<string, string>>;
  readonly slot?: string;
}

/** `near`: where it was pointed at, in sheet units, for things that have pieces. */
export function aboutOf(sheet: Sheet, scene: Scene, id: string, near?: XY): About | null {
  const mark = markOf(id);
  const find = <K extends 'dimension' | 'point' | 'body'>(kind: K) =>
    scene.marks.find((m): m is MarkOf<K> => m.kind === kind && m.id === mark);
  switch (kindOf(mark)) {
    case 'dimension': {
      const m = find('dimension');
      if (!m) return null;
      const value = short(Math.hypot(m.to[0] - m.from[0], m.to[1] - m.from[1]));
      if (m.axis) {
        const target = { first: m.first, second: m.second, axis: m.axis };
        return { tool: 'stretch', mark, target, before: { value } };
      }
      return { tool: 'distance', mark, target: { first: m.first, second: m.second }, before: { value } };
    }
    case 'point': {
      const m = find('point');
      const written = m && sheet.points?.[m.name];
      if (!m || !written) return null;
      const [x, y] = written.map(String);
      return {
        tool: 'point',
        mark,
        target: { name: m.name },
        before: { rename: m.name, x: x ?? '', y: y ?? '' },
      };
    }
    case 'body': {
      const m = find('body');
      const piece = m && pieceAt(sheet, scene, mark, near ?? m.path[0] ?? [0, 0]);
      if (!piece) return null;
      return {
        tool: 'piece',
        mark,
        target: { first: piece.first, second: piece.second },
        before: piece.slots,
      };
    }
    case 'bar': {
      const name = nameOf(mark);
      const before = barSlots(sheet, scene, name);
      return before && { tool: 'bar', mark, target: { name }, before };
    }
    case 'joint': {
      const name = nameOf(mark);
      const before = jointSlots(sheet, scene, name);
      return before && { tool: 'joint', mark, target: { name }, before, slot: 'kind' };
    }
    case 'wheel': {
      const name = nameOf(mark);
      const before = pulleySlots(sheet, name);
      return before && { tool: 'pulley', mark, target: { name }, before, slot: 'radius' };
    }
    case 'rope': {
      const name = nameOf(mark);
      const before = ropeSlots(sheet, name);
      return before && { tool: 'rope', mark, target: { name }, before };
    }
    case 'support': {
      const support = supportNamed(sheet, scene, mark);
      const tool = support && toolFor(support.kind);
      const name = nameOf(mark);
      return support && tool
        ? { tool, mark, target: { name }, before: supportSlots(support, name, scene), slot: 'place' }
        : null;
    }
    case 'load': {
      const load = loadNamed(sheet, scene, mark);
      const tool = load && toolFor(load.kind);
      const name = nameOf(mark);
      if (!load || !tool) return null;
      const about = { tool, mark, target: { name }, before: loadSlots(load, name, scene) };
      return isEnd(id) ? { ...about, slot: 'end' } : about;
    }
    case 'train': {
      const name = nameOf(mark);
      const before = trainSlots(sheet, name);
      return before && { tool: 'train', mark, target: { name }, before };
    }
    case 'combination': {
      const name = nameOf(mark);
      const before = combinationSlots(sheet, name);
      return before && { tool: 'combination', mark, target: { name }, before };
    }
    case 'unclear': {
      const path = nameOf(mark);
      return { tool: 'mend', mark, target: { path }, before: { value: writtenAt(sheet, path) } };
    }
    default:
      return null;
  }
}
