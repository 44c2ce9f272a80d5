import { useState } from 'react';
import { Link } from 'react-router';
import { toast } from '../../ui/toast';
import { putCourseAway, type listAllCourses } from '../../../contract/admin';
import type { AnswerOf } from '../../../contract/endpoint';
import { holdsWords } from '../../../core/text/foldText';
import { addresses } from '../../../words/addresses';
import { numberWords } from '../../../words/numbers';
import { call } from '../../data/api';
import { useSession } from '../../data/session';
import { useAddress } from '../../data/useAddress';
import { dayWords } from '../../ui/dateWords';
import { orSayWhyNot } from '../../ui/sayWhyNot';

type AdminCourse = AnswerOf<typeof listAllCourses>['rows'][number];

/** So many courses are listed at first. */
const LISTED = 100;
const CELL = 'ruled border-b py-1.5 pr-4 align-baseline';

/** Every course: found by its name, code or owner; with its size and when it was last used; put away and brought back. */
export function CourseTable({ courses, make }: { courses: readonly AdminCourse[]; make: () => void }) {
  const { search, set } = useAddress();
  const [all, setAll] = useState(false);
  const words = search.get('course') ?? '';
  const away = search.get('away') === 'yes';
  const count = courses.filter(({ putAway }) => putAway).length;
  const found = courses.filter(
    (course) =>
      course.putAway === away &&
      holdsWords(`${course.title} ${course.code} ${course.instructors.join(' ')}`, words),
  );
  const view = (isAway: boolean, label: string) => (
    <button
      type="button"
      aria-pressed={away === isAway}
      className={`num cursor-pointer py-1 hover:underline ${away === isAway ? 'font-bold' : 'quiet'}`}
      onClick={() => set({ away: isAway ? 'yes' : '' })}
    >
      {label}
    </button>
  );
  return (
    <section aria-labelledby="courses">
      <div className="mt-6 flex flex-wrap items-center gap-x-5 gap-y-2">
        <h2 id="courses" className="text-lg">
          Courses
        </h2>
        {(count > 0 || away) && view(false, `In use (${numberWords(courses.length - count)})`)}
        {(count > 0 || away) && view(true, `Put away (${numberWords(count)})`)}
        <span className="grow" />
        <input
          className="input input-sm raised h-9 w-56"
          aria-label="Find a course"
          placeholder="Title, code or instructor"
          value={words}
          onChange={(event) => set({ course: event.target.value })}
        />
        <button type="button" className="btn btn-primary btn-sm h-9" onClick={make}>
          Make a course
        </button>
      </div>
      {found.length === 0 ? (
        <p className="quiet py-4">
          {courses.length === 0
            ? 'No course yet. Make the first one, then add its instructor below.'
            : words !== ''
              ? `No course ${away ? 'that is put away ' : ''}matches “${words}”.`
              : away
                ? 'No course is put away.'
                : 'Every course is put away.'}
        </p>
      ) : (
        <div className="relative mt-2 overflow-x-auto">
          <table className="w-full border-separate border-spacing-0 text-left">
            <thead>
              <tr>
                {['Course', 'Instructors', 'Students', 'Posts', 'Term', 'Last used', ''].map((head) => (
                  <th
                    key={head}
                    scope="col"
                    className={`label-caps ruled border-b py-1.5 pr-4 whitespace-nowrap ${head === 'Students' || head === 'Posts' ? 'text-right' : ''}`}
                  >
                    {head || <span className="sr-only">Actions</span>}
                  </th>
                ))}
              </tr>
            </thead>
            <tbody>
              {(all ? found : found.slice(0, LISTED)).map((course) => (
                <Row key={course.id} course={course} />
              ))}
            </tbody>
          </table>
        </div>
      )}
      {!all && found.length > LISTED && (
        <button type="button" className="btn btn-sm raised ruled mt-3" onClick={() => setAll(true)}>
          Show the other {numberWords(found.length - LISTED)}
        </button>
      )}
    </section>
  );
}

function Row({ course }: { course: AdminCourse }) {
  const { state } = useSession();
  const isMine = state.courses.some(({ id }) => id === course.id);
  const put = (putAway: boolean) =>
    void orSayWhyNot(async () => {
      await call(putCourseAway, { course: course.id }, { putAway });
      toast.success(
        putAway
          ? `${course.title} is no longer in anyone’s list. Nothing in it is lost.`
          : `${course.title} is back in everyone’s list.`,
        putAway ? { action: { label: 'Undo', onClick: () => put(false) } } : undefined,
      );
    });
  return (
    <tr>
      <th scope="row" className={`${CELL} font-normal`}>
        <span className="font-serif text-[1.05rem] font-semibold">
          {isMine ? (
            <Link to={addresses.course(course.id)} className="hover:underline">
              {course.title}
            </Link>
          ) : (
            course.title
          )}
        </span>{' '}
        <span className="quiet whitespace-nowrap">{course.code}</span>
      </th>
      <td className={CELL}>{course.instructors.join(', ') || <span className="text-late">none yet</span>}</td>
      <td className={`${CELL} num text-right`}>{numberWords(course.students)}</td>
      <td className={`${CELL} num text-right`}>{numberWords(course.posts)}</td>
      <td className={`${CELL} num quiet whitespace-nowrap`}>
        {dayWords(course.termStart, course.zone)} to {dayWords(course.termEnd - 1, course.zone)}
      </td>
      <td className={`${CELL} num quiet whitespace-nowrap`}>
        {course.lastUsed === null ? 'never' : dayWords(course.lastUsed, course.zone)}
      </td>
      <td className={`${CELL} pr-0 text-right`}>
        <button
          type="button"
          className="link-plain text-sm whitespace-nowrap"
          aria-label={`${course.putAway ? 'Restore' : 'Put away'} ${course.title}`}
          onClick={() => put(!course.putAway)}
        >
          {course.putAway ? 'Restore' : 'Put away'}
        </button>
      </td>
    </tr>
  );
}
