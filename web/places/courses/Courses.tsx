import { addresses } from '../../../words/addresses';
import { Link } from 'react-router';
import { useSession } from '../../data/session';
import { Frame } from '../../ui/Frame';
import { Empty } from '../../ui/states';
import { useTitle } from '../../ui/useTitle';

/** The courses of a person. */
export function Courses() {
  useTitle('Courses');
  const { state } = useSession();
  return (
    <Frame course={null}>
      {state.courses.length === 0 ? (
        <Empty title="No course yet">
          Courses you teach or take are listed here.{' '}
          {state.person?.administrator
            ? 'As administrator you belong to none by yourself.'
            : 'Ask the person who runs Juror at your college to add you to one.'}
        </Empty>
      ) : (
        <div className="mx-auto w-full max-w-2xl px-6 py-10">
          <h1 className="text-2xl">Your courses</h1>
          <ul className="ruled mt-4 border-t">
            {state.courses.map((course) => (
              <li key={course.id} className="ruled border-b">
                <Link
                  to={addresses.course(course.id)}
                  className="flex items-baseline justify-between gap-4 py-3 hover:underline"
                >
                  <span className="font-serif text-lg font-semibold">{course.title}</span>
                  <span className="quiet text-sm">
                    {course.code} · {course.role}
                  </span>
                </Link>
              </li>
            ))}
          </ul>
        </div>
      )}
    </Frame>
  );
}
