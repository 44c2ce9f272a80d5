import { changeCourse, type Keeping } from '../course/change/changeCourse';
import type { AnswerOf, BodyOf } from '../../contract/endpoint';
import type { actOnPosts as endpoint, ModerateAction } from '../../contract/moderate';
import { mayDo } from '../../core/access/mayDo';
import { newestVersion } from '../../core/course/approval';
import type { Post } from '../../core/course/post';
import { decisionsOf, type ApprovalAction } from '../../core/moderate/decisionsOf';
import { inTheWay, type InTheWay } from '../../core/moderate/inTheWay';
import { branchBelow } from '../../core/moderate/moveBranch';
import type { InCourse } from '../course/setup/inCourse';
import type { Trx } from '../db/open';
import { openForum } from '../course/access/openForum';
import { forgetMentionsSince, keepDecision, showVersion } from '../discuss/approval';

/** Why a post is passed over, as it is told. */
const PASSED: Record<InTheWay, string> = {
  removed: 'is removed already',
  notRemoved: 'is not removed',
  notHeld: 'does not wait for approval any more',
  held: 'waits for approval already',
  notDecided: 'has never waited for approval',
  notOfTheClass: 'is not a post of the class',
};

const RECORDED = {
  remove: 'post.removed',
  restore: 'post.restored',
  approve: 'post.approved',
  return: 'post.returned',
  hold: 'post.held',
  unhold: 'post.approved',
  waitAgain: 'post.held',
} as const;

async function decide(
  trx: Trx,
  action: ApprovalAction,
  post: Post,
  by: string,
  why: string | null,
  now: number,
): Promise<void> {
  const decisions = decisionsOf(action, post, now);
  for (const decision of decisions) await keepDecision(trx, post.id, decision, by, why);
  if (action === 'approve') await showVersion(trx, post.id, newestVersion(post, now), now);
  const standing = decisions.at(-1)!.standing;
  if (action === 'waitAgain' && standing !== undefined) {
    await forgetMentionsSince(trx, post.id, post.approvals.at(-1)!.at);
    await showVersion(trx, post.id, standing, now);
  }
}

async function apply(
  trx: Trx,
  action: ModerateAction,
  post: Post,
  by: string,
  why: string | null,
  now: number,
) {
  const postId = post.id;
  if (action === 'remove')
    await trx.insertInto('removal').values({ post_id: postId, from: now, to: null, by, why }).execute();
  else if (action === 'restore')
    await trx
      .updateTable('removal')
      .set({ to: now })
      .where('post_id', '=', postId)
      .where('to', 'is', null)
      .execute();
  else await decide(trx, action, post, by, why, now);
}

/**
 * Does the same to many posts, all of it or nothing of it. A post that someone else got to first is passed over, and told: two
 * members of staff who act at once never undo each other. (rules §3, §4)
 */
export function actOnPosts(
  deps: Keeping,
  course: InCourse,
  forumId: string,
  { action, posts, below, reason }: BodyOf<typeof endpoint>,
  now: number,
): Promise<AnswerOf<typeof endpoint>> {
  return changeCourse(deps, course, now, async (change) => {
    const { trx } = change;
    const opened = await openForum(trx, course, forumId, now);
    const chosen = new Set<string>();
    const all = [...opened.posts.values()];
    for (const id of posts) {
      if (chosen.has(id)) continue;
      if (below) for (const each of branchBelow(all, id)) chosen.add(each);
      else chosen.add(id);
    }
    const changed: string[] = [];
    const passed = new Map<string, string[]>();
    for (const id of chosen) {
      const post = opened.posts.get(id);
      const reads = post !== undefined && opened.sees.get(id) === 'text';
      const obstacle = reads ? inTheWay(action, post, now) : null;
      const isFor =
        reads && mayDo(opened.forum, opened.access, { do: 'moderate', place: opened.placed.get(id)! }, now);
      const why = !reads
        ? 'is not there any more'
        : isFor && !isFor.yes
          ? 'is for staff of another section'
          : obstacle && PASSED[obstacle];
      if (why !== null) {
        passed.set(why, [...(passed.get(why) ?? []), id]);
        continue;
      }
      await apply(trx, action, post!, course.person.id, reason, now);
      await change.record(RECORDED[action], { of: 'post', id }, { why: reason });
      changed.push(id);
    }
    return { changed, passed: [...passed].map(([why, ids]) => ({ why, posts: ids })) };
  });
}
