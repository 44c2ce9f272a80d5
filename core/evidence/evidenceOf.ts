import type { ResolvedTerms } from '../terms/resolveTerms';
import type { Forum } from '../course/forum';
import type { Id } from '../course/id';
import { createdAt, existsAt, isRemovedAt, type Post } from '../course/post';
import type { Distance } from '../text/compareWords';
import type { Instant } from '../time/instant';
import { unsealingsOf, type Unsealing } from './unsealings';

/** Why staff may want to look at how someone opened a seal. */
export type EvidenceMark =
  /** The text was changed by more than a little after it had opened the seal. */
  | 'changed'
  /** The post that had opened the seal was removed, and another one written. */
  | 'writtenAnew'
  /** It opened the seal with fewer words than an initial post needs. */
  | 'fewWords';

/** How a student opened a seal, and what stands now. */
export interface Evidence {
  readonly unsealing: Unsealing;
  /** What stands now, by the student's last own revision; null where nothing does. */
  readonly final: (Version & { readonly at: Instant }) | null;
  /** How far the last text is from the first; null where nothing stands, or nothing was changed. */
  readonly distance: Distance | null;
  readonly marks: readonly EvidenceMark[];
}

/** One version of a post; `revision` counts from 0. */
export interface Version {
  readonly post: Post;
  readonly revision: number;
}

/** A change is more than a little from this share of all words, and from so many words, on. */
const SHARE = 0.2;
const WORDS = 10;
/** Words that are few where an initial post needs none. */
const FEW = 20;

function lastOwn(post: Post, t: Instant): number {
  let last = 0;
  post.revisions.forEach(({ byStaff, at }, index) => {
    if (!byStaff && at <= t) last = index;
  });
  return last;
}

/** The opening post that stands now in the scope: the one that unsealed, or else the newest written since. */
function standing(own: readonly Post[], { post, questionId, at }: Unsealing, t: Instant): Post | null {
  if (!isRemovedAt(post, t)) return post;
  const since = own.filter(
    (other) =>
      other.id !== post.id &&
      other.parentId === null &&
      other.asideWith === null &&
      (questionId === null || other.questionId === questionId) &&
      existsAt(other, t) &&
      !isRemovedAt(other, t) &&
      createdAt(other) >= at,
  );
  return since.reduce<Post | null>(
    (newest, other) => (newest === null || createdAt(other) >= createdAt(newest) ? other : newest),
    null,
  );
}

/**
 * What each seal a student opened was opened with, what stands there now, and what of it staff may want to look at. It
 * accuses nobody: it lays the versions side by side. (rules §4, evidence)
 *
 * @param own everything the student wrote in the forum
 * @param distanceOf how far a later version is from an earlier one ({@link distanceBetween} their texts); asked only where
 * there are two
 * @example evidenceOf(forum, terms, postsOfBram, 'class', distanceOf, t)[0]?.marks // ['changed', 'fewWords']
 */
export function evidenceOf(
  forum: Forum,
  terms: ResolvedTerms,
  own: readonly Post[],
  spaceId: Id,
  distanceOf: (first: Version, last: Version) => Distance,
  t: Instant,
): Evidence[] {
  return unsealingsOf(forum, terms, own, spaceId, t).map((unsealing) => {
    const { post, revision } = unsealing;
    const now = standing(own, unsealing, t);
    const last = now === null ? null : { post: now, revision: lastOwn(now, t) };
    const marks: EvidenceMark[] = [];
    let distance: Distance | null = null;
    if (last !== null && (last.post !== post || last.revision !== revision)) {
      distance = distanceOf({ post, revision }, last);
      if (last.post !== post) marks.push('writtenAnew');
      else if (distance.words >= WORDS && distance.share >= SHARE) marks.push('changed');
    }
    const needs = terms.numbers.initialMinWords > 0 ? terms.numbers.initialMinWords : FEW;
    if (post.revisions[revision]!.words < needs) marks.push('fewWords');
    return {
      unsealing,
      final: last === null ? null : { ...last, at: last.post.revisions[last.revision]!.at },
      distance,
      marks,
    };
  });
}
