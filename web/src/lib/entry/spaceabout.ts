/** What a tag is opened about on a sheet of space. */
import type { Load, Sheet, SolidScene } from '../api/types';
import { kindOf, nameOf, thingOf } from '../api/ids';
import { type About } from './about';
import { writtenAt } from './mend';
import { toolFor } from './tools';
import { directionText, loadSlots, supportSlots } from './written';
import { listed } from '../ui/listed';

/** What is drawn of a plane sheet: nothing. Places are said by the names of points. */
const NO_SCENE = { bounds: null, marks: [] };

/** The loads of a sheet by the marks that stand for them, in their order. */
function loads(sheet: Sheet, scene: SolidScene): ReadonlyMap<string, Load> {
  const arrows = scene.arrows.filter((a) => a.role === 'load').map((a) => thingOf(a.of));
  const single = [...new Set(arrows)];
  const spread = [...new Set(scene.spreads.map((s) => thingOf(s.id)))];
  const found = new Map<string, Load>();
  for (const load of listed(sheet.loads)) {
    const id = load.kind === 'distributed' ? spread.shift() : single.shift();
    if (id !== undefined) found.set(id, load);
  }
  return found;
}

export function aboutInSpace(sheet: Sheet, scene: SolidScene, id: string): About | null {
  const mark = thingOf(id);
  const name = nameOf(mark);
  switch (kindOf(mark)) {
    case 'point': {
      const written = sheet.points?.[name];
      if (!written) return null;
      const [x = '', y = '', z = ''] = written.map(String);
      return { tool: 'point', mark, target: { name }, before: { rename: name, x, y, z } };
    }
    case 'bar': {
      const row = scene.lines.filter((l) => l.kind === 'bar').findIndex((l) => l.id === mark);
      const bar = sheet.bars?.[row];
      if (!bar) return null;
      const kind = 'ends' in bar ? (bar.kind ?? 'bar') : 'bar';
      return { tool: 'bar', mark, target: { name }, before: { kind, rename: name } };
    }
    case 'support': {
      const row = scene.holds.filter((h) => h.ground).findIndex((h) => h.id === mark);
      const support = sheet.supports?.[row];
      const tool = support && toolFor(support.kind);
      if (!support || !tool) return null;
      const before = {
        ...supportSlots(support, name, NO_SCENE),
        axis: directionText(support.axis, ''),
        couples: support.couples ?? 'auto',
      };
      return { tool, mark, target: { name }, before, slot: 'place' };
    }
    case 'joint': {
      const row = scene.holds.filter((h) => !h.ground).findIndex((h) => h.id === mark);
      const joint = sheet.joints?.[row];
      if (!joint) return null;
      const direction = directionText(joint.axis ?? joint.normal, '');
      const before = { place: joint.at, kind: joint.kind, direction, rename: name };
      return { tool: 'joint', mark, target: { name }, before, slot: 'kind' };
    }
    case 'load': {
      const load = loads(sheet, scene).get(mark);
      const tool = load && toolFor(load.kind);
      if (!load || !tool) return null;
      const before = loadSlots(load, name, NO_SCENE);
      if (load.kind !== 'couple') return { tool, mark, target: { name }, before };
      const size = load.components ? load.components.map(String).join('; ') : (before['size'] ?? '');
      return {
        tool,
        mark,
        target: { name },
        before: { ...before, size, axis: directionText(load.axis, '') },
      };
    }
    case 'unclear': {
      const path = name;
      return { tool: 'mend', mark, target: { path }, before: { value: writtenAt(sheet, path) } };
    }
    default:
      return null;
  }
}
