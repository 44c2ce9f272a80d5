import { fromJson } from '../db/json';
import type { NoticeFacts, PostDecision, Sending } from '../../core/notices/noticeFacts';
import { TOLD_FOR } from '../../core/notices/noticesFor';
import { isWaiting } from '../../core/moderate/inTheWay';
import { createdAt, isRemovedAt, type Post } from '../../core/course/post';
import { worksWith, type InCourse } from '../course/setup/inCourse';
import type { Db } from '../db/open';
import { forumPosts, hasPostsOf, postsOfForum, type ForumPosts } from '../course/posts/forumPosts';
import { loadAssignments } from '../course/reviews/loadAssignments';
import { courseData } from '../course/facts/courseData';
import { loadWithAbove } from '../course/posts/loadPosts';
import { announcedTo } from '../announcements/announcements';
import { readBy } from '../readMarks/readMarks';

/** Ids of posts that answer or mention a person, newer than an instant, with when they were mentioned. */
async function towards(db: Db, course: InCourse, since: number) {
  const me = course.person.id;
  const answers = await db
    .selectFrom('post')
    .innerJoin('forum', 'forum.id', 'post.forum_id')
    .select(['post.id', 'post.forum_id'])
    .where('forum.course_id', '=', course.setup.id)
    .where('post.answers_author_id', '=', me)
    .where('post.author_id', '!=', me)
    .where((eb) =>
      eb.or([
        eb('post.created_at', '>', since),
        // What waited for approval is told from when it was out.
        eb.exists(
          eb
            .selectFrom('approval')
            .select('approval.at')
            .whereRef('approval.post_id', '=', 'post.id')
            .where('approval.at', '>', since),
        ),
      ]),
    )
    .execute();
  const mentions = await db
    .selectFrom('mention')
    .innerJoin('post', 'post.id', 'mention.post_id')
    .innerJoin('forum', 'forum.id', 'post.forum_id')
    .select(['post.id', 'post.forum_id', 'mention.at'])
    .where('mention.person_id', '=', me)
    .where('forum.course_id', '=', course.setup.id)
    .where('mention.at', '>', since)
    .execute();
  const found = new Map<string, { id: string; forumId: string; mentionedAt: number | null }>();
  for (const { id, forum_id, at } of mentions) found.set(id, { id, forumId: forum_id, mentionedAt: at });
  for (const { id, forum_id } of answers)
    if (!found.has(id)) found.set(id, { id, forumId: forum_id, mentionedAt: null });
  return [...found.values()];
}

const OF_CHANGE = { approved: 'changeApproved', returned: 'changeReturned' } as const;

/** What staff decided about a person's own posts: the last approval or return of each, removals that stand, changes. */
async function decisions(db: Db, course: InCourse, since: number): Promise<PostDecision[]> {
  const me = course.person.id;
  const approvals = await db
    .selectFrom('approval')
    .innerJoin('post', 'post.id', 'approval.post_id')
    .innerJoin('forum', 'forum.id', 'post.forum_id')
    .select([
      'approval.post_id',
      'post.forum_id',
      'approval.at',
      'approval.state',
      'approval.by',
      'approval.reason',
      'approval.standing',
    ])
    .where('forum.course_id', '=', course.setup.id)
    .where('post.author_id', '=', me)
    .where('approval.at', '>', since)
    .orderBy('approval.at')
    .execute();
  const last = new Map(approvals.map((row) => [row.post_id, row]));
  const removals = await db
    .selectFrom('removal')
    .innerJoin('post', 'post.id', 'removal.post_id')
    .innerJoin('forum', 'forum.id', 'post.forum_id')
    .select(['removal.post_id', 'post.forum_id', 'removal.from', 'removal.by', 'removal.why'])
    .where('forum.course_id', '=', course.setup.id)
    .where('post.author_id', '=', me)
    .where('removal.by', '!=', me)
    .where('removal.to', 'is', null)
    .where('removal.from', '>', since)
    .execute();
  const changes = await db
    .selectFrom('revision')
    .innerJoin('post', 'post.id', 'revision.post_id')
    .innerJoin('forum', 'forum.id', 'post.forum_id')
    .select(['revision.post_id', 'post.forum_id', 'revision.at', 'revision.author_id'])
    .where('forum.course_id', '=', course.setup.id)
    .where('post.author_id', '=', me)
    .where('revision.author_id', '!=', me)
    .where('revision.at', '>', since)
    .execute();
  return [
    ...[...last.values()].flatMap((row): PostDecision[] =>
      row.state === 'held'
        ? []
        : [
            {
              kind: row.standing === null ? row.state : OF_CHANGE[row.state],
              forumId: row.forum_id,
              postId: row.post_id,
              at: row.at,
              by: row.by,
              reason: row.state === 'returned' ? row.reason : null,
            },
          ],
    ),
    ...removals.map((row): PostDecision => ({
      kind: 'removed',
      forumId: row.forum_id,
      postId: row.post_id,
      at: row.from,
      by: row.by,
      reason: row.why,
    })),
    ...changes.map((row): PostDecision => ({
      kind: 'edited',
      forumId: row.forum_id,
      postId: row.post_id,
      at: row.at,
      by: row.author_id,
      reason: null,
    })),
  ];
}

async function released(db: Db, course: InCourse, since: number) {
  const rows = await db
    .selectFrom('score')
    .innerJoin('item', 'item.id', 'score.item_id')
    .select(['item.id', 'item.forum_id', 'score.released_at'])
    .where('item.course_id', '=', course.setup.id)
    .where('item.removed_at', 'is', null)
    .where('score.student_id', '=', course.person.id)
    .where('score.released_at', '>', since)
    .execute();
  return rows.map(({ id, forum_id, released_at }) => ({
    forumId: forum_id ?? id,
    byHand: forum_id === null,
    at: released_at!,
  }));
}

/** What students asked to be looked at again: one's own that are answered, or, to staff, those that wait. */
async function secondLooks(db: Db, course: InCourse, since: number) {
  const rows = await db
    .selectFrom('second_look')
    .innerJoin('item', 'item.id', 'second_look.item_id')
    .selectAll('second_look')
    .select('item.forum_id')
    .where('item.course_id', '=', course.setup.id)
    .where((eb) => eb.or([eb('answered_at', '>', since), eb('state', '=', 'asked')]))
    .$if(course.person.kind === 'student', (query) => query.where('student_id', '=', course.person.id))
    .execute();
  const isStaff = course.person.kind === 'staff';
  const looked = isStaff
    ? []
    : rows.flatMap(({ id, forum_id, answered_at, answered_by, answer }) =>
        forum_id === null || answered_at === null
          ? []
          : [{ id, forumId: forum_id, at: answered_at, by: answered_by, answer: answer ?? '' }],
      );
  const looks = !isStaff
    ? []
    : rows.flatMap(({ forum_id, student_id, asked_at, state }) =>
        forum_id === null || state !== 'asked' || !worksWith(course, student_id)
          ? []
          : [{ forumId: forum_id, studentId: student_id, at: asked_at }],
      );
  return { looked, looks };
}

/** Requests for more time: one's own that were answered in words, or, to staff, those that wait. */
async function moreTime(db: Db, course: InCourse, since: number) {
  const isStaff = course.person.kind === 'staff';
  const rows = await db
    .selectFrom('more_time')
    .innerJoin('forum', 'forum.id', 'more_time.forum_id')
    .selectAll('more_time')
    .where('forum.course_id', '=', course.setup.id)
    .$if(isStaff, (query) => query.where('state', '=', 'asked'))
    .$if(!isStaff, (query) =>
      query.where('student_id', '=', course.person.id).where('answered_at', '>', since),
    )
    .execute();
  // More time that is granted without a word is told by the dates that it changes.
  const timeAnswered = isStaff
    ? []
    : rows.flatMap(({ id, forum_id, answered_at, answered_by, answer }) =>
        answer === null ? [] : [{ id, forumId: forum_id, at: answered_at!, by: answered_by, answer }],
      );
  const timeAsked = !isStaff
    ? []
    : rows.flatMap(({ forum_id, student_id, asked_at }) =>
        worksWith(course, student_id) ? [{ forumId: forum_id, studentId: student_id, at: asked_at }] : [],
      );
  return { timeAnswered, timeAsked };
}

/** What staff asked a student in messages of a case, or students answered, to staff named in it. A look through someone's eyes sees none of it. */
async function asked(db: Db, course: InCourse, since: number): Promise<NoticeFacts['asked']> {
  if (course.vantage) return [];
  const isStaff = course.person.kind === 'staff';
  const rows = await db
    .selectFrom('case_entry')
    .innerJoin('case_file', 'case_file.id', 'case_entry.case_id')
    .select(['case_entry.id', 'case_entry.case_id', 'case_entry.at', 'case_entry.by'])
    .where('course_id', '=', course.setup.id)
    .where('kind', '=', isStaff ? 'answer' : 'message')
    .where('case_entry.at', '>', since)
    .$if(!isStaff, (query) => query.where('to_id', '=', course.person.id))
    .$if(isStaff, (query) =>
      query.where('case_entry.case_id', 'in', (eb) =>
        eb
          .selectFrom('case_person')
          .select('case_person.case_id')
          .where('person_id', '=', course.person.id)
          .where('part', '=', 'staff'),
      ),
    )
    .execute();
  return rows.map(({ id, case_id, at, by }) => ({ id, in: case_id, at, by }));
}

async function sent(db: Db, course: InCourse, since: number): Promise<Sending[]> {
  const rows = await db
    .selectFrom('sending_to')
    .innerJoin('sending', 'sending.id', 'sending_to.sending_id')
    .selectAll('sending')
    .where('sending_to.person_id', '=', course.person.id)
    .where('sending.course_id', '=', course.setup.id)
    .where('sending.at', '>', since)
    .execute();
  return rows.map((row) => ({
    id: row.id,
    at: row.at,
    from: row.sent_by,
    forumId: row.forum_id,
    postId: row.post_id,
    line: row.line,
  }));
}

async function changedDates(db: Db, course: InCourse) {
  const rows = await db
    .selectFrom('known_dates')
    .innerJoin('forum', 'forum.id', 'known_dates.forum_id')
    .selectAll('known_dates')
    .where('known_dates.person_id', '=', course.person.id)
    .where('forum.course_id', '=', course.setup.id)
    .where('known_dates.changed_at', 'is not', null)
    .execute();
  return rows.map((row) => ({
    forumId: row.forum_id,
    at: row.changed_at!,
    before: fromJson(row.before!),
    after: fromJson(row.dates),
  }));
}

/** Forums of the course in which some post waits for approval. */
export async function forumsWithHeld(db: Db, course: InCourse): Promise<string[]> {
  const rows = await db
    .selectFrom('approval')
    .innerJoin('post', 'post.id', 'approval.post_id')
    .innerJoin('forum', 'forum.id', 'post.forum_id')
    .select('post.forum_id')
    .distinct()
    .where('forum.course_id', '=', course.setup.id)
    .where('approval.state', '=', 'held')
    .where('approval.rowid' as 'approval.at', 'in', (eb) =>
      eb
        .selectFrom('approval as last')
        .select((e) => e.fn.max<number>('last.rowid' as 'last.at').as('n'))
        .groupBy('last.post_id'),
    )
    .execute();
  return rows.map(({ forum_id }) => forum_id);
}

/** The posts of a course that students reported and that wait, each with its last report. */
export async function openReports(db: Db, courseId: string) {
  return db
    .selectFrom('report')
    .innerJoin('post', 'post.id', 'report.post_id')
    .innerJoin('forum', 'forum.id', 'post.forum_id')
    .select(['report.post_id', 'post.forum_id', (eb) => eb.fn.max('report.at').as('at')])
    .where('forum.course_id', '=', courseId)
    .where('report.settled_at', 'is', null)
    .groupBy(['report.post_id', 'post.forum_id'])
    .orderBy('at')
    .execute();
}

/** Everything that might be told to a person, with nothing decided: {@link noticesFor} decides. */
export async function noticeFacts(db: Db, course: InCourse, now: number): Promise<NoticeFacts> {
  const { setup, person } = course;
  const since = now - TOLD_FOR;
  const isThere = ({ forumId }: { forumId: string }) => setup.forums.has(forumId);
  const forums = new Map<string, ForumPosts>();
  const postsIn = async (forumId: string): Promise<ForumPosts> => {
    let posts = forums.get(forumId);
    if (!posts) forums.set(forumId, (posts = await postsOfForum(db, setup.id, forumId)));
    return posts;
  };
  const toMe = (await towards(db, course, since)).filter(isThere);
  const sendings = await sent(db, course, since);
  // A few posts of a forum that is not in memory are read with what stands above them, and not the forum.
  const apart: string[] = [];
  for (const { id, forumId } of [
    ...toMe,
    ...sendings.filter(isThere).flatMap(({ postId: id, forumId }) => (id === null ? [] : [{ id, forumId }])),
  ])
    if (hasPostsOf(db, forumId)) await postsIn(forumId);
    else apart.push(id);
  const few = forumPosts(await loadWithAbove(db, setup.id, apart));
  const postOf = (id: string, forumId: string) => forums.get(forumId)?.byId.get(id) ?? few.byId.get(id);
  const named: { post: Post; mentionedAt: number | null }[] = [];
  for (const { id, forumId, mentionedAt } of toMe) {
    const post = postOf(id, forumId);
    if (post) named.push({ post, mentionedAt });
  }
  const follows = await db
    .selectFrom('follow')
    .innerJoin('forum', 'forum.id', 'follow.forum_id')
    .select(['follow.forum_id', 'follow.since'])
    .where('follow.person_id', '=', person.id)
    .where('forum.course_id', '=', setup.id)
    .execute();
  const followed: { forumId: string; posts: Post[] }[] = [];
  if (follows.length > 0) {
    const isRead = await readBy(db, course);
    for (const { forum_id, since: from } of follows) {
      if (!setup.forums.has(forum_id)) continue;
      const { posts } = await postsIn(forum_id);
      const newer = Math.max(from, since);
      followed.push({
        forumId: forum_id,
        posts: posts.filter(
          (post) =>
            !isRead(post.id) &&
            (createdAt(post) > newer ||
              post.approvals.some(({ at, standing }) => standing === undefined && at > newer && at <= now)),
        ),
      });
    }
  }
  const held: { post: Post; since: number }[] = [];
  if (person.kind === 'staff')
    for (const forumId of await forumsWithHeld(db, course)) {
      if (!setup.forums.has(forumId)) continue;
      for (const post of (await postsIn(forumId)).posts)
        if (post.approvals.length > 0 && isWaiting(post, now) && !isRemovedAt(post, now))
          held.push({
            post,
            since: post.approvals.findLast(({ at, state }) => state === 'held' && at <= now)!.at,
          });
    }
  const reported: { post: Post; at: number }[] = [];
  if (person.kind === 'staff')
    for (const { post_id, forum_id, at } of await openReports(db, setup.id)) {
      const post = setup.forums.has(forum_id) && (await postsIn(forum_id)).byId.get(post_id);
      if (post) reported.push({ post, at });
    }
  return {
    course: await courseData(db, setup, { authorId: person.id }),
    person,
    towards: named,
    placeOf: ({ id, forumId }) => forums.get(forumId)?.placedAt(now).get(id) ?? few.placedAt(now).get(id),
    decisions: await decisions(db, course, since),
    released: person.kind === 'student' ? await released(db, course, since) : [],
    ...(await secondLooks(db, course, since)),
    ...(await moreTime(db, course, since)),
    asked: await asked(db, course, since),
    reviews: person.kind === 'student' ? await loadAssignments(db, setup, { personId: person.id }) : [],
    sent: sendings,
    announced: person.kind === 'student' ? await announcedTo(db, course, since) : [],
    followed,
    dates: person.kind === 'student' ? await changedDates(db, course) : [],
    held,
    reported,
  };
}
