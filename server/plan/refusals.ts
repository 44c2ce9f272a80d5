import type { Trx } from '../db/open';
import { openingsFit, type OpeningsMisfit } from '../../core/plan/openingsFit';
import type { Finding } from '../../core/checks/check';
import { findingWords } from '../../words/findings';
import { runChecks } from '../../core/checks/runChecks';
import { courseDataOf } from '../../core/course/courseData';
import { sealChanges } from '../../core/access/sealChanges';
import { forumOf, type ForumSettings } from '../../contract/forumSettings';
import { isBlank } from '../../contract/richText';
import type { ForumForEdit } from '../../contract/plan';
import type { CourseSetup } from '../course/setup/courseCache';
import { datesFor, type InCourse } from '../course/setup/inCourse';
import { courseData } from '../course/facts/courseData';
import { loadPosts } from '../course/posts/loadPosts';
import { Problem, wrongField } from '../refusals/problem';

/** What can never be right, and is refused in drafts too. (rules §3, §6) */
const NEVER = ['prerequisiteCycle', 'completionOfNothing', 'sumOfNothing', 'initialPartWithoutInitial'];

/** A forum with errors cannot be published; a few cannot even be saved. (rules §3, §6, §8) */
export function refuseErrors(
  course: InCourse,
  forumId: string,
  settings: ForumSettings,
  publish: boolean,
  now: number,
): void {
  const forum = forumOf(settings, { id: forumId, status: 'published', frozen: false });
  const { setup } = course;
  const empty = courseDataOf({ zone: setup.zone, students: [], forums: [], posts: [] });
  const errors = runChecks({
    course: { ...empty, students: setup.students, groups: setup.groups, forums: setup.forums },
    forum,
    category: settings.categoryId,
    categories: setup.gradebook.categories,
    hasPrompt: !isBlank(settings.prompt),
    titles: new Map([...setup.cards.values()].map((card) => [card.id, card.title])),
  }).filter((finding) => finding.severity === 'error');
  const said = (found: Finding) => {
    const { title, text } = findingWords(found, {
      date: datesFor(course, now),
      nameOf: (id) => setup.names.get(id)?.name ?? 'a student',
      groupOf: (id) =>
        (setup.groups.get(id) ?? setup.sections.find((section) => section.id === id))?.title ?? null,
      asked: setup.students.size,
    });
    return `${title} ${text}`;
  };
  const never = errors.find(({ code }) => NEVER.includes(code));
  if (never) throw wrongField(`rules.${never.field}`, said(never));
  if (!publish || errors.length === 0) return;
  throw new Problem(
    422,
    'checks',
    'The plan has errors, and a forum with an error cannot be published. Correct them, or keep it as a draft.',
    errors.map((found) => ({ field: found.field, message: said(found) })),
  );
}

const MISFIT: Record<OpeningsMisfit, string> = {
  postsHaveQuestions:
    'Students have answered the questions, so what starts a conversation here can no longer change.',
  postsHaveNoQuestion:
    'Students have posted, and their posts belong to no question. Make a new forum for questions.',
  severalThreads: 'Some students have opened several threads, so "one thread each" no longer fits.',
};

/** Readers and group plan cannot change once a student has posted; openings only where the posts fit. (rules §2) */
export async function refuseWhatPostsForbid(
  trx: Trx,
  before: ForumForEdit | null,
  settings: ForumSettings,
  now: number,
): Promise<void> {
  if (before === null || before.posts === 0) return;
  const { rules } = before.settings;
  if (rules.readers !== settings.rules.readers || rules.groupPlanId !== settings.rules.groupPlanId)
    throw wrongField(
      'rules.readers',
      'Students have posted here, so who reads can no longer change. Make a new forum for that.',
    );
  if (rules.readers === 'staff' && rules.review === null && settings.rules.review !== null)
    throw wrongField(
      'rules.review',
      'Students have written here believing that only staff read it. Let students review one another in a new journal.',
    );
  await refuseToShowNames(trx, before.id, rules, settings.rules);
  const gone = rules.questions.filter(({ id }) => !settings.rules.questions.some((next) => next.id === id));
  if (rules.openings === settings.rules.openings && gone.length === 0) return;
  const posts = await loadPosts(trx, { courseId: '', forumId: before.id });
  const misfit = openingsFit(rules.openings, settings.rules.openings, posts, now);
  if (misfit !== null) throw wrongField('rules.openings', MISFIT[misfit]);
  if (gone.some(({ id }) => posts.some((post) => post.questionId === id)))
    throw wrongField('rules.questions', 'This question has answers; retire it instead of removing it.');
}

const HIDING = { shown: 0, reviewerHidden: 1, bothHidden: 2 } as const;

/** Once somebody was given a post to review, names may only be hidden more. (rules §9) */
async function refuseToShowNames(
  trx: Trx,
  forumId: string,
  before: ForumSettings['rules'],
  next: ForumSettings['rules'],
): Promise<void> {
  if (before.review === null || next.review === null) return;
  if (HIDING[next.review.names] >= HIDING[before.review.names]) return;
  const made = await trx
    .selectFrom('assignment')
    .select('id')
    .where('forum_id', '=', forumId)
    .limit(1)
    .executeTakeFirst();
  if (made)
    throw wrongField(
      'rules.review.names',
      'Reviews have been assigned, and whoever writes one was told what stays hidden. Names may only be hidden more now.',
    );
}

/** Given scores do not move by themselves, but none may stand above a lowered maximum. */
export async function refuseBelowGiven(trx: Trx, forumId: string, settings: ForumSettings): Promise<void> {
  const { evaluation } = settings.rules;
  const most = await trx
    .selectFrom('score')
    .innerJoin('item', 'item.id', 'score.item_id')
    .select((eb) => eb.fn.max('score.points').as('points'))
    .where('item.forum_id', '=', forumId)
    .executeTakeFirst();
  const highest = most?.points ?? null;
  if (highest === null) return;
  if (evaluation === null)
    throw wrongField('rules.evaluation', 'Scores have been given here; evaluation cannot be turned off.');
  if (!evaluation.aboveMaximum && highest > evaluation.maximum)
    throw wrongField(
      'rules.evaluation.maximum',
      `A score of ${(highest / 100).toFixed(2)} has been given; the maximum cannot be lower.`,
    );
}

/** Asks first where a change would reseal or unseal anyone, with their names. (rules §4) */
export async function warnOfSeal(
  trx: Trx,
  setup: CourseSetup,
  forumId: string,
  settings: Pick<ForumSettings, 'rules'>,
  now: number,
): Promise<void> {
  const before = setup.forums.get(forumId);
  if (!before) return;
  const data = await courseData(trx, setup, { forumId });
  const { reseals, unseals } = sealChanges(data, before, forumOf(settings, before), now);
  if (reseals.length + unseals.length === 0) return;
  const names = (ids: readonly string[]) => ids.map((id) => setup.names.get(id)?.name ?? '');
  throw new Problem(
    409,
    'sealChanges',
    'This would open or close the seal for some students. Look at their names, then save again to confirm.',
    undefined,
    { reseals: names(reseals), unseals: names(unseals) },
  );
}
