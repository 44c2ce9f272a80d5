import { plainText } from '../../../../core/text/plainText';
import { walk, type RichNode } from '../../../../core/text/richText';
import type { Draft, DraftStore, KeptDraft } from './draftStore';

/** Whether there is nothing in a text: no word, no image, no quoted passage. */
export function isEmptyText(doc: RichNode | null): boolean {
  if (doc === null) return true;
  let holds = plainText(doc, { quotes: 'all' }) !== '';
  walk(doc, ({ type }) => (holds ||= type === 'image' || type === 'quotation'));
  return !holds;
}

/** Where a draft stands: kept on the server, only here, or on its way; or what is in the way. */
export type DraftState =
  | { readonly kind: 'none' | 'keeping' | 'onlyHere' | 'signedOut' | 'sentElsewhere' }
  | { readonly kind: 'kept'; readonly at: number }
  | { readonly kind: 'refused'; readonly why: string }
  /** Another tab or machine kept something else in the same place. */
  | { readonly kind: 'elsewhere'; readonly theirs: { readonly doc: RichNode; readonly savedAt: number } };

/** What became of an attempt to keep a draft on the server. */
export type Kept =
  | { readonly was: 'kept'; readonly at: number }
  | { readonly was: 'sent' }
  | { readonly was: 'other'; readonly theirs: { readonly doc: RichNode; readonly savedAt: number } }
  | { readonly was: 'signedOut' }
  | { readonly was: 'refused'; readonly why: string }
  /** Not reached, or asked to wait: it is tried again. */
  | { readonly was: 'unreachable' };

/** What a keeper works with. */
interface KeeperDeps {
  readonly store: DraftStore;
  /** Keeps on the server; null drops what is there. */
  readonly keep: (draft: Pick<KeptDraft, 'doc' | 'files' | 'postId' | 'after'> | null) => Promise<Kept>;
  readonly newId: () => string;
  readonly now: () => number;
  /** Whether a post with this id is there already: then what is left here was sent. */
  readonly isPosted: (id: string) => boolean;
  readonly changed: () => void;
}

const PAUSE = 900;
const AGAIN = 5000;

/**
 * Keeps what is written: in the browser with every change, on the server after a pause, one save after the other. What a save's
 * answer says is said of what was saved, never of what was typed meanwhile. Two tabs each keep their own, and neither is lost.
 */
export class DraftKeeper {
  #draft: Draft;
  #postId: string;
  #after: number | null;
  #state: DraftState = { kind: 'none' };
  /** What the server has, as far as this tab knows. */
  #saved: Draft | null = null;
  #timer: ReturnType<typeof setTimeout> | undefined;
  #saving: Promise<void> | null = null;
  #isDone = false;
  /** How often the text was replaced from outside the editor. */
  turn = 0;

  constructor(
    private readonly deps: KeeperDeps,
    fromServer: (Draft & { readonly savedAt: number; readonly postId: string | null }) | null,
    start: Draft,
  ) {
    const { store, isPosted, newId } = deps;
    const own = store.read();
    const left = store.others().filter(({ draft }) => !draft.synced && !isPosted(draft.postId));
    // What the page was told of the server's copy may be older than what this tab has kept there since.
    const isNewer = own !== null && (!own.synced || (own.after ?? 0) > (fromServer?.savedAt ?? 0));
    const here = own !== null && isNewer && !isPosted(own.postId) ? own : null;
    const taken = here === null ? (left[0] ?? null) : null;
    const kept = here ?? taken?.draft ?? null;
    this.#draft = kept ?? fromServer ?? start;
    this.#draft = { doc: this.#draft.doc, files: this.#draft.files };
    this.#postId = [kept?.postId, fromServer?.postId].find(Boolean) ?? newId();
    this.#after = kept === null ? (fromServer?.savedAt ?? null) : kept.after;
    if (own !== null && isPosted(own.postId)) store.write(null);
    if (kept === null ? fromServer !== null : kept.synced) this.#saved = this.#draft;
    if (kept === null || kept.synced) return;
    // It was not on the server yet, and goes there now.
    this.#write(false);
    if (taken !== null) store.drop(taken.name);
    this.#later(0);
  }

  get draft(): Draft {
    return this.#draft;
  }

  get state(): DraftState {
    return this.#state;
  }

  /** The id the post will have, however often it is sent. */
  get postId(): string {
    return this.#postId;
  }

  change(part: Partial<Draft>): void {
    if (this.#isDone) return;
    this.#draft = { ...this.#draft, ...part };
    this.#write(false);
    if (this.#state.kind === 'elsewhere') return;
    this.#tell({ kind: 'keeping' });
    this.#later(PAUSE);
  }

  /** Says what becomes of what another tab kept: it goes below what is here, or gives way to it. */
  settle(how: 'below' | 'mine'): void {
    if (this.#state.kind !== 'elsewhere') return;
    const { theirs } = this.#state;
    this.#after = theirs.savedAt;
    this.#state = { kind: 'keeping' };
    if (how === 'below') {
      const content = [...(this.#draft.doc?.content ?? []), ...(theirs.doc.content ?? [])];
      this.#draft = { ...this.#draft, doc: { type: 'doc', content } };
      this.turn++;
    }
    this.#write(false);
    this.#tell({ kind: 'keeping' });
    this.#later(0);
  }

  /** The composer goes away: what is not on the server yet goes there at once. */
  leave(): void {
    clearTimeout(this.#timer);
    if (!this.#isDone && this.#saved !== this.#draft && this.#state.kind === 'keeping') void this.#save();
  }

  /** The post was sent, or is thrown away. */
  finish(throwAway: boolean): void {
    this.#isDone = true;
    clearTimeout(this.#timer);
    this.deps.store.write(null);
    // A save that is still on its way is told by the server that the post is there; what is thrown away has to be dropped after it.
    if (throwAway)
      void (this.#saving ?? Promise.resolve()).then(() => this.deps.keep(null).catch(() => undefined));
  }

  #later(ms: number): void {
    clearTimeout(this.#timer);
    this.#timer = setTimeout(() => void this.#save(), ms);
  }

  #save(): Promise<void> {
    this.#saving ??= this.#saveOnce().finally(() => {
      this.#saving = null;
      const goesOn = this.#state.kind === 'keeping' || this.#state.kind === 'onlyHere';
      if (!this.#isDone && goesOn && this.#saved !== this.#draft)
        this.#later(this.#state.kind === 'onlyHere' ? AGAIN : 0);
    });
    return this.#saving;
  }

  async #saveOnce(): Promise<void> {
    const draft = this.#draft;
    const isEmpty = isEmptyText(draft.doc) && draft.files.length === 0;
    const sent = { ...draft, postId: this.#postId, after: this.#after };
    const kept = await this.deps.keep(isEmpty ? null : sent);
    if (this.#isDone) return;
    const isLatest = this.#draft === draft;
    switch (kept.was) {
      case 'kept':
        this.#saved = draft;
        this.#after = isEmpty ? null : kept.at;
        if (isEmpty && isLatest) this.deps.store.write(null);
        else this.#write(isLatest);
        return this.#tell(
          !isLatest ? { kind: 'keeping' } : isEmpty ? { kind: 'none' } : { kind: 'kept', at: kept.at },
        );
      case 'sent':
        // What is here now would be another post.
        this.#postId = this.deps.newId();
        this.#after = null;
        this.#write(false);
        return this.#tell({ kind: 'sentElsewhere' });
      case 'other':
        return this.#tell({ kind: 'elsewhere', theirs: kept.theirs });
      case 'signedOut':
        return this.#tell({ kind: 'signedOut' });
      case 'refused':
        return this.#tell({ kind: 'refused', why: kept.why });
      case 'unreachable':
        return this.#tell({ kind: 'onlyHere' });
    }
  }

  #write(synced: boolean): void {
    const { store, now } = this.deps;
    store.write({ ...this.#draft, synced, postId: this.#postId, after: this.#after, at: now() });
  }

  #tell(state: DraftState): void {
    this.#state = state;
    this.deps.changed();
  }
}
