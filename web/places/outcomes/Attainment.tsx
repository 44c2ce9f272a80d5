import { Download } from 'lucide-react';
import { useState } from 'react';
import { Link } from 'react-router';
import type { AnswerOf } from '../../../contract/endpoint';
import { getAttainment } from '../../../contract/outcomes';
import { csvFile } from '../../../core/csv/csv';
import { shareReached } from '../../../core/outcomes/attainment';
import { holdsWords } from '../../../core/text/foldText';
import { addresses } from '../../../words/addresses';
import { numberWords, percentWords, plural } from '../../../words/numbers';
import { useCourse } from '../../data/course';
import { useAddress } from '../../data/useAddress';
import { useApi } from '../../data/useApi';
import { FailedPage } from '../../ui/FailedPage';
import { saveFile } from '../../ui/saveFile';
import { Spread } from '../../ui/Spread';
import { Empty, Loading } from '../../ui/states';
import { useTitle } from '../../ui/useTitle';
import { attainmentRows } from './attainmentFile';
import { StudentOutcomesDialog } from './StudentOutcomes';

type Class = AnswerOf<typeof getAttainment>;

/** As many students as are drawn before the rest is asked for. */
const MANY = 300;

/** Each outcome with how the class is spread over it. */
function Spreads({ outcomes }: Pick<Class, 'outcomes'>) {
  const most = Math.max(1, ...outcomes.flatMap(({ stretches }) => stretches));
  return (
    <ul className="grid gap-x-10 gap-y-4 sm:grid-cols-2">
      {outcomes.map(({ id, code, text, students, mean, stretches }) => (
        <li key={id} className="ruled flex flex-col border-t pt-2.5">
          <p>
            <b>{code}</b> {text}
          </p>
          <p className="quiet num text-sm">
            {mean === null
              ? 'nothing released yet'
              : `${percentWords(mean)} on average, ${plural(students, 'student')}`}
          </p>
          {mean !== null && (
            <div className="mt-auto">
              <Spread
                given={{ count: students, mean, lowest: null, highest: null, stretches }}
                maximum={10_000}
                most={most}
              />
            </div>
          )}
        </li>
      ))}
    </ul>
  );
}

function ByStudent({ data }: { data: Class }) {
  const course = useCourse();
  const { search, set } = useAddress();
  const [all, setAll] = useState(false);
  const [open, setOpen] = useState<{ id: string; name: string } | null>(null);
  const words = search.get('find') ?? '';
  const section = search.get('section') ?? '';
  const found = data.rows.filter(
    ({ student, studentNumber, sectionId }) =>
      (section === '' || sectionId === section) &&
      holdsWords(`${student.sortable} ${student.name} ${studentNumber ?? ''}`, words),
  );
  const shown = all ? found : found.slice(0, MANY);
  const head = 'label-caps ruled border-b py-1.5 pr-4 whitespace-nowrap';
  return (
    <section aria-labelledby="by-student" className="mt-10">
      <div className="flex flex-wrap items-center gap-2 pb-2">
        <h2 id="by-student" className="mr-2 text-lg">
          By student
        </h2>
        <input
          className="input input-sm raised no-print h-9 w-48"
          aria-label="Find a student"
          placeholder="Name or number"
          value={words}
          onChange={({ target }) => set({ find: target.value })}
        />
        <select
          className="select select-sm raised no-print h-9 w-auto"
          aria-label="Section"
          value={section}
          onChange={({ target }) => set({ section: target.value })}
        >
          <option value="">Every section</option>
          {course.sections.map(({ id, title }) => (
            <option key={id} value={id}>
              {title}
            </option>
          ))}
        </select>
        <span className="quiet num text-sm">{plural(found.length, 'student')}</span>
      </div>
      <div className="relative overflow-x-auto">
        <table className="w-full border-separate border-spacing-0">
          <thead>
            <tr>
              <th scope="col" className={`${head} text-left`}>
                Name
              </th>
              {data.outcomes.map(({ id, code, text }) => (
                <th key={id} scope="col" className={`${head} text-right`} title={text}>
                  {code}
                </th>
              ))}
            </tr>
          </thead>
          <tbody>
            {shown.map(({ student, reached }) => (
              <tr key={student.id} className="hover:bg-base-200">
                <th
                  scope="row"
                  className="ruled border-b py-1.5 pr-4 text-left font-normal whitespace-nowrap"
                >
                  <button
                    type="button"
                    className="cursor-pointer hover:underline"
                    onClick={() => setOpen(student)}
                  >
                    {student.sortable}
                  </button>
                </th>
                {reached.map((each, at) => (
                  <td
                    key={data.outcomes[at]!.id}
                    className="num ruled border-b py-1.5 pr-4 text-right"
                    title={each ? plural(each.criteria, 'criterion', 'criteria') : undefined}
                  >
                    {each === null ? <span className="quiet">–</span> : percentWords(shareReached(each))}
                  </td>
                ))}
              </tr>
            ))}
          </tbody>
        </table>
      </div>
      {found.length === 0 && <p className="quiet py-6">Nobody here is called “{words}”.</p>}
      {shown.length < found.length && (
        <button type="button" className="btn raised ruled mt-4" onClick={() => setAll(true)}>
          Show the other {numberWords(found.length - shown.length)}
        </button>
      )}
      {open && <StudentOutcomesDialog student={open} close={() => setOpen(null)} />}
    </section>
  );
}

/** How far the class and each student reach the outcomes of the course, by released scores. */
export function Attainment() {
  const course = useCourse();
  useTitle('Outcomes', course.title);
  const { data, error, mutate } = useApi(getAttainment, { course: course.id });
  if (error && !data) return <FailedPage error={error} retry={() => void mutate()} />;
  if (!data) return <Loading what="Adding up the outcomes" />;
  if (data.outcomes.length === 0)
    return (
      <Empty
        title="No learning outcomes yet"
        action={
          course.role === 'instructor' && (
            <Link className="btn btn-primary" to={`${addresses.settings(course.id)}#outcomes`}>
              List the outcomes of this course
            </Link>
          )
        }
      >
        Once they are listed, criteria of a rubric can say which they serve, and what students reach is added
        up here.
      </Empty>
    );
  const sections = new Map(course.sections.map(({ id, title }) => [id, title]));
  return (
    <div className="mx-auto w-full max-w-5xl px-5 pt-8 pb-20">
      <p className="no-print text-sm">
        <Link className="link-plain" to={addresses.gradebook(course.id)}>
          Gradebook
        </Link>
      </p>
      <div className="flex flex-wrap items-baseline justify-between gap-x-8 gap-y-2">
        <h1 className="text-2xl">Outcomes</h1>
        <button
          type="button"
          className="btn btn-sm raised ruled no-print h-9"
          onClick={() => saveFile('outcomes.csv', 'text/csv', csvFile(attainmentRows(data, sections)))}
        >
          <Download className="size-4" aria-hidden />
          Save as CSV
        </button>
      </div>
      <p className="quiet mb-5 max-w-prose">
        The points given for the criteria that name an outcome, over the points possible there: from released
        scores, before lateness, adjustments and other totals. It is part of no score.
      </p>
      <Spreads outcomes={data.outcomes} />
      <ByStudent data={data} />
    </div>
  );
}
