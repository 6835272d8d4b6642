/** What is said of sheets that are carried out or in. */
import type { Came, Stage } from '../api/types';

const counted = (n: number, what: string) => `${n.toLocaleString('en-GB')} ${what}${n === 1 ? '' : 's'}`;

const DOING: Record<string, string> = {
  sending: 'Sending the file',
  packing: 'Packing',
  checking: 'Looking through',
  keeping: 'Keeping',
};

/** `Looking through 1,200 of 5,000 sheets …` */
export function going({ stage, done, total }: Stage): string {
  const doing = DOING[stage] ?? 'Working';
  return total > 0
    ? `${doing} ${done.toLocaleString('en-GB')} of ${counted(total, 'sheet')} …`
    : `${doing} …`;
}

/** `12 sheets came in, with 30 revisions. 2 were here already.` */
export function arrived({ added, beside, there, revisions }: Came): string {
  const said = [];
  if (added > 0) {
    const and = revisions > 0 ? `, with ${counted(revisions, 'revision')}` : '';
    said.push(`${counted(added, 'sheet')} came in${and}.`);
  }
  if (beside > 0)
    said.push(
      `${counted(beside, 'sheet')} of ${beside === 1 ? 'which another state is' : 'which other states are'} here ` +
        `${beside === 1 ? 'stands' : 'stand'} beside ${beside === 1 ? 'it' : 'them'}: nothing was written over.`,
    );
  if (there > 0)
    said.push(`${counted(there, 'sheet')} ${there === 1 ? 'was' : 'were'} here already, the same.`);
  return said.join(' ');
}

/** A title as the name of a file. */
export function fileName(title: string | undefined, ending: string): string {
  return `${(title || 'sheet').replaceAll(/[^\p{L}\p{N}]+/gu, '-')}.${ending}`;
}
