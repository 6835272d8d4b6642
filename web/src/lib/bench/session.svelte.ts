/** The one store of a bench: the sheet with its past, the reply that belongs to it, what is being typed, what is pointed at. */
import { idOf, is, piecesOf } from '../api/ids';
import { api, asRefusal } from '../api/client';
import type {
  ArmMark,
  AxisMark,
  Edit,
  LiveReply,
  Offer,
  Pointed,
  Scene,
  Sheet,
  SpaceArm,
  View,
} from '../api/types';
import { ahead } from '../ahead/ahead.svelte';
import { type Entry, inWords, missingIn, touched } from '../entry/entry';
import { mended } from '../entry/mend';
import {
  AT_INSIDE,
  AT_SIZE,
  AT_STIFF,
  editOf,
  GATHERS,
  OF_SIZE,
  OF_STATES,
  OF_STIFF,
  targetOf,
  tool,
  toolFor,
  type ToolId,
} from '../entry/tools';
import { Asides } from './asides.svelte';
import { goneWords, type Said } from './gone';
import { History } from './history.svelte';
import { Looking } from './looking.svelte';
import { Parting } from './parting.svelte';
import type { Saver } from './saver.svelte';
import { Sharing } from './sharing.svelte';
import { Solver } from './solver.svelte';
import { listed } from '../ui/listed';

export type Stop = Exclude<View['at'], 'everything'>;
export const STOPS: readonly Stop[] = [
  'idealise',
  'free',
  'work',
  'check',
  'table',
  'stiff',
  'inside',
  'size',
];
/** What the stops are called. */
export const STOP_NAMES: Record<Stop, string> = {
  idealise: 'Idealise',
  free: 'Free',
  work: 'Work',
  check: 'Check',
  table: 'Table',
  stiff: 'Stiffness',
  inside: 'Inside',
  size: 'Size',
};

/** What is pointed at: marks on the board, and the lever arm of a term. */
export interface Lit {
  readonly ids: readonly string[];
  readonly arm: ArmMark | null;
  /** The same in space, with the axis of its equation. */
  readonly spaceArm?: SpaceArm | null;
  readonly axis?: AxisMark | null;
  /** The very term, when one is pointed at. */
  readonly term: string | null;
}

const NOTHING: Lit = { ids: [], arm: null, term: null };

export class Session {
  readonly #history: History;
  #last: Promise<unknown> = Promise.resolve();
  /** Tags that are asked for and not open yet. */
  #opening = $state(0);
  /** How much is being done to the sheet, or waits its turn for that. */
  #turns = 0;
  #opened = 0;
  /** The tag that is being kept. */
  #keeping: number | null = null;
  /** The tag whose Enter the server did not hear. */
  #unheard: number | null = null;
  #leaving = 0;
  #held = false;
  readonly saver: Saver;
  /** How it is seen taken apart. */
  readonly parting: Parting;
  /** What is looked at inside the members. */
  readonly looking: Looking;
  /** What is read of how stiffness shares the loads. */
  readonly sharing = new Sharing(() => this.page?.stiff ?? null);

  entry = $state.raw<Entry | null>(null);
  /** What is wrong with what was typed, by slot; shown when it was tried. */
  refused = $state.raw<LiveReply['refused']>([]);
  stop = $state<Stop>('idealise');
  step = $state(1);
  lit = $state.raw<Lit>(NOTHING);
  /** Marks that are chosen, to be moved, repeated, mirrored or removed together. */
  chosen = $state.raw<readonly string[]>([]);
  /** What is solved, and whether the server is there. */
  readonly solver = new Solver(() => void this.#refresh());
  /** What was typed into tags that were left. */
  readonly asides: Asides;
  /** For those who hear the board. */
  said = $state('');
  /** A copy that this browser holds of the sheet, made from an older version than the one that is open. */
  found = $state.raw<Sheet | null>(null);
  /** The engine it was saved under, where it answers otherwise now. */
  older = $state<number | null>(null);
  /** A few words that are seen for a moment, too. */
  told = $state.raw<{ text: string; again: Entry | null } | null>(null);

  constructor(
    readonly id: string,
    saver: Saver,
    sheet: Sheet,
  ) {
    this.saver = saver;
    this.asides = new Asides(id);
    this.#history = new History(sheet);
    this.parting = new Parting(
      () => this.sheet,
      (how) => this.#inTurn(() => this.#push(how(this.sheet), null)),
      (ids) => (this.chosen = ids),
    );
    this.looking = new Looking(
      () => this.sheet,
      () => void this.#ask().then(() => this.#sayCut()),
      (text) => (this.said = text),
    );
    // A board of space is another one: keys wait until it is there.
    void (this.spatial ? this.#inTurn(() => this.#ask()) : this.#ask());
    const left = this.asides.found();
    if (left) this.tell(`Not kept when this sheet was left: ${inWords(left, this.spatial)}.`, left);
  }

  /** Whoever leaves the bench finds there again what was being typed. */
  end(): void {
    this.solver.end();
    if (this.entry) this.asides.leave(this.entry);
  }

  get sheet(): Sheet {
    return this.#history.sheet;
  }

  /** It is a sheet of space. */
  get spatial(): boolean {
    return this.sheet.space === 'space';
  }

  get empty(): boolean {
    return Object.keys(this.sheet.bodies ?? {}).length === 0 && listed(this.sheet.bars).length === 0;
  }

  /** Nothing at all is drawn. */
  get blank(): boolean {
    return this.empty && Object.keys(this.sheet.points ?? {}).length === 0;
  }

  /** The stops of this sheet: a table only of bars, and only bodies have an inside. */
  get stops(): readonly Stop[] {
    const bars = listed(this.sheet.bars).length > 0;
    const bodies = Object.keys(this.sheet.bodies ?? {}).length > 0;
    const stiff = (this.solver.headlines?.stiff ?? '') !== '';
    return STOPS.filter((stop) => {
      if (stop === 'table') return bars;
      // Half a number says nothing of stiffness: the stop stays while one is on it.
      if (stop === 'stiff') return stiff || this.stop === 'stiff';
      return stop === 'inside' ? bodies || this.empty : true;
    });
  }

  /** In space: its parts are pulled apart. */
  pulled = $state(false);

  pull(): void {
    if ((this.reply?.scene.solid?.parts ?? []).length < 2) {
      this.tell('There is only one part here.');
      return;
    }
    this.pulled = !this.pulled;
    this.said = this.pulled ? 'Pulled apart.' : 'Put together.';
  }

  /** Makes this sheet one of space. */
  async intoSpace(): Promise<void> {
    await this.edit({ edit: 'space', into: 'space' }, 'A sheet of space: z points up.');
  }

  /** It is seen taken apart just now. */
  get parted(): boolean {
    if (this.spatial) return this.pulled && this.stop !== 'inside' && this.stop !== 'table';
    return (
      this.parting.on &&
      this.parting.possible &&
      !['idealise', 'table', 'stiff', 'inside', 'size'].includes(this.stop)
    );
  }

  /** The free body that someone chose, and how many steps are done before it. */
  get choice(): { pieces: string[]; after: number } | null {
    if (!this.parted || this.spatial || this.chosen.length === 0) return null;
    const steps = this.solver.steps ?? 0;
    const after = this.stop === 'work' ? this.step - 1 : this.stop === 'check' ? steps : 0;
    return { pieces: this.chosen.flatMap((id) => piecesOf(id)), after };
  }

  /** Asks for the equations of the free body that is chosen. */
  askChoice(): void {
    if (this.choice) void this.#ask();
  }

  /** The two parts of a cut are seen just now. */
  get halved(): boolean {
    return this.stop === 'inside' && this.looking.halves && (this.reply?.scene.apart?.length ?? 0) > 0;
  }

  takeApart(on: boolean): void {
    this.parting.on = on;
    this.said = on ? 'Taken apart.' : 'Put together.';
    void this.#complete();
  }

  /** Writes the equation of a free body of one's own choice next. */
  async write(edit: Edit): Promise<void> {
    const done = this.choice?.after ?? 0;
    await this.#inTurn(async () => {
      const reply = await this.#done(edit);
      if (!reply) return;
      this.chosen = [];
      this.stop = 'work';
      this.step = Math.min(done + 1, this.solver.steps ?? 1);
      this.said = `Step ${this.step} is yours.`;
      void this.#complete();
    });
  }

  /** What is offered about these paths or warnings. */
  offers(about: (about: Offer['about']) => boolean): readonly Offer[] {
    return (this.reply?.offers ?? []).filter((offer) => about(offer.about));
  }

  get canUndo(): boolean {
    return this.#history.canUndo;
  }

  get canRedo(): boolean {
    return this.#history.canRedo;
  }

  /** What is shown is the sheet without what is being typed, because that could not be done yet. */
  get without(): boolean {
    return this.entry !== null && (this.reply?.refused.length ?? 0) > 0;
  }

  /** The newest reply: of the sheet, or of what the open tag would make of it. */
  get reply(): LiveReply | null {
    return this.solver.reply;
  }

  get page() {
    return this.solver.page;
  }

  /** The drawing of the sheet itself, without what is being typed. */
  get still(): Scene {
    return this.solver.still;
  }

  get settled(): boolean {
    return this.solver.waiting === 0 && this.#opening === 0 && this.saver.state === 'kept';
  }

  /** `again`: a tag that can be taken up again. */
  tell(text: string, again: Entry | null = null): void {
    this.said = text;
    this.told = { text, again };
  }

  /** Chooses a mark alone, or takes it in and out of those that are chosen. */
  choose(ids: readonly string[], also = false): void {
    if (!also) {
      this.chosen = ids;
      return;
    }
    const out = ids.filter((id) => this.chosen.includes(id));
    this.chosen = [...this.chosen, ...ids].filter((id) => !out.includes(id));
    this.said = `${this.chosen.length} chosen`;
  }

  undo(): void {
    this.#turn(-1, 'Undone', 'There is nothing to undo.');
  }

  redo(): void {
    this.#turn(1, 'Done again', 'There is nothing to do again.');
  }

  /** Back to what the sheet was, or forward again; in its turn, so that it takes back what was pressed last. */
  #turn(by: 1 | -1, said: string, none: string): void {
    this.#leaveOpen(false);
    void this.#inTurn(() => {
      if (this.#history.turn(by)) {
        this.chosen = [];
        this.said = said;
        this.saver.keep(this.sheet);
        void this.#refresh();
      } else this.tell(none);
      return Promise.resolve();
    });
  }

  /** A new sheet in place of the present one, with its reply when that is known already. */
  #push(sheet: Sheet, reply: LiveReply | null): Promise<LiveReply | null> {
    this.#history.push(sheet);
    this.saver.keep(sheet);
    if (reply) this.solver.settle(reply);
    const asked = reply && !this.entry ? Promise.resolve(reply) : this.#refresh();
    // What is not there any more is not chosen any more.
    if (reply && this.chosen.length > 0) {
      this.chosen = this.chosen.filter(
        (id) =>
          this.spatial ||
          reply.scene.marks.some((m) => m.id === id) ||
          reply.scene.apart?.some((p) => p.id === id),
      );
    }
    return asked;
  }

  /** What is looked at just now: only that is computed. */
  get #view(): View {
    const { stop } = this;
    if (stop === 'inside') return this.looking.view;
    if (stop !== 'free' && stop !== 'work' && stop !== 'check') return { at: stop };
    return { at: stop, apart: this.parted && !this.spatial, choice: this.choice };
  }

  /** Asks once more what was not answered. */
  again(): void {
    void this.#ask();
  }

  async #ask(edit?: Edit, view?: View, keep = false): Promise<LiveReply | null> {
    this.looking.forget();
    const reply = await this.solver.ask(this.sheet, edit, view ?? this.#view, keep);
    if (!reply) return null;
    this.step = Math.min(Math.max(1, this.step), Math.max(1, this.solver.steps ?? this.step));
    this.#heard();
    return reply;
  }

  /** Asks anew for what is seen: the sheet, or what the open tag would make of it. */
  #refresh(): Promise<LiveReply | null> {
    return this.entry ? this.#preview() : this.#ask();
  }

  /** The server is there: what was entered while it was not is entered now. */
  #heard(): void {
    const unheard = this.#unheard;
    this.#unheard = null;
    if (unheard !== null && this.entry?.number === unheard) void this.commit();
  }

  /** One after the other, each on the sheet that the one before has left: whoever types fast loses nothing. */
  #inTurn<T>(work: () => Promise<T>): Promise<T> {
    const before = this.#turns === 0 ? null : this.#last;
    this.#turns += 1;
    // What fails at once fails as what fails later does.
    const now = async () => work();
    const turn = (before ? before.then(work) : now()).finally(() => (this.#turns -= 1));
    this.#last = turn.catch(() => undefined);
    return ahead.during(turn);
  }

  /** Does an edit and keeps it; says why when it cannot be done. */
  async #done(edit: Edit): Promise<LiveReply | null> {
    const reply = await this.#ask(edit, undefined, true);
    if (reply?.edited) {
      void this.#push(reply.edited, reply);
      return reply;
    }
    if (reply) this.tell(reply.refused.map((p) => `${p.message} ${p.cure}`).join(' '));
    else this.tell(this.solver.silence.message);
    return null;
  }

  /** Does an edit that needs no typing; `said` says what was done, of the sheet before and after. */
  edit(edit: Edit, said: string | ((before: Sheet, after: Sheet) => Said)): Promise<void> {
    this.#leaveOpen();
    return this.#inTurn(async () => {
      const before = this.sheet;
      if (!(await this.#done(edit))) return;
      const { text, seen } =
        typeof said === 'string' ? { text: said, seen: false } : said(before, this.sheet);
      if (seen) this.tell(text);
      else this.said = text;
    });
  }

  /** Does what is offered about what was typed, and then keeps that. */
  async accept(offer: Offer): Promise<boolean> {
    const entry = this.entry;
    const kept = await this.#inTurn(async () => {
      if (!(await this.#done(offer.edit))) return false;
      this.said = offer.text;
      return true;
    });
    if (!kept) return false;
    if (!entry || this.entry?.number !== entry.number) return true;
    return this.commit();
  }

  /** Works a joint next, after the step that is read; says why when it cannot be. */
  async pickNext(at: string): Promise<void> {
    const done = this.stop === 'work' ? this.step : 0;
    const pin = idOf('pin', at);
    await this.#inTurn(async () => {
      const reply = await this.#done({ edit: 'pick', at, after: done });
      if (!reply) return;
      // Where what is seen there at sight stands together with what was seen just before, that is the step; never what is larger than it.
      const free = reply.scene?.free
        ?.filter((one) => one.last >= done && one.pieces.includes(pin))
        .sort((a, b) => a.pieces.length - b.pieces.length)[0];
      this.step = free ? Math.max(free.first, Math.min(done + 1, free.last)) : done + 1;
      this.said = `Joint ${at} is worked next.`;
    });
  }

  /** Removes what is chosen, or these marks. */
  async remove(ids: readonly string[] = this.chosen): Promise<void> {
    if (ids.length === 0) return;
    await this.edit({ edit: 'remove', ids: [...ids] }, (before, after) => goneWords(ids, before, after));
  }

  /** Writes the sheet anew where no edit of the core is needed: its title, its conventions. A tag that is open stays so. */
  change(how: (sheet: Sheet) => Sheet): void {
    void this.#inTurn(() => {
      void this.#push(how(this.sheet), null);
      return Promise.resolve();
    });
  }

  /** Takes over what another tab has kept; what was here is one undo away. */
  adopt(sheet: Sheet, version: number): void {
    this.#leaveOpen();
    this.saver.adopt(version);
    this.#history.push(sheet);
    void this.#ask();
  }

  open(id: ToolId, about: Partial<Omit<Entry, 'tool'>> = {}): void {
    this.#leaveOpen();
    const before = about.before ?? {};
    this.refused = [];
    this.#opened += 1;
    this.entry = {
      number: this.#opened,
      tool: id,
      target: about.target ?? {},
      mark: about.mark ?? null,
      before,
      typed: about.typed ?? before,
      trail: [],
      slot: about.slot ?? tool(id, this.spatial).slots[0]?.key ?? '',
    };
    // What is solved besides the loads as drawn is entered where it is read, too.
    const here =
      (this.stop === 'inside' && AT_INSIDE.includes(id)) ||
      (this.stop === 'size' && AT_SIZE.includes(id)) ||
      (this.stop === 'stiff' && AT_STIFF.includes(id));
    if (!here) this.stop = 'idealise';
    if (about.typed) void this.#preview();
  }

  /** Opens the tag of a thing, once it is said what stands in it; `mark`: what is lit meanwhile, where the thing has none of its own. Whether there is such a thing. */
  async openThing(of: Pointed, mark?: string): Promise<boolean> {
    this.#leaveOpen();
    this.#opening += 1;
    const opened = this.#inTurn(async () => {
      const tag = await api.thing(this.sheet, of);
      const by = tag && toolFor(tag.tool);
      if (!tag || !by) return false;
      const { before, slot } = tag;
      this.open(by, { mark: mark ?? tag.mark, target: targetOf(tag), before, ...(slot ? { slot } : {}) });
      return true;
    });
    return opened
      .catch((error: unknown) => {
        this.tell(asRefusal(error).message);
        return false;
      })
      .finally(() => (this.#opening -= 1));
  }

  /** Opens a tag again that was left, with what was typed. */
  takeUp(entry: Entry): void {
    this.open(entry.tool, entry);
    this.asides.take(entry);
    this.told = null;
  }

  /** Makes another kind of support of the one whose tag is open. */
  retool(id: ToolId): void {
    if (!this.entry) return;
    this.entry = { ...this.entry, tool: id, typed: { ...this.entry.typed, kind: id } };
    void this.#preview();
  }

  /** Closes the open tag; the board goes back to the sheet as it is. What was typed can be taken up again, unless nobody wants it. */
  close(wanted = true): void {
    if (!this.entry) return;
    const aside = wanted && this.asides.put(this.entry);
    this.said = aside ? `Put aside: ${inWords(this.entry, this.spatial)}.` : 'Left.';
    this.#shut();
    void this.#ask();
  }

  #shut(): void {
    this.entry = null;
    this.refused = [];
    this.#unheard = null;
    ahead.release();
  }

  /** Puts aside what could not be kept, and says so. */
  #putAside(entry: Entry, why: string): void {
    this.asides.put(entry);
    this.tell(`Put aside: ${inWords(entry, this.spatial)}. ${why}`.trim(), entry);
  }

  /** Something else is begun while a tag is open: what was typed is kept when it makes sense (and when that is no surprise), else put aside. */
  #leaveOpen(keep = true): void {
    const entry = this.entry;
    if (!entry) return;
    // It was tried already, and nothing has been typed since that would mend it.
    const tried = this.refused.length > 0;
    this.#shut();
    if (entry.number === this.#keeping) return;
    if (Object.keys(touched(entry)).length === 0) {
      void this.#ask();
      return;
    }
    if (tried || !keep) {
      this.#putAside(entry, '');
      void this.#ask();
      return;
    }
    void this.#inTurn(async () => {
      const wrong = await this.#keep(entry);
      if (!wrong) return;
      this.#putAside(entry, wrong[0]?.message ?? '');
      void this.#refresh();
    });
  }

  /** Puts a place that was pressed into a slot; what is run through or over stands one after the other. */
  put(slot: string, place: string): void {
    const between = GATHERS[slot];
    const before = this.entry?.typed[slot]?.trim() ?? '';
    const next = between === undefined ? place : place.replace(/;\s+/g, ';');
    this.type(slot, between !== undefined && before ? `${before}${between}${next}` : next);
  }

  type(slot: string, text: string): void {
    this.typeAll({ [slot]: text });
  }

  /** Several slots at once. */
  typeAll(slots: Readonly<Record<string, string>>): void {
    if (!this.entry) return;
    const changed = Object.entries(slots).some(([slot, text]) => this.entry?.typed[slot] !== text);
    if (!changed) return;
    // Who types on does not mean what the server did not hear any more.
    this.#unheard = null;
    const { typed, trail } = this.entry;
    this.entry = { ...this.entry, typed: { ...typed, ...slots }, trail: [...trail, typed] };
    void this.#preview();
  }

  /** Takes back what was typed last into the open tag; whether anything was. */
  untype(): boolean {
    const before = this.entry?.trail.at(-1);
    if (!this.entry || !before) return false;
    this.entry = { ...this.entry, typed: before, trail: this.entry.trail.slice(0, -1) };
    void this.#preview();
    return true;
  }

  async #preview(): Promise<LiveReply | null> {
    const entry = this.entry;
    if (!entry) return null;
    if (entry.tool === 'mend') return null;
    const typed = touched(entry);
    const reply = await this.#ask(
      Object.keys(typed).length > 0 ? editOf(entry.tool, entry.target, typed) : undefined,
    );
    // Half a number is not wrong yet: what was refused is shown on Enter, and taken back as soon as it is mended.
    if (reply && this.entry && reply.refused.length === 0) this.refused = [];
    return reply;
  }

  /** Enter. Keeps what was typed, or says what is wrong with it. */
  async commit(): Promise<boolean> {
    const entry = this.entry;
    return entry ? this.#inTurn(() => this.#commit(entry)) : false;
  }

  async #commit(entry: Entry): Promise<boolean> {
    // Enter was pressed twice: it is kept already.
    const open = () => this.entry?.number === entry.number;
    if (!open()) return true;
    const wrong = await this.#keep(entry);
    if (!wrong) return true;
    if (!open()) {
      this.#putAside(entry, wrong[0]?.message ?? '');
      return false;
    }
    this.refused = wrong;
    this.#unheard = this.solver.offline ? entry.number : null;
    this.said = wrong.map((p) => `${p.message} ${p.cure}`).join(' ');
    ahead.hold();
    return false;
  }

  /** Keeps what was typed into a tag, which is closed then; else what is wrong with it. */
  async #keep(entry: Entry): Promise<LiveReply['refused'] | null> {
    const shut = () => {
      if (this.entry?.number === entry.number) this.#shut();
    };
    const typed = touched(entry);
    if (entry.mark !== null && Object.keys(typed).length === 0) {
      shut();
      void this.#refresh();
      return null;
    }
    if (entry.tool === 'mend') {
      shut();
      void this.#push(mended(this.sheet, entry.target.path ?? '', entry.typed['value'] ?? ''), null);
      return null;
    }
    // A section that was drawn is looked for among the free bodies.
    const view: View = entry.tool === 'section' ? { at: 'work' } : this.#view;
    this.#keeping = entry.number;
    const reply = await this.#ask(editOf(entry.tool, entry.target, typed), view, true);
    this.#keeping = null;
    if (!reply) return [{ kind: 'form', path: '', position: null, ...this.solver.silence }];
    // Joints alone are no structure yet, and may be put down all the same.
    const problems = reply.problems.filter((p) => !(entry.tool === 'bars' && p.path === 'bodies'));
    const wrong = reply.refused.length > 0 ? reply.refused : problems;
    if (!reply.edited || wrong.length > 0) return wrong;
    const same = JSON.stringify(reply.edited) === JSON.stringify(this.sheet);
    const missing = same ? missingIn(entry, this.spatial) : null;
    if (missing) return [missing];
    shut();
    if (same) {
      this.said = 'Nothing was changed.';
      void this.#refresh();
      return null;
    }
    void this.#push(reply.edited, reply);
    // Unless something else is being typed already, it is read where it shows.
    if (!this.entry) this.#read(entry, reply);
    const verdict = reply.solution?.page.verdict.word ?? '';
    const { name, did } = tool(entry.tool, this.spatial);
    this.said = `${entry.mark ? `${name} changed` : (did ?? `${name} placed`)}. ${verdict}`;
    return null;
  }

  /** Goes to where what was entered is read. */
  #read(entry: Entry, reply: LiveReply): void {
    if (entry.tool === 'section') this.#readSection(reply, entry.typed['bars'] ?? '');
    if (OF_STATES.includes(entry.tool)) this.#readState(entry, reply.edited ?? this.sheet);
    if (OF_SIZE.includes(entry.tool)) this.go('size');
    if (OF_STIFF.includes(entry.tool)) this.go('stiff');
  }

  /** Goes to the first step of a section that was drawn. */
  #readSection(reply: LiveReply, bars: string): void {
    const cut = bars.split(/[\s,]+/).filter(Boolean);
    const is = (ids: readonly string[]) =>
      ids.length === cut.length && cut.every((bar) => ids.includes(idOf('bar', bar)));
    const free = reply.scene.free?.find((f) => is(f.cut.map((c) => c.id)));
    if (!free) return;
    this.go('work');
    this.step = free.first;
  }

  /** Reads the train or the combination that was entered. */
  #readState(entry: Entry, sheet: Sheet): void {
    const typed = entry.typed['rename']?.trim();
    const train = entry.tool === 'train';
    const last = train ? sheet.moving?.at(-1)?.name : sheet.combinations?.at(-1)?.name;
    const name = typed || (entry.mark === null ? last : entry.target.name);
    if (!name) return;
    this.stop = 'inside';
    this.looking.read(idOf(train ? 'train' : 'combination', name));
  }

  /** What stands for something on the page is pointed at. */
  isLit(of: string | null): boolean {
    return of !== null && this.lit.ids.includes(of);
  }

  point(lit: Partial<Lit> | null): void {
    cancelAnimationFrame(this.#leaving);
    this.#held = false;
    this.lit = lit ? { ...NOTHING, ...lit } : NOTHING;
  }

  /** Lights something until something else is pointed at. */
  hold(id: string): void {
    this.point({ ids: [id] });
    this.#held = true;
  }

  /** The pointer left something; from one thing straight to the next, nothing goes dark between. */
  leave(): void {
    if (this.#held) return;
    cancelAnimationFrame(this.#leaving);
    this.#leaving = requestAnimationFrame(() => this.point(null));
  }

  go(stop: Stop): void {
    void this.arrive(stop);
  }

  /** Goes there, and waits for what is read there. */
  async arrive(stop: Stop): Promise<void> {
    this.#leaveOpen();
    this.stop = stop;
    this.point(null);
    if (stop === 'work') this.step = 1;
    this.#sayWhere();
    this.sharing.read(0);
    this.chosen = this.chosen.filter((id) => !is(id, 'body', 'pin', 'wheel', 'end', 'weld'));
    await this.#complete();
  }

  /** Asks for what is looked at here, when it is not there yet. */
  async #complete(): Promise<void> {
    if (!this.solver.show(this.#view)) await this.#ask();
  }

  /** The next or the previous step; the stops follow one another. */
  walk(by: 1 | -1): void {
    const steps = this.solver.steps ?? 0;
    const stops = this.stops;
    const at = stops.indexOf(this.stop);
    if (this.stop === 'stiff' && this.sharing.walk(by)) return;
    if (this.stop === 'work' && this.step + by >= 1 && this.step + by <= steps) {
      this.point(null);
      this.read(this.step + by);
      return;
    }
    const next = stops[at + by];
    if (!next) {
      this.tell(by > 0 ? 'This is the last stop.' : 'This is the first stop.');
      return;
    }
    this.go(next);
    if (next === 'work') this.read(by > 0 ? 1 : Math.max(1, steps));
  }

  /** Reads a step of the working. */
  read(step: number): void {
    this.step = step;
    this.#sayWhere();
  }

  /** Says what is read where a member is cut through. */
  #sayCut(): void {
    const cut = this.looking.cut && this.reply?.solution?.cut;
    if (cut) this.said = `${cut.title}: ${cut.values.join(', ')}`;
  }

  /** Says which stop and which step is read, and what it comes to. */
  #sayWhere(): void {
    const lines = this.solver.headlines;
    const steps = this.solver.steps ?? 0;
    const step = this.stop === 'work' && steps > 0 ? `step ${this.step} of ${steps}` : '';
    const comes = step || (lines && this.stop !== 'work' ? lines[this.stop] : '');
    this.said = `${STOP_NAMES[this.stop]}${comes ? `: ${comes}` : ''}`;
  }
}
