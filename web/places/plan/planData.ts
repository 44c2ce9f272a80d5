import { datesIn } from '../../ui/dateWords';
import type { OwnTerms } from '../../../core/course/forum';
import { runChecks } from '../../../core/checks/runChecks';
import type { Finding } from '../../../core/checks/check';
import { courseDataOf, type CourseData } from '../../../core/course/courseData';
import type { Forum } from '../../../core/course/forum';
import type { ForumSettings } from '../../../contract/forumSettings';
import { isBlank } from '../../../contract/richText';
import type { CourseFrame } from '../../../contract/course';
import type { PlannedForum, PlanView } from '../../../contract/plan';
import { freeDaysBy } from '../../../core/plan/classDays';
import type { FindingWords } from '../../../words/findings';

/** The plan as the core's functions read it. */
export function courseDataFrom(plan: PlanView, zone: string): CourseData {
  return courseDataOf({
    zone,
    students: plan.students.map(({ facts }) => facts),
    groups: plan.groups,
    forums: plan.forums.map(({ forum }) => forum),
    posts: [],
  });
}

/** The forums of a forum's unit, in the order of the plan; itself as it is planned. */
function unitOf(plan: PlanView, forum: Forum): Forum[] {
  const here = plan.forums.find(({ id }) => id === forum.id);
  if (!here || here.unitId === null) return [];
  return plan.forums
    .filter(({ unitId, pinned }) => unitId === here.unitId && pinned === null)
    .map((planned) => (planned.id === forum.id ? forum : planned.forum));
}

/** The plan as it would be with a forum in it as it is typed, and published. */
export function planWith(
  plan: PlanView,
  { forum, settings }: { readonly forum: Forum; readonly settings: ForumSettings },
): PlanView {
  const saved = plan.forums.find(({ id }) => id === forum.id);
  const typed: PlannedForum = {
    version: 0,
    posts: 0,
    asked: 0,
    pinned: null,
    itemId: null,
    ...saved,
    id: forum.id,
    title: settings.title,
    unitId: settings.unitId,
    categoryId: settings.categoryId,
    hasPrompt: !isBlank(settings.prompt),
    forum: { ...forum, status: 'published' },
  };
  return {
    ...plan,
    forums: saved ? plan.forums.map((each) => (each === saved ? typed : each)) : [...plan.forums, typed],
  };
}

/** What the checks find in one forum, saved or not. */
export function findingsFor(
  plan: PlanView,
  course: CourseFrame,
  data: CourseData,
  forum: Forum,
  categoryId: string | null,
  hasPrompt: boolean,
): Finding[] {
  return runChecks({
    course: data,
    forum,
    category: categoryId,
    categories: course.categories,
    titles: new Map(plan.forums.map(({ id, title }) => [id, title])),
    unit: unitOf(plan, forum),
    term: { from: course.termStart, until: course.termEnd },
    mustNots: plan.mustNots,
    freeDays: freeDaysBy(course.freeDays),
    hasPrompt,
  });
}

/** What the checks find in every forum of the plan. */
export function findingsOfPlan(plan: PlanView, course: CourseFrame): [string, Finding[]][] {
  const data = courseDataFrom(plan, course.zone);
  return plan.forums.map((planned) => [
    planned.id,
    findingsFor(plan, course, data, planned.forum, planned.categoryId, planned.hasPrompt),
  ]);
}

/** How findings are told in this course. */
export function wordsFor(plan: PlanView, course: CourseFrame): FindingWords {
  const names = new Map(plan.students.map(({ name }) => [name.id, name.name]));
  const places = new Map([...plan.groups, ...course.sections].map(({ id, title }) => [id, title]));
  return {
    date: datesIn(course.zone),
    nameOf: (id) => names.get(id) ?? 'a student',
    groupOf: (id) => places.get(id) ?? null,
    asked: plan.students.length,
  };
}

/** A forum described in a sentence made from its two choices. */
export function forumSentence(forum: Pick<Forum, 'openings' | 'readers'>): string {
  const openings = {
    answerPrompt: 'Students answer the prompt',
    answerQuestions: 'Students answer each question',
    oneThreadEach: 'Students open one thread each',
    threadsFreely: 'Students open threads freely',
  }[forum.openings];
  const readers = {
    class: 'the whole class reads',
    section: 'their section reads',
    group: 'their group reads',
    staff: 'only staff read',
  }[forum.readers];
  return `${openings}; ${readers}.`;
}

/** The forums of a plan by unit, in order; pinned ones and those without a unit stand on top. */
export function byUnit(
  plan: PlanView,
  course: CourseFrame,
): { id: string | null; title: string; forums: PlannedForum[] }[] {
  const onTop = plan.forums
    .filter(({ pinned, unitId }) => pinned !== null || unitId === null)
    .sort((a, b) => (a.pinned ?? Infinity) - (b.pinned ?? Infinity) || 0);
  const units = course.units.map((unit, index) => ({
    id: unit.id as string | null,
    title: `${index + 1} · ${unit.title}`,
    forums: plan.forums.filter(({ unitId, pinned }) => unitId === unit.id && pinned === null),
  }));
  return [{ id: null, title: 'On top', forums: onTop }, ...units].filter(({ forums }) => forums.length > 0);
}

/** Whom own terms are for. */
export function targetWords(targets: OwnTerms['targets'], plan: PlanView, course: CourseFrame): string {
  const names = new Map<string, string>([
    ...plan.students.map(({ name }) => [name.id, name.name] as const),
    ...plan.groups.map(({ id, title }) => [id, title] as const),
    ...course.sections.map(({ id, title }) => [id, `${title} section`] as const),
  ]);
  return targets.ids.map((id) => names.get(id) ?? 'someone').join(', ');
}
