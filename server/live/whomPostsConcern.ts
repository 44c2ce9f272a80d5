import { accessTo, type StudentAccess } from '../../core/access/accessTo';
import { isHiddenChange } from '../../core/access/isHiddenChange';
import { affectedBy } from '../../core/conversation/affectedBy';
import { mayRead, mayReadRemoved, type PostInPlace } from '../../core/access/mayRead';
import { courseDataOf, type CourseData } from '../../core/course/courseData';
import { isWaiting } from '../../core/moderate/inTheWay';
import type { LiveEvent } from '../../contract/live';
import type { CourseSetup } from '../course/setup/courseCache';
import { personOf, type InCourse } from '../course/setup/inCourse';
import { keyOfAccess, sharedChange } from '../discuss/sharedChange';
import type { Db } from '../db/open';
import { courseDataFor } from '../course/facts/courseDataFor';
import { noteReceived, type Sent } from '../readMarks/received';
import { postsOfForum, type ForumPosts } from '../course/posts/forumPosts';

type ForumEvent = Omit<Extract<LiveEvent, { kind: 'forum' }>, 'spread'>;

/** What one member is told of changed posts. */
export interface ToldOfPosts {
  readonly event: ForumEvent;
  /**
   * What it comes to, as JSON, worked out once for all to whom it comes to the same; it is noted as received. null where it is their own:
   * then they have to ask.
   */
  readonly bring: (() => Promise<string>) | null;
}

/**
 * Decides who is told of changed posts of a forum: whoever reads one of them now or read it a moment ago, and, without the post being
 * named, whoever a seal keeps it from, for they are told how many there are. (rules §4)
 *
 * @param since the moment before the changes, UTC ms
 * @returns what one member is told; null for nothing
 */
export async function whomPostsConcern(
  db: Db,
  setup: CourseSetup,
  forumId: string,
  changed: readonly string[],
  since: number,
  now: number,
): Promise<(personId: string) => Promise<ToldOfPosts | null>> {
  const forum = setup.forums.get(forumId);
  if (!forum) return () => Promise.resolve(null);
  const here = await postsOfForum(db, setup.id, forumId);
  const posts = [...affectedBy(here.byId, changed)];
  const places = here.placedAt(now);
  const before = since < now ? here.placedAt(since) : places;
  const answers = new Map<string, string[]>();
  if (posts.some((id) => places.get(id)?.removed))
    for (const { id, parentId } of places.values())
      if (parentId !== null) answers.set(parentId, [...(answers.get(parentId) ?? []), id]);
  const base: CourseData = {
    ...courseDataOf({ zone: setup.zone, students: [], forums: [], posts: [] }),
    students: setup.students,
    groups: setup.groups,
    forums: setup.forums,
    postsBy: (_, by) => here.by(by),
  };
  const mentioned = new Set<string>();
  const following = new Set<string>();
  for (let at = 0; at < posts.length; at += 1000)
    for (const { person_id } of await db
      .selectFrom('mention')
      .select('person_id')
      .where('post_id', 'in', posts.slice(at, at + 1000))
      .execute())
      mentioned.add(person_id);
  for (const { person_id } of await db
    .selectFrom('follow')
    .select('person_id')
    .where('forum_id', '=', forumId)
    .execute())
    following.add(person_id);
  const concerned = await whomItConcernsMore(db, here, posts, [places, before]);
  const shared = new Map<string, Promise<{ json: string; sent: readonly Sent[] }>>();
  const workOut = async (access: StudentAccess, told: readonly string[]) => {
    const { change, sent } = await sharedChange(
      db,
      setup,
      { data: base, here, forumId },
      access,
      told,
      since,
      now,
    );
    return { json: JSON.stringify(change), sent };
  };
  const share = async (course: InCourse, access: StudentAccess, told: readonly string[]) => {
    const key = `${keyOfAccess(access)} ${told.join(' ')}`;
    const change = shared.get(key) ?? workOut(access, told);
    shared.set(key, change);
    const { json, sent } = await change;
    noteReceived(db, course, sent, now);
    return json;
  };
  return async (personId) => {
    const member = setup.members.get(personId);
    if (!member || member.removed) return null;
    const person = personOf(setup, member);
    const data =
      forum.prerequisites.length === 0 ? base : (await courseDataFor(db, setup, personId, forumId)).data;
    const access = accessTo(data, forum, person, now);
    if (access.kind === 'student' && access.phase === 'absent') return null;
    const mayKnow = (place: PostInPlace | undefined) => place !== undefined && mayRead(access, place).yes;
    const reads = (place: PostInPlace | undefined, all: ReadonlyMap<string, PostInPlace>): boolean => {
      if (place === undefined || !mayKnow(place)) return false;
      if (!place.removed || mayReadRemoved(access, place)) return true;
      // An empty place is there while something below it is.
      const below = [...(answers.get(place.id) ?? [])];
      for (const id of below) {
        const answer = all.get(id);
        if (answer && mayKnow(answer) && (!answer.removed || mayReadRemoved(access, answer))) return true;
        below.push(...(answers.get(id) ?? []));
      }
      return false;
    };
    const counted = (place: PostInPlace | undefined) =>
      place !== undefined &&
      !place.removed &&
      access.kind === 'student' &&
      access.sealed !== 'none' &&
      mayRead({ ...access, sealed: 'none' }, place).yes;
    const told: string[] = [];
    let countChanges = false;
    let notices = false;
    for (const id of posts) {
      const [now_, then] = [places.get(id), before.get(id)];
      const post = here.byId.get(id);
      if (post === undefined || isHiddenChange(access, post, since, now)) continue;
      if (!reads(now_, places) && !reads(then, before)) {
        countChanges ||= counted(now_) || counted(then);
        continue;
      }
      told.push(id);
      notices ||=
        post.authorId === personId
          ? post.approvals.length > 0 ||
            post.removals.length > 0 ||
            post.revisions.some(({ byStaff }) => byStaff)
          : post.answers?.authorId === personId ||
            mentioned.has(personId) ||
            following.has(personId) ||
            (person.kind === 'staff' && isWaiting(post, now));
    }
    if (told.length === 0 && !countChanges) return null;
    const event: ForumEvent = { kind: 'forum', course: setup.id, forum: forumId, posts: told, notices };
    const isTheirOwn =
      access.kind === 'staff' ||
      concerned.has(personId) ||
      // What the seal keeps back is counted without what someone wrote themselves.
      (access.sealed !== 'none' && here.by(personId).length > 0) ||
      // Empty places, and threads that nobody may write in, hang together with what else someone reads.
      told.some((id) => places.get(id)?.removed !== false || here.byId.get(id)!.freezes);
    return { event, bring: isTheirOwn ? null : () => share({ setup, member, person }, access, told) };
  };
}

/** Those to whom changed posts are something else than to others: who wrote them, or what they answer or quote, or is spoken to aside. */
async function whomItConcernsMore(
  db: Db,
  here: ForumPosts,
  changed: readonly string[],
  places: readonly ReadonlyMap<string, PostInPlace>[],
): Promise<ReadonlySet<string>> {
  const people = new Set<string>();
  const add = (id: string) => {
    for (const each of places) {
      const place = each.get(id);
      if (!place) continue;
      for (const person of [place.authorId, place.answersAuthorId, place.asideWith, ...place.withheldBy])
        if (person !== null) people.add(person);
    }
  };
  for (const id of changed) {
    add(id);
    const above = here.byId.get(id)?.parentId ?? null;
    if (above !== null) add(above);
  }
  for (let at = 0; at < changed.length; at += 1000)
    for (const { source_id } of await db
      .selectFrom('quote')
      .select('source_id')
      .where('post_id', 'in', changed.slice(at, at + 1000))
      .execute())
      add(source_id);
  return people;
}
