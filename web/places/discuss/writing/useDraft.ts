import { useEffect, useState, useSyncExternalStore } from 'react';
import { dropDraft, keepDraft, type DraftView } from '../../../../contract/discuss';
import { EMPTY_TEXT, type RichNode } from '../../../../core/text/richText';
import { ApiProblem, call, sentenceOf } from '../../../data/api';
import { courseNow } from '../../../data/clock';
import { newId } from '../../../data/newId';
import { DraftKeeper, type Kept } from './draftKeeper';
import { DraftStore, thisTab, type Draft, type DraftPlace, type KeptDraft } from './draftStore';

export { isEmptyText, type DraftState } from './draftKeeper';

/** What an error of the server, or its absence, means for a draft. */
function whatBecame(error: unknown): Kept {
  if (!(error instanceof ApiProblem)) return { was: 'unreachable' };
  const { status, code, current } = error.problem;
  if (status === 401) return { was: 'signedOut' };
  if (code === 'conflict') return { was: 'other', theirs: current as { doc: RichNode; savedAt: number } };
  return status === 429 || status >= 500
    ? { was: 'unreachable' }
    : { was: 'refused', why: sentenceOf(error) };
}

/** Keeps a draft on the server, or drops it there. */
async function keepThere(
  { course, forum, key }: DraftPlace,
  draft: Pick<KeptDraft, 'doc' | 'files' | 'postId' | 'after'> | null,
  version: number | undefined,
): Promise<Kept> {
  const params = { course, forum, key };
  try {
    if (draft === null) {
      await call(dropDraft, params);
      return { was: 'kept', at: 0 };
    }
    const { doc, files, postId, after } = draft;
    const attachments = files.map(({ id, alt }) => ({ id, alt }));
    const body = { doc: doc ?? EMPTY_TEXT, attachments, postId, after, version };
    const { savedAt, sent } = await call(keepDraft, params, body);
    return sent ? { was: 'sent' } : { was: 'kept', at: savedAt };
  } catch (error) {
    return whatBecame(error);
  }
}

/** A keeper as React follows it: who draws it is told of every change. */
class Followed {
  readonly #heard = new Set<() => void>();
  #n = 0;
  readonly keeper: DraftKeeper;

  constructor(make: (changed: () => void) => DraftKeeper) {
    this.keeper = make(() => this.tell());
  }

  tell(): void {
    this.#n++;
    for (const heard of this.#heard) heard();
  }

  readonly follow = (heard: () => void) => {
    this.#heard.add(heard);
    return () => this.#heard.delete(heard);
  };

  readonly count = () => this.#n;
}

/**
 * The text and files of a composer, kept in the browser with every change and on the server after a pause, so that a closed
 * tab, a lost connection or an expired session loses nothing.
 *
 * @param version of a change: the version of the post it begins with
 * @param isPosted whether a post with an id is there already
 */
export function useDraft(
  place: DraftPlace,
  fromServer: DraftView | null,
  start: Draft,
  { version, isPosted }: { readonly version?: number; readonly isPosted: (id: string) => boolean },
) {
  const [followed] = useState(
    () =>
      new Followed(
        (changed) =>
          new DraftKeeper(
            {
              store: new DraftStore(place, thisTab(newId), localStorage),
              keep: (draft) => keepThere(place, draft, version),
              newId,
              now: courseNow,
              isPosted,
              changed,
            },
            fromServer && { ...fromServer, files: fromServer.attachments },
            start,
          ),
      ),
  );
  const { keeper } = followed;
  useSyncExternalStore(followed.follow, followed.count);
  useEffect(() => {
    const leave = () => keeper.leave();
    addEventListener('pagehide', leave);
    return () => {
      removeEventListener('pagehide', leave);
      leave();
    };
  }, [keeper]);
  return {
    ...keeper.draft,
    state: keeper.state,
    postId: keeper.postId,
    turn: keeper.turn,
    change: (part: Partial<Draft>) => {
      keeper.change(part);
      followed.tell();
    },
    settle: (how: 'below' | 'mine') => keeper.settle(how),
    finish: (throwAway: boolean) => keeper.finish(throwAway),
  };
}

/** A draft while it is written. */
export type DraftInHand = ReturnType<typeof useDraft>;
