import { accessTo, type Access } from '../access/accessTo';
import { mayDo } from '../access/mayDo';
import { mayRead } from '../access/mayRead';
import type { Forum } from '../course/forum';
import type { Id } from '../course/id';
import { createdAt, type Post } from '../course/post';
import { DAY, type Instant } from '../time/instant';
import { clockNotices } from './clockNotices';
import { reviewNotices } from './reviewNotices';
import type { Notice } from './notice';
import type { NoticeFacts } from './noticeFacts';

/** What lies longer back is told no more. */
export const TOLD_FOR = 30 * DAY;

const BLANK = { postId: null, aboutId: null, actorId: null, count: 1, line: null, due: null, dates: null };

/** When others could first read a post: when it was written, or approved after it had waited; a change to it is no news. */
function outAt(post: Post, t: Instant): Instant {
  let at = createdAt(post);
  for (const decision of post.approvals)
    if (decision.at <= t && decision.state === 'approved' && decision.standing === undefined)
      at = Math.max(at, decision.at);
  return at;
}

/**
 * What a person is told of at *t*, the newest first: only what they may receive at that instant. Called when notices are shown
 * and when a mail is sent, so that nothing sealed, held or aside reaches anybody by having been queued. (rules §4, product §2, 11)
 *
 * @param facts what happened around the person
 * @param t instant asked for, UTC ms
 * @example noticesFor(factsAboutInes, t).map(({ kind }) => kind) // ['answer', 'due']
 */
export function noticesFor(facts: NoticeFacts, t: Instant): Notice[] {
  const { course, person } = facts;
  const known = new Map<Id, Access>();
  const accessIn = (forum: Forum): Access => {
    let access = known.get(forum.id);
    if (!access) known.set(forum.id, (access = accessTo(course, forum, person, t)));
    return access;
  };
  /** The access to a forum that is there for the person. */
  const there = (forumId: Id): Access | null => {
    const forum = course.forums.get(forumId);
    if (!forum) return null;
    const access = accessIn(forum);
    return access.kind === 'student' && access.phase === 'absent' ? null : access;
  };
  /** Whether a forum's own matters (what became of one's posts, scores) are still told. */
  const keeps = (forumId: Id): boolean => {
    const forum = course.forums.get(forumId);
    if (!forum) return false;
    const access = accessIn(forum);
    return access.kind === 'staff' || access.ownPosts;
  };
  const reads = (post: Pick<Post, 'id' | 'forumId'>): boolean => {
    const access = there(post.forumId);
    const place = facts.placeOf(post);
    return access !== null && place !== undefined && !place.removed && mayRead(access, place).yes;
  };

  /** Whether the person is one who does something about a post. */
  const moderates = (post: Pick<Post, 'id' | 'forumId'>): boolean => {
    const access = there(post.forumId);
    const place = facts.placeOf(post);
    const forum = course.forums.get(post.forumId)!;
    return access !== null && place !== undefined && mayDo(forum, access, { do: 'moderate', place }, t).yes;
  };

  const notices: Notice[] = [];
  for (const { post, mentionedAt } of facts.towards) {
    if (post.authorId === person.id || !reads(post)) continue;
    const answers = post.answers?.authorId === person.id;
    const aside = person.kind === 'student' && post.asideWith === person.id && post.authorKind === 'staff';
    notices.push({
      ...BLANK,
      key: `${answers ? 'answer' : 'mention'}:${post.id}`,
      kind: aside ? 'aside' : answers ? 'answer' : 'mention',
      at: Math.max(outAt(post, t), answers ? 0 : (mentionedAt ?? 0)),
      forumId: post.forumId,
      postId: post.id,
      aboutId: answers ? post.parentId : null,
      actorId: post.authorId,
    });
  }
  for (const { kind, forumId, postId, at, by, reason } of facts.decisions) {
    if (by === person.id || at > t || !keeps(forumId)) continue;
    notices.push({
      ...BLANK,
      key: `${kind}:${postId}:${at}`,
      kind,
      at,
      forumId,
      postId,
      aboutId: postId,
      actorId: by,
      line: reason,
    });
  }
  for (const { forumId, byHand, at } of facts.released)
    if (at <= t && (byHand || keeps(forumId)))
      notices.push({ ...BLANK, key: `released:${forumId}:${at}`, kind: 'released', at, forumId });
  /** What staff said to something the person asked of them. */
  const answered = (kind: 'looked' | 'timeAnswered', answers: NoticeFacts['looked']) => {
    for (const { id, forumId, at, by, answer } of answers)
      if (at <= t && keeps(forumId))
        notices.push({ ...BLANK, key: `${kind}:${id}`, kind, at, forumId, actorId: by, line: answer });
  };
  answered('looked', facts.looked);
  answered('timeAnswered', facts.timeAnswered);
  notices.push(...reviewNotices(facts, (forumId) => there(forumId) !== null, keeps, t));
  for (const { id, at, from, forumId, postId, line } of facts.sent) {
    if (at > t || (postId === null ? there(forumId) === null : !reads({ id: postId, forumId }))) continue;
    notices.push({ ...BLANK, key: `sent:${id}`, kind: 'sent', at, forumId, postId, actorId: from, line });
  }
  for (const { id, in: within, at, by } of facts.asked)
    if (at <= t)
      notices.push({
        ...BLANK,
        key: `asked:${id}`,
        kind: person.kind === 'staff' ? 'askedAnswered' : 'asked',
        at,
        forumId: within,
        title: person.kind === 'staff' ? 'A case' : 'A message for you',
        actorId: by,
      });
  for (const { id, at, by, title, text } of facts.announced)
    if (at <= t)
      notices.push({
        ...BLANK,
        key: `announced:${id}`,
        kind: 'announced',
        at,
        forumId: id,
        title,
        actorId: by,
        line: text,
      });
  for (const { forumId, posts } of facts.followed) {
    const fresh = posts.filter(
      (post) =>
        post.authorId !== person.id &&
        post.answers?.authorId !== person.id &&
        post.asideWith === null &&
        reads(post),
    );
    const last = fresh.at(-1);
    if (last === undefined) continue;
    notices.push({
      ...BLANK,
      key: `followed:${forumId}:${last.id}`,
      kind: 'followed',
      at: outAt(last, t),
      forumId,
      postId: fresh[0]!.id,
      actorId: fresh.length === 1 ? last.authorId : null,
      count: fresh.length,
    });
  }
  if (person.kind === 'staff') {
    const waiting = new Map<Id, { post: Post; since: Instant }[]>();
    for (const each of facts.held)
      if (reads(each.post)) waiting.set(each.post.forumId, [...(waiting.get(each.post.forumId) ?? []), each]);
    for (const [forumId, posts] of waiting) {
      const since = Math.max(...posts.map((each) => each.since));
      notices.push({
        ...BLANK,
        key: `held:${forumId}:${since}`,
        kind: 'held',
        at: since,
        forumId,
        postId: posts[0]!.post.id,
        actorId: posts.length === 1 ? posts[0]!.post.authorId : null,
        count: posts.length,
      });
    }
  }
  if (person.kind === 'staff') {
    const reported = new Map<Id, { post: Post; at: Instant }[]>();
    for (const each of facts.reported)
      if (each.at <= t && moderates(each.post))
        reported.set(each.post.forumId, [...(reported.get(each.post.forumId) ?? []), each]);
    for (const [forumId, posts] of reported) {
      const last = Math.max(...posts.map(({ at }) => at));
      notices.push({
        ...BLANK,
        key: `reported:${forumId}:${last}`,
        kind: 'reported',
        at: last,
        forumId,
        postId: posts[0]!.post.id,
        count: posts.length,
      });
    }
  }
  /** What students ask of staff, one notice a forum. */
  const asked = (kind: 'looks' | 'timeAsked', asks: NoticeFacts['looks']) => {
    const asking = new Map<Id, { studentId: Id; at: Instant }[]>();
    for (const { forumId, ...each } of asks)
      if (each.at <= t && there(forumId) !== null)
        asking.set(forumId, [...(asking.get(forumId) ?? []), each]);
    for (const [forumId, students] of asking) {
      const last = Math.max(...students.map(({ at }) => at));
      notices.push({
        ...BLANK,
        key: `${kind}:${forumId}:${last}`,
        kind,
        at: last,
        forumId,
        actorId: students.length === 1 ? students[0]!.studentId : null,
        count: students.length,
      });
    }
  };
  if (person.kind === 'staff') {
    asked('looks', facts.looks);
    asked('timeAsked', facts.timeAsked);
  }
  for (const { forumId, at, before, after } of facts.dates)
    if (at <= t && there(forumId) !== null)
      notices.push({
        ...BLANK,
        key: `dates:${forumId}:${at}`,
        kind: 'dates',
        at,
        forumId,
        dates: { before, after },
      });
  notices.push(...clockNotices(course, person, accessIn, t));
  return notices
    .filter(({ at }) => at > t - TOLD_FOR)
    .sort((one, other) => other.at - one.at || (one.key < other.key ? -1 : 1));
}
