import { createdAt } from '../../core/course/post';
import type { StudentAccess } from '../../core/access/accessTo';
import { sealedCount } from '../../core/access/readable';
import type { CourseData } from '../../core/course/courseData';
import type { ForumChange } from '../../contract/live';
import { openedWith } from '../course/access/openForum';
import type { ForumPosts } from '../course/posts/forumPosts';
import type { CourseSetup } from '../course/setup/courseCache';
import type { InCourse } from '../course/setup/inCourse';
import type { Db } from '../db/open';
import type { Sent } from '../readMarks/received';
import { questionsFor } from './forumView';
import { bodiesToSend } from './postBodies';
import { authorsOf, postLines } from './postLines';

/** No student's id: whoever has it wrote nothing, read nothing, and is spoken to by nobody. */
const NOBODY = '';

/** The same for all whose access is the same but for who they are: to them a change can be sent as one. */
export const keyOfAccess = (access: StudentAccess): string => JSON.stringify({ ...access, personId: NOBODY });

/** What a change of posts comes to for everyone with an access, and what of it they receive. */
export interface SharedChange {
  readonly change: ForumChange;
  readonly sent: readonly Sent[];
}

/**
 * Works out what changed posts are to students with some access, as someone with that access gets them who wrote nothing, marked nothing
 * and is spoken to by nobody: so nothing of it can be anybody's own.
 *
 * @param changed the posts that changed, as far as they may know of them
 * @param since the moment before the changes, UTC ms
 */
export async function sharedChange(
  db: Db,
  setup: CourseSetup,
  from: { readonly data: CourseData; readonly here: ForumPosts; readonly forumId: string },
  access: StudentAccess,
  changed: readonly string[],
  since: number,
  now: number,
): Promise<SharedChange> {
  const forum = setup.forums.get(from.forumId)!;
  const course = asNobody(setup);
  const opened = openedWith(course, { ...from, forum }, { ...access, personId: NOBODY }, now);
  const posts = (await postLines(db, course, opened, now, new Set(changed))).map(
    ({ unread: _, bookmarked: __, ...line }) => line,
  );
  const { bodies, sent } = await bodiesToSend(db, course, opened, changed, now);
  const isSealed = access.sealed !== 'none';
  return {
    change: {
      posts,
      fresh: posts.flatMap(({ id }) => (createdAt(from.here.byId.get(id)!) > since ? [id] : [])),
      bodies,
      people: authorsOf(posts, setup.names),
      sealedPosts: isSealed ? sealedCount(opened.access, [...opened.placed.values()]) : null,
      questions: questionsFor(opened, setup.cards.get(forum.id)!).map(({ id, sealedPosts }) => ({
        id,
        sealedPosts,
      })),
    },
    sent,
  };
}

/** A student of no section and no group, whom nobody knows. */
function asNobody(setup: CourseSetup): InCourse {
  const student = {
    id: NOBODY,
    sectionId: null,
    groupIds: [],
    enrolledFrom: 0,
    removed: false,
    accommodationMinutes: 0,
  };
  return {
    setup,
    member: { personId: NOBODY, role: 'student', sections: [], removed: false },
    person: { kind: 'student', ...student },
  };
}
