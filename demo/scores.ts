import type { DeskView, Passage } from '../contract/evaluate';
import type { Part } from '../core/course/evaluation';
import { isPeerReply } from '../core/participation/peerReply';
import type { PartDecision } from '../core/scoring/kinds/partKinds';
import { NO_DECISIONS } from '../core/scoring/suggest';
import { textOf } from '../core/text/textOf';
import type { InCourse } from '../server/course/setup/inCourse';
import type { Deps } from '../server/feature/deps';
import { openForumQuietly } from '../server/course/access/openForum';
import { setNod } from '../server/discuss/nods';
import { desk } from '../server/evaluate/desk';
import { docket } from '../server/evaluate/docket';
import { setReleased } from '../server/evaluate/release';
import type { Db } from '../server/db/open';
import { saveScore } from '../server/evaluate/saveScore';

const REMARKS = [
  'the position is clear and you let the reading disagree with you. Next time bring the number as well as the story.',
  'strong turn in the second paragraph. I would have liked the source for the last claim.',
  'you describe it very well; say sooner what follows from it.',
  'thank you for answering the person nobody else had answered.',
];

/** What is decided about a part of the nth student: more or less, and nothing for what is not there. */
function judged(part: Part, view: DeskView, index: number): PartDecision {
  const looksAt = part.basis === 'replies' ? 'reply' : 'initial';
  const isThere = view.posts.some((post) => post.slot?.kind === looksAt);
  switch (part.kind) {
    case 'direct':
      return {
        points: isThere ? Math.round((part.maximum * (70 + ((index * 17) % 31))) / 100 / 25) * 25 : 0,
      };
    case 'rubric': {
      // As much in all as one number would be, and not as much of each.
      const all = Math.round((part.maximum * (70 + ((index * 17) % 31))) / 100 / 25) * 25;
      const [first, second] = part.criteria;
      const most = first!.levels[0]!.points;
      const least = all - second!.levels[0]!.points;
      const of = isThere
        ? Math.max(least, Math.min(most, Math.round((all * (35 + ((index * 11) % 31))) / 100 / 25) * 25))
        : 0;
      const given = { [first!.id]: of, [second!.id]: isThere ? all - of : 0 };
      return {
        criteria: Object.fromEntries(
          Object.entries(given).map(([id, points]) => [id, { levelId: null, points }]),
        ),
      };
    }
    case 'levels':
      return {
        levelId: part.levels[isThere ? (index * 7) % (part.levels.length - 1) : part.levels.length - 1]!.id,
      };
    case 'checklist':
      return {
        items: Object.fromEntries(
          part.items.flatMap(({ id, slot }) => (slot === null ? [[id, isThere && index % 4 !== 1]] : [])),
        ),
      };
    default:
      return {};
  }
}

const COMMENTS = [
  'This is the sentence I would begin with.',
  'Who says so? Name the source here.',
  'Stay with this thought for one more sentence.',
];

/** A comment on how the initial post of every third student begins. */
function commentsOn(view: DeskView, index: number): Passage[] {
  const first = view.posts.find(({ slot }) => slot?.kind === 'initial');
  const opening = /<p>([^<]{20,}?[.;:])/.exec(first?.html ?? '')?.[1];
  if (!first || opening === undefined || index % 3 !== 0 || opening.includes('&')) return [];
  const comment = COMMENTS[(index / 3) % COMMENTS.length]!;
  return [{ id: `comment-${first.id.slice(2, 12)}`, postId: first.id, text: opening, nth: 0, comment }];
}

/** Gives scores to a share of those who are ready, in the order of the docket. */
export async function evaluate(
  deps: Deps,
  course: InCourse,
  forumId: string,
  at: number,
  { share, release }: { share: number; release: boolean },
): Promise<void> {
  const { rows } = await docket(deps.db, course, forumId, at);
  const ready = rows.filter((row) => row.state === 'ready');
  const chosen = ready.slice(0, Math.ceil(ready.length * share));
  for (const [index, row] of chosen.entries()) {
    const studentAt = at + index * 4 * 60_000;
    const view = await desk(deps.db, course, forumId, row.student.id, studentAt);
    const remark =
      index % 3 === 2 ? null : textOf(`${row.student.given}, ${REMARKS[index % REMARKS.length]!}`);
    const parts = view.forum.parts.map((part) => [part.id, judged(part, view, index)] as const);
    const decisions = { ...NO_DECISIONS, parts: Object.fromEntries(parts) };
    await saveScore(
      deps,
      course,
      { forumId, studentId: row.student.id },
      { version: 0, decisions, remark, passages: commentsOn(view, index), give: true },
      studentAt,
      (db) => desk(db, course, forumId, row.student.id, studentAt),
    );
  }
  if (release) await setReleased(deps, course, forumId, 'all', true, at + 3 * 3_600_000);
}

/** Has those who opened the seal of a forum rate some of the first posts of others there. */
export async function ratePosts(
  deps: Deps,
  staff: InCourse,
  as: (personId: string) => Promise<InCourse>,
  forumId: string,
  at: number,
): Promise<void> {
  const { posts } = await openForumQuietly(deps.db, staff, forumId, at);
  const first = [...posts.values()].filter(
    (post) => post.authorKind === 'student' && !isPeerReply(post, true),
  );
  const authors = [...new Set(first.map(({ authorId }) => authorId))].sort();
  for (const [index, post] of first.entries()) {
    const raters = authors.filter((id, n) => id !== post.authorId && (n + index) % 3 === 0);
    for (const [n, rater] of raters.entries())
      await setNod(deps, await as(rater), forumId, post.id, 3 + ((index + n) % 3), at + n * 60_000);
  }
}

/** Has a second evaluator read some of those whose score is given: mostly alike, here and there one level apart. */
export async function readSecond(
  deps: Deps,
  course: InCourse,
  forumId: string,
  at: number,
  howMany: number,
): Promise<void> {
  const { rows } = await docket(deps.db, course, forumId, at);
  const wanted = rows.filter(({ reading, words }) => reading?.wanted && words > 0).slice(0, howMany);
  for (const [index, row] of wanted.entries()) {
    const readAt = at + index * 5 * 60_000;
    const view = await desk(deps.db, course, forumId, row.student.id, readAt);
    // Judged as the first did, but for every fifth.
    const parts = view.forum.parts.map(
      (part) => [part.id, judged(part, view, index + (index % 5 === 3 ? 1 : 0))] as const,
    );
    const decisions = { ...NO_DECISIONS, parts: Object.fromEntries(parts) };
    const change = { version: view.score.version, decisions, remark: null, give: true };
    const show = (db: Db) => desk(db, course, forumId, row.student.id, readAt);
    await saveScore(deps, course, { forumId, studentId: row.student.id }, change, readAt, show);
  }
}
