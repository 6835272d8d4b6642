/** Under the drawing: how to read it; of a joint that is pointed at, whether it can be next. */
import { is } from '../api/ids';
import { nextAt } from '../board/order';
import type { Session } from './session.svelte';

export function caption(session: Session): string {
  if (session.spatial) {
    if (session.parted) return 'Each part with all that acts on it. Z puts them together.';
    if (session.stop === 'free')
      return 'Supports taken away, their reactions in place. Two heads: a couple, right-handed.';
    const bars = session.stop !== 'work' && session.stops.includes('table');
    return bars
      ? 'Thin: tension T · thick: compression C · broken: zero force'
      : 'Dashed: assumed · heavy: found, in its true sense · two heads: a couple';
  }
  if (session.parted) return 'Broken lines join each arrow to its opposite: press one to see it.';
  if (session.stop === 'free') return 'Supports taken away, their reactions in place. Dashed: assumed.';
  // The deflected shape says itself how large it is drawn.
  if (session.stop === 'stiff') return '';
  const { page } = session;
  if (session.stop === 'work' && page && page.next.length > 0) {
    const at = session.lit.ids.find((id) => is(id, 'point'));
    const says = at && nextAt(page, at, session.step)?.says;
    return says || 'Filled joints are done, ringed ones could be next: press one to work it.';
  }
  const bars = session.stop !== 'work' && session.stops.includes('table');
  return bars
    ? 'One heavy line: tension T · open line: compression C · broken: zero force'
    : 'Dashed: assumed · heavy: found, in its true sense';
}
