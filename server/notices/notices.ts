import type { NoticeGroup } from '../../contract/notices';
import type { Notice } from '../../core/notices/notice';
import { noticesFor } from '../../core/notices/noticesFor';
import type { CourseSetup } from '../course/setup/courseCache';
import type { InCourse } from '../course/setup/inCourse';
import type { Db } from '../db/open';
import { readBy } from '../readMarks/readMarks';
import { noticeFacts } from './loadFacts';

/** A notice with what its person has done about it. */
export interface MarkedNotice extends Notice {
  readonly read: boolean;
  readonly mailed: boolean;
}

/** What a person is told of in a course at *now*. Through someone else's eyes nothing: notices are their person's alone. */
export async function noticesOf(db: Db, course: InCourse, now: number): Promise<MarkedNotice[]> {
  if (course.vantage) return [];
  const notices = noticesFor(await noticeFacts(db, course, now), now);
  if (notices.length === 0) return [];
  const rows = await db
    .selectFrom('notice_mark')
    .selectAll()
    .where('person_id', '=', course.person.id)
    .where(
      'key',
      'in',
      notices.map(({ key }) => key),
    )
    .execute();
  const marks = new Map(rows.map((row) => [row.key, row]));
  const isRead = await readBy(db, course);
  return notices.map((notice) => {
    const mark = marks.get(notice.key);
    const leads =
      notice.kind === 'answer' ||
      notice.kind === 'mention' ||
      notice.kind === 'aside' ||
      notice.kind === 'sent';
    return {
      ...notice,
      read: (mark?.read_at ?? null) !== null || (leads && notice.postId !== null && isRead(notice.postId)),
      mailed: (mark?.mailed_at ?? null) !== null,
    };
  });
}

/** The title of the forum a notice is about, or of the item where no forum feeds it. */
export function titleOf(setup: CourseSetup, id: string): string {
  return setup.cards.get(id)?.title ?? setup.gradebook.items.find((item) => item.id === id)?.title ?? '';
}

/** Unread answers to the same post stand together; everything else by itself. */
function groupOf(notice: MarkedNotice): string {
  return notice.kind === 'answer' && !notice.read ? `answer:${notice.aboutId}` : notice.key;
}

/** How many things are listed; who has more reads them in the forums. */
const AT_MOST = 200;

/** A person's notices as they are shown: grouped, the newest first. */
export async function noticeGroups(
  db: Db,
  course: InCourse,
  now: number,
): Promise<{ unread: number; groups: NoticeGroup[] }> {
  const { setup } = course;
  const groups = new Map<string, MarkedNotice[]>();
  for (const notice of await noticesOf(db, course, now)) {
    const name = groupOf(notice);
    groups.set(name, [...(groups.get(name) ?? []), notice]);
  }
  const all = [...groups.values()].map((notices): NoticeGroup => {
    const [newest] = notices as [MarkedNotice, ...MarkedNotice[]];
    const actors = [...new Set(notices.flatMap(({ actorId }) => (actorId === null ? [] : [actorId])))];
    return {
      keys: notices.map(({ key }) => key),
      kind: newest.kind,
      at: newest.at,
      forumId: newest.forumId,
      forum: newest.title ?? titleOf(setup, newest.forumId),
      postId: notices.at(-1)!.postId,
      actors: actors.flatMap((id) => setup.names.get(id) ?? []),
      count: notices.reduce((sum, { count }) => sum + count, 0),
      line: newest.line,
      due: newest.due,
      dates: newest.dates,
      read: newest.read,
    };
  });
  return { unread: all.filter(({ read }) => !read).length, groups: all.slice(0, AT_MOST) };
}

/** Marks notices as read; what is not among them is passed over. */
export async function markNotices(
  db: Db,
  course: InCourse,
  keys: 'all' | readonly string[],
  now: number,
): Promise<void> {
  const known = await noticesOf(db, course, now);
  const chosen = keys === 'all' ? known : known.filter(({ key }) => keys.includes(key));
  if (chosen.length === 0) return;
  const me = course.person.id;
  await db.transaction().execute(async (trx) => {
    await trx
      .insertInto('notice_mark')
      .values(chosen.map(({ key }) => ({ person_id: me, key, read_at: now, mailed_at: null })))
      .onConflict((conflict) => conflict.columns(['person_id', 'key']).doUpdateSet({ read_at: now }))
      .execute();
    for (const { kind, forumId } of chosen) {
      if (kind === 'followed')
        await trx
          .updateTable('follow')
          .set({ since: now })
          .where('person_id', '=', me)
          .where('forum_id', '=', forumId)
          .execute();
      // What is known now is what the next change is told against.
      if (kind === 'dates')
        await trx
          .updateTable('known_dates')
          .set({ before: null, changed_at: null })
          .where('person_id', '=', me)
          .where('forum_id', '=', forumId)
          .execute();
    }
  });
}
