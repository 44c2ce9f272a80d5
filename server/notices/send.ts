import { changeCourse, type Keeping } from '../course/change/changeCourse';
import type { BodyOf } from '../../contract/endpoint';
import type { send as endpoint } from '../../contract/notices';
import { accessTo } from '../../core/access/accessTo';
import { mayRead } from '../../core/access/mayRead';
import { readsSpace } from '../../core/access/readsSpace';
import { personOf, type InCourse } from '../course/setup/inCourse';
import type { Db } from '../db/open';
import { openForum, readablePost } from '../course/access/openForum';
import { courseDataFor } from '../course/facts/courseDataFor';
import { Problem, wrongField } from '../refusals/problem';

/**
 * Sends a forum or a post to people, with a line. Who does not take part in that conversation is refused by name. Whether a seal, or an
 * approval that is to come, keeps it from someone is told to staff only: a student would learn from it what others have written;
 * theirs is told as soon as it may be. (rules §4)
 *
 * @returns to how many people
 */
export function sendTo(
  deps: Keeping,
  course: InCourse,
  forumId: string,
  { id, postId, to, line }: BodyOf<typeof endpoint>,
  now: number,
): Promise<number> {
  const { setup, person } = course;
  return changeCourse(deps, course, now, async (change) => {
    const { trx } = change;
    const opened = await openForum(trx, course, forumId, now);
    const known = await trx.selectFrom('sending').select(['sent_by']).where('id', '=', id).executeTakeFirst();
    if (known && known.sent_by !== person.id)
      throw new Problem(409, 'idTaken', 'This id belongs to something else; send it with a new id.');
    if (known) return to.length;
    const target = postId === null ? null : readablePost(opened, postId);
    if (target?.place.removed)
      throw wrongField('postId', 'This post is removed; restore it before you send it.');
    const people = [...new Set(to)];
    const readers: string[] = [];
    for (const each of people) {
      const member = setup.members.get(each);
      const name = setup.names.get(each)?.name;
      if (!member || !name || member.removed || each === person.id)
        throw wrongField('to', 'Someone chosen here is not in the course; leave them out.');
      const { data } =
        member.role === 'student' ? await courseDataFor(trx, setup, each, forumId) : { data: opened.data };
      const access = accessTo(data, opened.forum, personOf(setup, member), now);
      const spaceId = target === null ? null : target.post.spaceId;
      const isJournal = opened.forum.readers === 'staff';
      const takesPart =
        target === null
          ? access.kind === 'staff' || access.phase !== 'absent'
          : readsSpace(access, spaceId, isJournal) || (access.kind === 'student' && spaceId === each);
      if (
        target !== null &&
        target.post.asideWith !== null &&
        access.kind === 'student' &&
        target.post.asideWith !== each
      )
        throw wrongField('to', `This is an aside; ${name} never reads it. Leave them out.`);
      if (!takesPart) throw wrongField('to', `${name} does not read this; leave them out.`);
      const reads = target === null || mayRead(access, target.place).yes;
      if (reads) readers.push(each);
      if (person.kind === 'staff' && !reads)
        throw wrongField(
          'to',
          `${name} may not read this post yet${access.kind === 'student' && access.sealed !== 'none' ? ': it is sealed for them' : ''}. Leave them out, or send it later.`,
        );
    }
    await trx
      .insertInto('sending')
      .values({
        id,
        course_id: setup.id,
        forum_id: forumId,
        post_id: postId,
        sent_by: person.id,
        line,
        at: now,
      })
      .execute();
    await trx
      .insertInto('sending_to')
      .values(people.map((each) => ({ person_id: each, sending_id: id })))
      .execute();
    // Whoever may not read it yet hears nothing, not even that something came.
    change.concerns(readers);
    return people.length;
  });
}

/** Begins or ends being told of new posts of a forum. */
export async function setFollow(
  db: Db,
  course: InCourse,
  forumId: string,
  follow: boolean,
  now: number,
): Promise<void> {
  await openForum(db, course, forumId, now);
  const mark = { person_id: course.person.id, forum_id: forumId };
  if (follow)
    await db
      .insertInto('follow')
      .values({ ...mark, since: now })
      .onConflict((conflict) => conflict.doNothing())
      .execute();
  else
    await db
      .deleteFrom('follow')
      .where('person_id', '=', mark.person_id)
      .where('forum_id', '=', forumId)
      .execute();
}
