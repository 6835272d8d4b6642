/** What is asked: chosen from what could be asked, and written out for elsewhere. */
import type { Askable, AskedPart, Page, Sheet } from '../api/types';
import { text } from '../page/formula';
import { guarded } from '../ui/guarded';

type Find = Askable['find'];

const same = (a: Find, b: Find) => a.what === b.what && written(a) === written(b);
const written = (find: Find) => JSON.stringify(Object.values(find).sort());

/** Ratios are asked only where someone says so. */
const usual = (find: Find) => find.what !== 'advantage';

/** Whether a thing is asked: nothing written means everything but ratios; the reactions without a name mean all of them. */
export function isAsked(find: readonly Find[], one: Find): boolean {
  if (find.length === 0) return usual(one);
  return find.some((f) => same(f, one) || (f.what === 'reactions' && one.what === 'reactions' && !f.support));
}

/** What is asked after a thing is taken in or out; everything is written as nothing. */
export function toggled(find: readonly Find[], askable: readonly Askable[], one: Find): Find[] {
  const now = askable.filter((a) => isAsked(find, a.find) !== same(a.find, one)).map((a) => a.find);
  const everything = askable.filter((a) => usual(a.find)).length;
  return now.length === everything && now.every(usual) ? [] : now;
}

/** A value of an answer as text: `A_x 0.559 kN ←`. */
const said = ({ symbol, says }: AskedPart) => (symbol ? `${text({ symbol })} ${says}` : says);

/** The answers as lines of text. */
export function asText(sheet: Sheet, page: Page): string {
  const lines = page.asked.map((line) => guarded(`${line.label}: ${line.parts.map(said).join(', ')}`));
  return [guarded(sheet.title || 'Untitled sheet'), ...lines, page.caution, page.engine].join('\n');
}
