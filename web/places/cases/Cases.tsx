import { ArrowLeft } from 'lucide-react';
import { Link } from 'react-router';
import { listCases, type CaseLine } from '../../../contract/cases';
import { addresses } from '../../../words/addresses';

import { plural } from '../../../words/numbers';
import { useCourse } from '../../data/course';
import { useApi } from '../../data/useApi';
import { FailedPage } from '../../ui/FailedPage';
import { Empty, Loading } from '../../ui/states';
import { useTitle } from '../../ui/useTitle';
import { When } from '../../ui/When';
import { entriesWords } from './entryTitle';

/** The cases one is named in. */
export function Cases() {
  const course = useCourse();
  useTitle('Cases', course.title);
  const { data, error, mutate } = useApi(listCases, { course: course.id });
  if (error && !data) return <FailedPage error={error} retry={() => void mutate()} />;
  if (!data) return <Loading what="Opening the cases" />;
  if (data.cases.length === 0)
    return (
      <Empty title="No case">
        A case keeps what you look into with a student, as it stood. Open one from text in common, from
        evidence or from a post’s menu. Only staff named in a case see it here.
      </Empty>
    );
  return (
    <div className="mx-auto w-full max-w-4xl px-5 pt-5 pb-16">
      <Link to={addresses.discuss(course.id)} className="link-plain flex items-center gap-1 text-sm">
        <ArrowLeft className="size-4" aria-hidden />
        Discuss
      </Link>
      <p className="label-caps mt-3">Moderate</p>
      <h1 className="text-2xl">Cases</h1>
      <p className="quiet mt-1">Only staff named in a case see it.</p>
      <ul className="ruled mt-4 border-t">
        {data.cases.map((each) => (
          <Line key={each.id} line={each} />
        ))}
      </ul>
    </div>
  );
}

function Line({ line }: { line: CaseLine }) {
  const course = useCourse();
  const { id, title, students, staff, decidedAt, lastAt, entryCount, waiting } = line;
  return (
    <li className="ruled border-b">
      <Link to={addresses.oneCase(course.id, id)} className="group flex flex-wrap gap-x-6 py-2.5">
        <span className="min-w-0 grow [overflow-wrap:anywhere]">
          <b className="group-hover:underline">{title}</b>
          <span className="quiet block text-sm">
            about {students.map(({ name }) => name).join(', ')} · read by{' '}
            {staff.map(({ name }) => name).join(', ')}
          </span>
        </span>
        <span className="quiet num text-right text-sm">
          {decidedAt === null ? 'open' : 'decided'} · {entriesWords(entryCount)}
          {waiting > 0 && <span className="block">waits for {plural(waiting, 'answer')}</span>}
          <span className="block">
            last <When at={lastAt} plain />
          </span>
        </span>
      </Link>
    </li>
  );
}
