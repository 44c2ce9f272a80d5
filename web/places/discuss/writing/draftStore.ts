import type { FileView } from '../../../../contract/files';
import type { RichNode } from '../../../../core/text/richText';

/** What is being written: a text, and the files below it. */
export interface Draft {
  readonly doc: RichNode | null;
  readonly files: readonly FileView[];
}

/** A draft as it is kept in the browser. */
export interface KeptDraft extends Draft {
  /** Whether the server has it too. */
  readonly synced: boolean;
  /** The id the post will have. */
  readonly postId: string;
  /** When the draft this one goes on from was kept by the server; null where there was none. */
  readonly after: number | null;
  /** When it was written, UTC ms. */
  readonly at: number;
}

/** Where a draft belongs, and who writes: another person at the same machine has drafts of their own. */
export interface DraftPlace {
  readonly course: string;
  readonly forum: string;
  readonly key: string;
  readonly person: string;
}

type Store = Pick<Storage, 'getItem' | 'setItem' | 'removeItem' | 'key' | 'length'>;

/** The drafts of one place in the browser: one for each tab, so that two tabs never write over each other. */
export class DraftStore {
  readonly #name: string;

  constructor(
    place: DraftPlace,
    private readonly tab: string,
    private readonly store: Store,
  ) {
    this.#name = `juror-draft ${place.person} ${place.course} ${place.forum} ${place.key}`;
  }

  get #own(): string {
    return `${this.#name} #${this.tab}`;
  }

  /** This tab's draft. */
  read(): KeptDraft | null {
    return this.#parse(this.#own);
  }

  /** What other tabs left here, the newest first; also from before tabs had drafts of their own. */
  others(): { readonly name: string; readonly draft: KeptDraft }[] {
    const found: { name: string; draft: KeptDraft }[] = [];
    try {
      for (let n = 0; n < this.store.length; n++) {
        const name = this.store.key(n)!;
        if (name === this.#own || !(name === this.#name || name.startsWith(`${this.#name} #`))) continue;
        const draft = this.#parse(name);
        if (draft !== null) found.push({ name, draft });
      }
    } catch {
      // A browser that keeps nothing has nothing.
    }
    return found.sort((a, b) => b.draft.at - a.draft.at);
  }

  /** Keeps this tab's draft; null throws it away. */
  write(draft: KeptDraft | null): void {
    try {
      if (draft === null) this.store.removeItem(this.#own);
      else this.store.setItem(this.#own, JSON.stringify(draft));
    } catch {
      // The server's copy is enough.
    }
  }

  /** Throws away what another tab left, once it has been taken over. */
  drop(name: string): void {
    try {
      this.store.removeItem(name);
    } catch {
      // It is offered again.
    }
  }

  #parse(name: string): KeptDraft | null {
    try {
      const text = this.store.getItem(name);
      if (text === null) return null;
      const kept = JSON.parse(text) as Partial<KeptDraft>;
      return {
        doc: kept.doc ?? null,
        files: kept.files ?? [],
        synced: kept.synced ?? false,
        postId: kept.postId ?? '',
        after: kept.after ?? null,
        at: kept.at ?? 0,
      };
    } catch {
      return null;
    }
  }
}

let named: string | null = null;

/** The name of this tab, which it keeps when its page is loaded again. */
export function thisTab(makeId: () => string): string {
  if (named !== null) return named;
  const KEY = 'juror-tab';
  try {
    named = sessionStorage.getItem(KEY) ?? makeId();
    sessionStorage.setItem(KEY, named);
  } catch {
    named = makeId();
  }
  return named;
}
