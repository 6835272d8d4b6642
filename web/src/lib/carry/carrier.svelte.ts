/** Sheets on their way out or in: one at a time, with how far it has come and what became of it. */
import { api, asRefusal, Refusal } from '../api/client';
import type { ArchiveOf, Came, Stage } from '../api/types';
import { route } from '../ui/route.svelte';

/** What is said when it is over. */
export interface Outcome {
  readonly came: Came | null;
  /** An archive that was handed over. */
  readonly saved: string | null;
  readonly refused: readonly { readonly file: string; readonly why: Refusal }[];
}

/** Hands a file of the server over to the browser. */
function hand(address: string, file: string): void {
  const link = document.createElement('a');
  link.href = address;
  link.download = file;
  link.click();
}

const NOTHING: Came = { sheets: [], added: 0, beside: 0, there: 0, revisions: 0 };

export class Carrier {
  /** What is going on: `sending` while a file is on its way to the server. */
  stage = $state.raw<Stage | null>(null);
  /** The file that it is about, where there are several. */
  file = $state('');
  outcome = $state.raw<Outcome | null>(null);
  /** How often sheets came in: the shelf looks again. */
  arrivals = $state(0);
  /** Opens the dialog in which files are chosen. */
  ask: () => void = () => undefined;
  #leave = new AbortController();

  get busy(): boolean {
    return this.stage !== null;
  }

  /** Takes in files, one after the other; a single sheet is opened, of several it is said what came of them. */
  async bring(files: readonly File[]): Promise<void> {
    if (this.busy || files.length === 0) return;
    let came = NOTHING;
    const refused: { file: string; why: Refusal }[] = [];
    await this.#carry(async (hear, signal) => {
      for (const file of files) {
        this.file = files.length > 1 ? file.name : '';
        hear({ stage: 'sending', done: 0, total: 0 });
        try {
          const one = await api.bring(file, hear, signal);
          came = {
            sheets: [...came.sheets, ...one.sheets],
            added: came.added + one.added,
            beside: came.beside + one.beside,
            there: came.there + one.there,
            revisions: came.revisions + one.revisions,
          };
        } catch (error) {
          if (signal.aborted) return;
          refused.push({ file: file.name, why: asRefusal(error) });
        }
      }
    });
    if (came.added > 0) this.arrivals += 1;
    const [first] = came.sheets;
    if (first && came.added === 1 && came.there === 0 && refused.length === 0) {
      route.go(`/sheet/${first.id}`);
      return;
    }
    const anything = came.added + came.there > 0;
    if (anything || refused.length > 0) this.outcome = { came: anything ? came : null, saved: null, refused };
    if (came.added > 0) route.go('/');
  }

  /** What was pasted, if it is a sheet. */
  async paste(text: string): Promise<void> {
    if (text.includes('helvek-sheet/')) {
      await this.bring([new File([text], 'what was pasted')]);
      return;
    }
    const why = new Refusal(
      'foreign',
      'It does not say that it is a sheet.',
      'Copy the whole text of a sheet, from its first line: format = "helvek-sheet/1".',
    );
    this.outcome = { came: null, saved: null, refused: [{ file: 'what was pasted', why }] };
  }

  /** Puts sheets into an archive and hands it over. */
  async pack(of: ArchiveOf): Promise<void> {
    if (this.busy) return;
    await this.#carry(async (hear, signal) => {
      hear({ stage: 'packing', done: 0, total: 0 });
      try {
        const made = await api.archive(of, hear, signal);
        hand(made.address, made.file);
        const sheets = made.sheets === 1 ? '1 sheet' : `${made.sheets} sheets`;
        const revisions = made.revisions === 1 ? '1 revision' : `${made.revisions} revisions`;
        this.outcome = { came: null, saved: `${sheets} with ${revisions} in ${made.file}.`, refused: [] };
      } catch (error) {
        if (!signal.aborted)
          this.outcome = { came: null, saved: null, refused: [{ file: '', why: asRefusal(error) }] };
      }
    });
  }

  /** Gives up what is going on: nothing is changed then. */
  stop(): void {
    this.#leave.abort();
  }

  async #carry(job: (hear: (stage: Stage) => void, signal: AbortSignal) => Promise<void>): Promise<void> {
    this.outcome = null;
    this.#leave = new AbortController();
    try {
      await job((stage) => (this.stage = stage), this.#leave.signal);
    } finally {
      this.stage = null;
      this.file = '';
    }
  }
}

/** The one of this page. */
export const carrier = new Carrier();
