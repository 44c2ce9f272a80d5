import { ArrowLeft } from 'lucide-react';
import { Link } from 'react-router';
import { listForums } from '../../../contract/discuss';
import { addresses } from '../../../words/addresses';
import { useCourse } from '../../data/course';
import { useAddress } from '../../data/useAddress';
import { useApi } from '../../data/useApi';
import { useTitle } from '../../ui/useTitle';
import { EarlierCourses } from './EarlierCourses';
import { PairList } from './PairList';

/** Text in common in all forums of the course, and the earlier courses it is compared with. */
export function InCommon() {
  const course = useCourse();
  useTitle('Text in common', course.title);
  const { search, set } = useAddress();
  const forums = useApi(listForums, { course: course.id }).data?.forums ?? [];
  return (
    <div className="mx-auto w-full max-w-4xl px-5 pt-5 pb-16">
      <Link to={addresses.discuss(course.id)} className="link-plain flex items-center gap-1 text-sm">
        <ArrowLeft className="size-4" aria-hidden />
        Discuss
      </Link>
      <p className="label-caps mt-3">Moderate</p>
      <div className="flex flex-wrap items-center justify-between gap-x-6 gap-y-2">
        <h1 className="text-2xl">Text in common</h1>
        <select
          aria-label="Forum"
          className="select select-sm raised h-9 w-auto max-w-72"
          value={search.get('forum') ?? ''}
          onChange={(event) => set({ forum: event.target.value })}
        >
          <option value="">All forums</option>
          {forums.map(({ id, title }) => (
            <option key={id} value={id}>
              {title}
            </option>
          ))}
        </select>
      </div>
      <PairList />
      {course.role === 'instructor' && <EarlierCourses />}
    </div>
  );
}
