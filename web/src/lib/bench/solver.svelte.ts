/** What is solved for a bench: the newest reply and what it looked at, what is known of the stops it did not look at, and whether the server is there. */
import { steps } from '../api/document';
import { asRefusal, refused, type Refusal } from '../api/client';
import type { Edit, Headlines, LiveReply, Scene, Sheet, View } from '../api/types';
import { Queue } from './queue';

/** How long to wait before the server is asked again whether it is back, in milliseconds. */
const KNOCK = 1500;
/** How long nothing may be asked before the stops that were not looked at are filled in, in milliseconds. */
const QUIET = 400;
/** So many answers are held, so that going back and forth asks nothing. */
const HELD = 8;
const PLAIN: View = { at: 'idealise' };

/** What is known of a sheet besides what is looked at. */
interface Known {
  readonly sheet: Sheet;
  readonly headlines: Headlines;
  /** How well the arithmetic closes. */
  readonly closes: string | null;
  /** How many steps the working has; `null` while nobody has looked. */
  readonly steps: number | null;
}

const withWorking = (view: View): boolean => !['stiff', 'inside', 'size'].includes(view.at);

/** Whether an answer to the one answers the other: the plain drawing stands beside every working. */
function covers(answered: View, view: View): boolean {
  const plain = view.at === 'idealise' || (view.at === 'free' && view.apart !== true && !view.choice);
  return plain ? withWorking(answered) : JSON.stringify(answered) === JSON.stringify(view);
}

export class Solver {
  readonly #queue = new Queue();
  #knocking: ReturnType<typeof setTimeout> | undefined;
  #filling: ReturnType<typeof setTimeout> | undefined;
  #looked: View | null = null;
  /** What was answered of the sheet as it is, the newest first. */
  #answered: readonly (readonly [View, LiveReply])[] = [];
  #known = $state.raw<Known | null>(null);
  /** The newest reply: of the sheet, or of what the open tag would make of it. */
  reply = $state.raw<LiveReply | null>(null);
  /** The drawing of the sheet itself, without what is being typed: what places are measured on. */
  still = $state.raw<Scene>({ bounds: null, marks: [] });
  /** Requests that have not been answered yet. */
  waiting = $state(0);
  /** Why the server is there and does not answer: it is too much work, or took too long. */
  unanswered = $state.raw<Refusal | null>(null);
  offline = $state(false);

  /** `knock`: asks once more, whether it is back. */
  constructor(private readonly knock: () => void) {}

  /** Everything that is said of the newest reply. */
  get page() {
    return this.reply?.solution?.page ?? null;
  }

  /** What each stop comes to; `null` where nothing is solved, or nobody has looked. */
  get headlines(): Headlines | null {
    return this.#known?.headlines ?? null;
  }

  get closes(): string | null {
    return this.#known?.closes ?? null;
  }

  /** How many steps the working has; `null` while nobody has looked. */
  get steps(): number | null {
    return this.#known?.steps ?? null;
  }

  /** Asks, and shows the reply; `null` when a newer question overtook this one, or there was no reply. */
  async ask(sheet: Sheet, edit: Edit | undefined, view: View, keep: boolean): Promise<LiveReply | null> {
    clearTimeout(this.#filling);
    this.waiting += 1;
    try {
      const reply = await this.#queue.ask(sheet, edit, view, keep);
      this.offline = false;
      this.end();
      if (!reply) return null;
      this.unanswered = reply.unsolved ? refused(reply.unsolved) : null;
      this.#looked = view;
      this.reply = reply;
      if (!reply.edited) this.still = reply.scene;
      this.#learn(reply, reply.edited ?? sheet, view);
      return reply;
    } catch (error) {
      const refusal = asRefusal(error);
      this.offline = refusal.code === 'offline';
      this.unanswered = this.offline ? null : refusal;
      this.end();
      if (this.offline) this.#knocking = setTimeout(this.knock, KNOCK);
      return null;
    } finally {
      this.waiting -= 1;
    }
  }

  /** What was typed is the sheet now: a reply about it is one of the sheet itself. */
  settle(reply: LiveReply): void {
    this.reply = reply;
    this.still = reply.scene;
  }

  /** Shows what was answered of this already; whether it was. */
  show(view: View): boolean {
    if (this.#looked && covers(this.#looked, view)) return true;
    const [looked, reply] = this.#answered.find(([answered]) => covers(answered, view)) ?? [];
    if (!looked || !reply) return false;
    this.#looked = looked;
    this.reply = reply;
    return true;
  }

  /** Why nothing was answered. */
  get silence(): { readonly message: string; readonly cure: string } {
    return (
      this.unanswered ?? {
        message: 'Helvek’s server does not answer.',
        cure: 'It is done as soon as the server is back.',
      }
    );
  }

  /** Does not ask again. */
  end(): void {
    clearTimeout(this.#knocking);
    clearTimeout(this.#filling);
  }

  /** Holds what a reply says of each stop beside what was known of the same sheet; what nobody looked at is asked for once it is quiet. */
  #learn(reply: LiveReply, sheet: Sheet, view: View): void {
    const page = reply.solution?.page;
    const before = this.#known?.sheet === sheet ? this.#known : null;
    const others = before ? this.#answered.filter(([answered]) => !covers(view, answered)) : [];
    this.#answered = [[view, reply] as const, ...others].slice(0, HELD);
    if (!page) {
      this.#known = null;
      return;
    }
    const worked = page.headlines.work !== null;
    const { work, check, size } = page.headlines;
    this.#known = {
      sheet,
      headlines: {
        ...page.headlines,
        work: work ?? before?.headlines.work ?? null,
        check: check ?? before?.headlines.check ?? null,
        size: size ?? before?.headlines.size ?? null,
      },
      closes: worked ? page.closes : (before?.closes ?? null),
      steps: worked ? steps(page).length : (before?.steps ?? null),
    };
    if (this.#known.headlines.work === null) {
      this.#filling = setTimeout(() => void this.#fill(sheet), QUIET);
    }
  }

  async #fill(sheet: Sheet): Promise<void> {
    try {
      const reply = await this.#queue.ask(sheet, undefined, PLAIN);
      if (reply && this.#known?.sheet === sheet) this.#learn(reply, sheet, PLAIN);
    } catch {
      // Whoever goes there asks again.
    }
  }
}
