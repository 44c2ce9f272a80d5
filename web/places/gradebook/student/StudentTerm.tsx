import { FailedPage } from '../../../ui/FailedPage';
import { addresses } from '../../../../words/addresses';
import { Eye, Printer } from 'lucide-react';
import { Link, useNavigate, useParams } from 'react-router';
import { getStudentTerm, type StudentTerm as Term } from '../../../../contract/studentTerm';
import { courseNow } from '../../../data/clock';
import { useCourse } from '../../../data/course';
import { useApi } from '../../../data/useApi';
import { lookAs } from '../../../data/vantage';
import { plural, maximumWords, percentWords } from '../../../../words/numbers';
import { Loading } from '../../../ui/states';
import { useTitle } from '../../../ui/useTitle';
import { plusWords } from '../../../../words/ownTerms';
import { cellWords } from '../matrix/cellWords';
import { StudentOutcomes } from '../../outcomes/StudentOutcomes';
import { StaffNote } from './StaffNote';
import { TermForumRow } from './TermForumRow';

function Totals({ term }: { term: Term }) {
  const { total } = term;
  return (
    <dl className="num flex flex-wrap gap-x-8 gap-y-1">
      <div>
        <dt className="quiet text-sm">Total</dt>
        <dd className="text-lg font-semibold">
          {total.percent === null ? 'none yet' : percentWords(total.percent)}{' '}
          {total.letter && <span className="quiet">{total.letter}</span>}
        </dd>
        <dd className="quiet text-sm">
          {total.items} of {plural(total.of, 'item')}
        </dd>
      </div>
      {term.categories.map(({ id, title, sum }) => (
        <div key={id}>
          <dt className="quiet text-sm">{title}</dt>
          <dd className="text-lg">{sum.percent === null ? '—' : percentWords(sum.percent)}</dd>
          <dd className="quiet text-sm">
            {sum.items} of {sum.of}
          </dd>
        </div>
      ))}
    </dl>
  );
}

function HandItems({ term }: { term: Term }) {
  const items = term.items.filter(({ forumId }) => forumId === null);
  if (items.length === 0) return null;
  return (
    <section aria-labelledby="by-hand" className="mt-8">
      <h2 id="by-hand" className="text-lg">
        Entered by hand
      </h2>
      <ul className="ruled mt-1 border-t">
        {items.map((item) => {
          const { text, mark, also, struck } = cellWords(item.cell, item, term.letters, '');
          return (
            <li key={item.id} className="ruled flex items-baseline justify-between gap-4 border-b py-2">
              <span>
                {item.title} <span className="quiet text-sm">{item.category}</span>
              </span>
              <span className="num text-right">
                <span className={struck ? 'line-through' : 'font-semibold'}>
                  {text === '·' ? '—' : text}
                  {mark === 'changed' && '△'}
                </span>{' '}
                <span className="quiet">/ {maximumWords(item.maximum)}</span>
                {also && <span className="quiet block text-xs">{also}</span>}
              </span>
            </li>
          );
        })}
      </ul>
    </section>
  );
}

/** A student's whole term, for staff: what was asked and made, what it came to, and what staff note among themselves. */
export function StudentTerm() {
  const course = useCourse();
  const navigate = useNavigate();
  const { student: id } = useParams();
  const { data, error, mutate } = useApi(getStudentTerm, { course: course.id, student: id! });
  useTitle(data?.student.name ?? 'A student', course.title);
  if (error && !data) return <FailedPage error={error} retry={() => void mutate()} />;
  if (!data) return <Loading what="Opening the student’s term" />;
  const { student } = data;
  const misses = data.forums.filter(({ missedInARow }) => missedInARow).length;
  return (
    <article className="mx-auto w-full max-w-4xl px-5 pt-8 pb-20">
      <p className="no-print text-sm">
        <Link className="link-plain" to={addresses.gradebook(course.id)}>
          Gradebook
        </Link>
      </p>
      <div className="flex flex-wrap items-start justify-between gap-x-8 gap-y-3">
        <div>
          <h1 className="text-2xl">{student.name}</h1>
          <p className="quiet">
            {[
              data.section,
              ...data.groups.map(({ plan, title }) => `${title} of ${plan}`),
              data.studentNumber,
              data.email,
            ]
              .filter(Boolean)
              .join(' · ')}
          </p>
          {data.accommodation && (
            <p className="text-sm">
              Accommodation: {plusWords(data.accommodation.minutes)}
              {data.accommodation.reason && <span className="quiet"> · {data.accommodation.reason}</span>}
            </p>
          )}
          {misses > 0 && (
            <p className="text-sm font-semibold text-seal">{plural(misses, 'forum')} missed in a row</p>
          )}
        </div>
        <p className="no-print flex gap-2">
          <button
            type="button"
            className="btn btn-sm raised ruled h-9"
            onClick={() => {
              lookAs({ course: course.id, personId: student.id, name: student.name, at: courseNow() });
              void navigate(addresses.scores(course.id));
            }}
          >
            <Eye className="size-4" aria-hidden />
            Look as {student.given}
          </button>
          <button type="button" className="btn btn-sm raised ruled h-9" onClick={() => window.print()}>
            <Printer className="size-4" aria-hidden />
            Print
          </button>
        </p>
      </div>
      <div className="mt-5">
        <Totals term={data} />
      </div>
      <section aria-labelledby="forums" className="mt-8">
        <h2 id="forums" className="text-lg">
          Forums
        </h2>
        <ul className="ruled mt-1 border-t">
          {data.forums.map((forum) => (
            <TermForumRow key={forum.id} forum={forum} term={data} />
          ))}
        </ul>
        {data.forums.length === 0 && <p className="quiet">No forum is published yet.</p>}
      </section>
      <HandItems term={data} />
      {course.outcomes.length > 0 && (
        <section aria-labelledby="outcomes" className="mt-8">
          <h2 id="outcomes" className="mb-1 text-lg">
            Outcomes
          </h2>
          <StudentOutcomes student={student.id} />
        </section>
      )}
      <section aria-label="Note of staff" className="ruled mt-8 border-t pt-4">
        <StaffNote key={student.id} student={student.id} note={data.note} />
      </section>
    </article>
  );
}
