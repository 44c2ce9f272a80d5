import { Link } from 'react-router';
import { addresses } from '../../../../words/addresses';
import { timeWords } from '../../../ui/dateWords';
import { useCourse } from '../../../data/course';

/** What is edited, whether it is published, and what is kept of it unsaved. */
export function EditorHead({
  title,
  published,
  keptAt,
}: {
  title: string;
  published: boolean;
  keptAt: number | null;
}) {
  const course = useCourse();
  return (
    <div className="flex flex-wrap items-baseline gap-x-4 pt-4 pb-2">
      <Link to={addresses.plan(course.id)} className="link-plain">
        ‹ Plan
      </Link>
      <h1 className="text-2xl">{title}</h1>
      <span className="quiet text-sm" aria-live="polite">
        {published ? 'published' : 'draft'}
        {keptAt !== null && ` · unsaved changes kept ${timeWords(keptAt, course.zone)}`}
      </span>
    </div>
  );
}
