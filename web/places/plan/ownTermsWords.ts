import type { CourseFrame } from '../../../contract/course';
import type { PlanView } from '../../../contract/plan';
import type { DateName, DateTerm, NumberName, OwnTerms } from '../../../core/course/forum';
import { dateWords } from '../../ui/dateWords';
import { countWords } from '../../ui/pointWords';

export const DATES: Record<DateName, string> = {
  visibleFrom: 'visible from',
  visibleUntil: 'visible to',
  postingFrom: 'posting from',
  postingUntil: 'posting to',
  initialDue: 'initial post',
  repliesDue: 'replies',
};
export const NUMBERS: Record<NumberName, string> = {
  initialRequired: 'initial posts',
  initialMinWords: 'words of the initial post',
  replyMinWords: 'words of a reply',
  postMinWords: 'words of a post',
  replies: 'replies',
  different: 'different people',
  posts: 'posts in all',
  attachment: 'attachments',
};

/** "2 days later", "3 h earlier". */
export function plusWords(minutes: number): string {
  const size = Math.abs(minutes);
  const length =
    size % 1440 === 0
      ? countWords(size / 1440, 'day')
      : size % 60 === 0
        ? `${size / 60} h`
        : countWords(size, 'minute');
  return minutes < 0 ? `${length} earlier` : `${length} later`;
}

/** What own terms say, and only that. */
export function ownTermsWords(own: Pick<OwnTerms, 'dates' | 'numbers'>, zone: string): string {
  const dates = (Object.entries(own.dates) as [DateName, DateTerm][]).map(([name, term]) => {
    if (term === 'none') return `${DATES[name]}: no limit`;
    return 'at' in term
      ? `${DATES[name]} ${dateWords(term.at, zone)}`
      : `${DATES[name]} ${plusWords(term.plusMinutes)}`;
  });
  const numbers = (Object.entries(own.numbers) as [NumberName, number][]).map(([name, value]) =>
    value === 0 ? `no ${NUMBERS[name]}` : `${value} ${NUMBERS[name]}`,
  );
  return [...dates, ...numbers].join('; ') || 'nothing differs yet';
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
