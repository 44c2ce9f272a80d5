import type { PostBody } from '../../contract/posts';
import { mayDo } from '../../core/access/mayDo';
import { approvalAt, openChange } from '../../core/course/approval';
import type { Post } from '../../core/course/post';
import type { InCourse } from '../course/setup/inCourse';
import { listed, statement } from '../db/statement';
import type { Db } from '../db/open';
import { readsTextOf, type OpenForum } from '../course/access/openForum';
import { loadAttachments, loadNods, nodsFor, type Nod } from './postExtras';
import { hasQuotes, htmlForReader, quotesShown, struckIn } from './quotes';
import { noteReceived, type Sent } from '../readMarks/received';
import { removalsOf } from './removals';
import { versionsRead, versionTable } from '../course/access/versionsRead';

/** What some versions say. */
const textsOf = statement((db, at: { versions: string }) =>
  db
    .selectFrom(versionTable(at.versions).as('version'))
    .crossJoin('post')
    .crossJoin('revision')
    .select(['post.id', 'post.version', 'revision.html', 'revision.number', 'revision.draft_kept_at'])
    .whereRef('post.id', '=', 'version.id')
    .whereRef('revision.post_id', '=', 'version.id')
    .whereRef('revision.number', '=', 'version.number'),
);

const openReports = statement((db, at: { me: string; ids: string }) =>
  db
    .selectFrom('report')
    .select('post_id')
    .where('reported_by', '=', at.me)
    .where('post_id', 'in', listed(at.ids))
    .where('settled_at', 'is', null),
);

/** Those of some posts that a student reported to staff and that wait; through someone else's eyes none. */
async function reportedBy(db: Db, course: InCourse, ids: readonly string[]): Promise<ReadonlySet<string>> {
  if (course.person.kind === 'staff' || course.vantage) return new Set();
  const rows = await openReports(db, { me: course.person.id, ids: JSON.stringify(ids) });
  return new Set(rows.map(({ post_id }) => post_id));
}

/** Whether a post, or a change to it, was given back. */
const isReturned = (post: Post, now: number) =>
  approvalAt(post, now) === 'returned' || openChange(post, now)?.state === 'returned';

/** The reason of each post's last return. */
async function returnReasons(db: Db, ids: readonly string[]): Promise<Map<string, string>> {
  const rows = await db
    .selectFrom('approval')
    .select(['post_id', 'reason'])
    .where('post_id', 'in', ids)
    .where('state', '=', 'returned')
    .orderBy('at')
    .execute();
  return new Map(
    rows.flatMap(({ post_id, reason }) => (reason === null ? [] : [[post_id, reason] as const])),
  );
}

/** What some posts say to one person, and what they may do with them; posts they may not read are left out. */
export async function postBodies(
  db: Db,
  course: InCourse,
  opened: OpenForum,
  asked: readonly string[],
  now: number,
): Promise<PostBody[]> {
  const { bodies, sent } = await bodiesToSend(db, course, opened, asked, now);
  noteReceived(db, course, sent, now);
  return bodies;
}

/** The same before it is sent: with what of it is to be noted as received by whoever it is sent to. */
export async function bodiesToSend(
  db: Db,
  course: InCourse,
  opened: OpenForum,
  asked: readonly string[],
  now: number,
): Promise<{ readonly bodies: PostBody[]; readonly sent: readonly Sent[] }> {
  const ids = [...new Set(asked)].filter((id) => readsTextOf(opened, id));
  if (ids.length === 0) return { bodies: [], sent: [] };
  const { forum, access } = opened;
  const { person } = course;
  const versions = versionsRead(opened, ids, now);
  const texts = await textsOf(db, { versions: JSON.stringify(versions) });
  const returned = ids.filter((id) => isReturned(opened.posts.get(id)!, now));
  const reasons = returned.length === 0 ? new Map<string, string>() : await returnReasons(db, returned);
  const files = await loadAttachments(db, versions);
  const nods =
    forum.allowed.approve === 'off'
      ? new Map<string, Nod[]>()
      : await loadNods(db, ids, forum.allowed.approve === 'nods' ? 'nod' : 'rating', now);
  const isStruck = await struckIn(
    db,
    texts.flatMap(({ id, html }) => (hasQuotes(html) ? [id] : [])),
  );
  const reported = await reportedBy(db, course, ids);
  const removals = await removalsOf(db, course, opened, ids);
  const byId = new Map(
    texts.map((text): [string, PostBody] => {
      const { id } = text;
      const post = opened.posts.get(id)!;
      const place = opened.placed.get(id)!;
      const mine = post.authorId === person.id;
      const knows = mine || person.kind === 'staff';
      // Only of one's own, or as staff, is it asked; finding it looks at every post.
      const answered = knows && opened.answered.has(id);
      const body: PostBody = {
        id,
        html: htmlForReader(text.html, id, course, opened, isStruck, now),
        attachments: files.get(id) ?? [],
        nods: nodsFor(opened, course, place, nods.get(id) ?? [], now),
        returnedWhy: knows && isReturned(post, now) ? (reasons.get(id) ?? null) : null,
        removal: knows ? (removals.get(id) ?? null) : null,
        number: text.number,
        revisions: knows ? text.number : 0,
        draftKeptAt: knows ? text.draft_kept_at : null,
        // What others do not read yet shows in no count of versions either.
        version: knows ? text.version : text.number,
        reported: reported.has(id),
        may: {
          answer: mayDo(forum, access, { do: 'answer', place }, now),
          quote: mayDo(forum, access, { do: 'quote', place }, now),
          aside: mayDo(forum, access, { do: 'aside', place }, now),
          report: mayDo(forum, access, { do: 'report', place }, now),
          moderate: mayDo(forum, access, { do: 'moderate', place }, now),
          edit: knows
            ? mayDo(forum, access, { do: 'edit', place, post, answered }, now)
            : { yes: false, reason: { code: 'notYours' } },
          remove: knows
            ? mayDo(forum, access, { do: 'remove', place, post, answered }, now)
            : { yes: false, reason: { code: 'notYours' } },
        },
      };
      return [id, body];
    }),
  );
  const quoted = texts.flatMap(({ id, html }) => quotesShown(html, id, opened, isStruck, now));
  const whole = texts.map(({ id, number }) => ({ id, version: number }));
  const sent = [...whole, ...quoted].map(({ id, version }): Sent => ({
    id,
    version,
    forumId: forum.id,
    authorId: opened.posts.get(id)!.authorId,
  }));
  return { bodies: ids.map((id) => byId.get(id)!), sent };
}
