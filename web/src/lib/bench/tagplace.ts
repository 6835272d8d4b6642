/** Where an open tag stands: at what it is about, on the side away from the structure; of a new thing nowhere in particular. */
import type { Painted } from '../board/painted';
import type { Size } from '../board/view';

const EDGE = 8;
/** Room for the tools along the lower edge. */
const FOOT = 68;

export function tagAt(
  painted: Painted,
  mark: string | null,
  tag: Size,
  stage: Size,
): { left: number; top: number } | null {
  if (mark === null) return null;
  const label = painted.labels.find((l) => l.id === mark)?.box;
  const support = painted.supports.find((s) => s.id === mark);
  const box = label ?? (support && { x: support.at[0] - 20, y: support.at[1], w: 40, h: 46 });
  if (!box) return null;
  const left = Math.max(EDGE, Math.min(box.x, stage.width - tag.width - EDGE));
  // What is being changed stays in sight.
  const path = painted.beams.flatMap((b) => b.path);
  const middle = path.reduce((sum, p) => sum + p[1], 0) / Math.max(1, path.length);
  const above = box.y + box.h < middle;
  const top = above ? box.y - tag.height - EDGE : box.y + box.h + EDGE;
  return { left, top: Math.max(EDGE, Math.min(top, stage.height - tag.height - FOOT)) };
}
