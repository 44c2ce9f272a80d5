import { newForum } from '../contract/newForum';
import { forumOf } from '../contract/forumSettings';
import { courseDataOf, type CourseData } from '../core/course/courseData';
import type { Forum } from '../core/course/forum';
import type { Post } from '../core/course/post';
import type { Student } from '../core/course/roster';
import { CLASS_SPACE } from '../core/terms/space';
import { DAY, HOUR } from '../core/time/instant';
import { when } from './course';
import { steadyRandom } from './prose';

/**
 * A large made-up course in memory: every student writes an initial post and three replies in every forum, some late,
 * some short; words are given.
 */
export function largeCourse(students: number, forums: number): { data: CourseData; posts: number } {
  const random = steadyRandom(students * 31 + forums);
  const settings = newForum();
  const start = when('02-02 08:00');
  const people = Array.from({ length: students }, (_, index): Student => ({
    id: `s${index}`,
    sectionId: index % 2 === 0 ? 'morning' : 'evening',
    groupIds: [`g${index % 200}`],
    enrolledFrom: start - 7 * DAY,
    removed: false,
    accommodationMinutes: index % 50 === 0 ? 2880 : 0,
  }));
  const plan = Array.from({ length: forums }, (_, index): Forum => {
    const from = start + index * DAY;
    const schedule = {
      ...settings.rules.schedule,
      postingFrom: from,
      initialDue: from + 3 * DAY,
      repliesDue: from + 6 * DAY,
      postingUntil: from + 8 * DAY,
    };
    const required = { ...settings.rules.required, replies: 3, different: 2 };
    const ownTerms =
      index % 4 === 0
        ? [
            {
              id: `own${index}`,
              targets: { kind: 'sections' as const, ids: ['evening'] },
              dates: { initialDue: { plusMinutes: 1440 } },
              numbers: {},
            },
          ]
        : [];
    return forumOf(
      { rules: { ...settings.rules, schedule, required, ownTerms } },
      { id: `f${index}`, status: 'published', frozen: false },
    );
  });
  const posts: Post[] = [];
  for (const forum of plan) {
    const from = forum.schedule.postingFrom!;
    people.forEach((person, index) => {
      const first = from + Math.floor(random() * 3.3 * DAY);
      for (let n = 0; n < 4; n++) {
        const other = people[(index + n * 17 + 1) % people.length]!.id;
        const id = `${forum.id}-${index}-${n}`;
        posts.push({
          id,
          forumId: forum.id,
          authorId: person.id,
          authorKind: 'student',
          parentId: n === 0 ? null : `${forum.id}-${(index + n * 17 + 1) % people.length}-0`,
          threadId: n === 0 ? id : `${forum.id}-${(index + n * 17 + 1) % people.length}-0`,
          threadAuthorId: n === 0 ? person.id : other,
          answers: n === 0 ? null : { authorId: other, authorKind: 'student' },
          spaceId: CLASS_SPACE,
          questionId: null,
          starter: false,
          asideWith: null,
          revisions: [
            {
              at: first + n * HOUR * 20,
              words: n === 0 ? 60 + Math.floor(random() * 120) : 12 + Math.floor(random() * 60),
              byStaff: false,
              attachments: 0,
            },
          ],
          removals: [],
          approvals: [],
        });
      }
    });
  }
  return {
    data: courseDataOf({ zone: 'Europe/Lisbon', students: people, forums: plan, posts }),
    posts: posts.length,
  };
}
