import type { DeskView, Passage } from '../../../../contract/evaluate';
import { suggest, type Decisions, type Suggestion } from '../../../../core/scoring/suggest';
import type { RichNode } from '../../../../core/text/richText';
import { meaningOf, typedFrom, typedOf, type SheetProblem, type Typed } from './typed';

/** What is sent to be kept. */
export interface Kept {
  readonly version: number;
  readonly decisions: Decisions;
  readonly remark: RichNode | null;
  readonly passages: readonly Passage[];
  readonly files: readonly string[];
  readonly give: boolean;
}

/** How a sheet is kept: the answer, what someone else has kept meanwhile, or why not. */
export type KeepAnswer =
  | { readonly view: DeskView }
  | { readonly theirs: DeskView; readonly message: string }
  | { readonly message: string };

/** How the sheet stands at this moment. */
export interface SheetNow {
  readonly view: DeskView;
  readonly typed: Typed;
  readonly decisions: Decisions;
  /** What cannot be read. */
  readonly unreadable: SheetProblem | null;
  readonly suggestion: Suggestion | null;
  /** Something is typed that the server does not have yet. */
  readonly dirty: boolean;
  readonly busy: boolean;
  readonly problem: SheetProblem | null;
  readonly theirs: DeskView | null;
  readonly canUndo: boolean;
  /** Grows whenever the remark was changed by something else than its editor, which then begins anew. */
  readonly remarkN: number;
}

/** Changes that follow each other within this time are sent together, ms. */
const PAUSE = 700;

/**
 * One student's score sheet while it is at work: what is typed, the total that follows from it at once, and the keeping of it as it is
 * typed, so that leaving loses nothing.
 */
export class SheetState {
  #view: DeskView;
  #typed: Typed;
  #version: number;
  #dirty = false;
  #busy = false;
  #problem: SheetProblem | null = null;
  #theirs: DeskView | null = null;
  #remarkN = 0;
  readonly #past: Typed[] = [];
  #timer: ReturnType<typeof setTimeout> | undefined;
  #sending: Promise<unknown> = Promise.resolve();
  readonly #watchers = new Set<() => void>();
  #now: SheetNow;

  /** @param keep sends what is to be kept, one after the other */
  constructor(
    view: DeskView,
    private readonly keep: (kept: Kept) => Promise<KeepAnswer>,
  ) {
    this.#view = view;
    this.#typed = typedFrom(view);
    this.#version = view.score.version;
    this.#now = this.#work();
  }

  readonly watch = (changed: () => void): (() => void) => {
    this.#watchers.add(changed);
    return () => void this.#watchers.delete(changed);
  };

  readonly now = (): SheetNow => this.#now;

  /** Changes what is typed; it is kept a moment later. */
  change(next: Partial<Typed>): void {
    this.#past.push(this.#typed);
    this.#set({ ...this.#typed, ...next });
  }

  changePart(partId: string, patch: object): void {
    const part = this.#view.forum.parts.find(({ id }) => id === partId);
    const before = part === undefined ? {} : typedOf(part, this.#typed);
    this.change({ parts: { ...this.#typed.parts, [partId]: { ...before, ...patch } } });
  }

  /** Takes the last change back. */
  undo(): void {
    const before = this.#past.pop();
    if (!before) return;
    if (before.remark !== this.#typed.remark) this.#remarkN++;
    this.#set(before);
  }

  /** Adds to the remark, below what stands there. */
  addToRemark(added: RichNode): void {
    const content = this.#typed.remark?.content ?? [];
    const isEmpty = content.every((node) => !node.content || node.content.length === 0);
    this.#remarkN++;
    this.change({
      remark: { type: 'doc', content: [...(isEmpty ? [] : content), ...(added.content ?? [])] },
    });
  }

  /** Goes on writing the remark where it ends, as someone does who speaks it. */
  sayInRemark(words: string): void {
    const content = [...(this.#typed.remark?.content ?? [])];
    const last = content.at(-1);
    const said = { type: 'text', text: words } as const;
    if (last?.type === 'paragraph') {
      const before = last.content ?? [];
      const joint = before.length > 0 ? [{ type: 'text', text: ' ' } as const] : [];
      content[content.length - 1] = { ...last, content: [...before, ...joint, said] };
    } else content.push({ type: 'paragraph', content: [said] });
    this.#remarkN++;
    this.change({ remark: { type: 'doc', content } });
  }

  /** Gives the score; resolves with what then stands, null where it could not be given. */
  async give(from: number | null = null): Promise<DeskView | null> {
    if (this.#busy) return null;
    const { problem } = meaningOf(this.#typed, this.#view);
    if (problem) {
      this.#problem = problem;
      this.#tell();
      return null;
    }
    this.#busy = true;
    this.#tell();
    const given = await this.#send(true, from);
    this.#busy = false;
    this.#tell();
    return given;
  }

  /** Gives what stands here though someone else has given another score meanwhile. */
  giveMine(): Promise<DeskView | null> {
    return this.give(this.#theirs?.score.version ?? null);
  }

  takeTheirs(): void {
    if (this.#theirs === null) return;
    this.#view = this.#theirs;
    this.#typed = typedFrom(this.#theirs);
    this.#remarkN++;
    this.#version = this.#theirs.score.version;
    this.#past.length = 0;
    this.#dirty = false;
    this.#theirs = null;
    this.#problem = null;
    this.#tell();
  }

  /** What the server says now; what is typed meanwhile stays. */
  learn(view: DeskView): void {
    if (view === this.#view) return;
    this.#view = view;
    if (!this.#dirty && this.#theirs === null && view.score.version > this.#version) {
      const typed = typedFrom(view);
      if (JSON.stringify(typed.remark) !== JSON.stringify(this.#typed.remark)) this.#remarkN++;
      this.#typed = typed;
      this.#version = view.score.version;
    }
    this.#tell();
  }

  /** Sends what is not kept yet, and waits for it; says whether everything typed is kept then. */
  async keepAll(): Promise<boolean> {
    if (this.#theirs !== null) return false;
    if (this.#dirty) await this.#send(false, null);
    await this.#sending;
    return !this.#dirty && this.#theirs === null;
  }

  /** Sends what is not kept yet. */
  leave(): void {
    clearTimeout(this.#timer);
    if (this.#dirty && this.#theirs === null) void this.#send(false, null);
  }

  #set(typed: Typed): void {
    this.#typed = typed;
    this.#dirty = true;
    this.#problem = null;
    clearTimeout(this.#timer);
    if (this.#theirs === null) this.#timer = setTimeout(() => void this.#send(false, null), PAUSE);
    this.#tell();
  }

  #send(give: boolean, from: number | null): Promise<DeskView | null> {
    clearTimeout(this.#timer);
    const work = async (): Promise<DeskView | null> => {
      const typed = this.#typed;
      const { decisions, problem } = meaningOf(typed, this.#view);
      if (problem) return null;
      const version = from ?? this.#version;
      const { remark: said, passages, files } = typed;
      const kept = { version, decisions, remark: said, passages, files: files.map(({ id }) => id), give };
      const answer = await this.keep(kept);
      if ('view' in answer) {
        // Whose second reading is given now sees the score itself.
        const hasReadSecond = this.#view.reading?.second === true && answer.view.reading?.second === false;
        this.#view = answer.view;
        this.#version = answer.view.score.version;
        this.#theirs = null;
        this.#problem = null;
        // What was typed while it was on its way is sent after it.
        this.#dirty = this.#typed !== typed;
        if (hasReadSecond && !this.#dirty) {
          this.#typed = typedFrom(answer.view);
          this.#past.length = 0;
          this.#remarkN++;
        }
        const { remark } = answer.view.score;
        // Places are filled in when the score is given.
        if (give && !this.#dirty && JSON.stringify(remark) !== JSON.stringify(this.#typed.remark)) {
          this.#typed = { ...this.#typed, remark };
          this.#remarkN++;
        }
        if (this.#dirty) this.#timer = setTimeout(() => void this.#send(false, null), PAUSE);
      } else {
        if ('theirs' in answer) this.#theirs = answer.theirs;
        this.#problem = { field: 'sheet', message: answer.message };
      }
      this.#tell();
      return 'view' in answer ? answer.view : null;
    };
    const sent = this.#sending.then(work);
    this.#sending = sent;
    return sent;
  }

  #work(): SheetNow {
    const { decisions, problem } = meaningOf(this.#typed, this.#view);
    const { forum, done, at } = this.#view.from;
    return {
      view: this.#view,
      typed: this.#typed,
      decisions,
      unreadable: problem,
      suggestion: suggest(forum, done, decisions, at),
      dirty: this.#dirty,
      busy: this.#busy,
      problem: this.#problem,
      theirs: this.#theirs,
      canUndo: this.#past.length > 0,
      remarkN: this.#remarkN,
    };
  }

  #tell(): void {
    this.#now = this.#work();
    this.#watchers.forEach((changed) => changed());
  }
}
