import { Check, Circle } from 'lucide-react';
import type { ReactNode } from 'react';
import { Link } from 'react-router';
import type { PlanView } from '../../../contract/plan';
import { addresses } from '../../../words/addresses';
import { plural } from '../../../words/numbers';
import { useCourse } from '../../data/course';
import { dayWords } from '../../ui/dateWords';

/** One step: whether it is done, what it is for or what there is, and where it is taken. */
function Step({
  done,
  title,
  children,
  action,
}: {
  done: boolean;
  title: string;
  children: ReactNode;
  action: ReactNode;
}) {
  const Mark = done ? Check : Circle;
  return (
    <li className="ruled flex flex-wrap items-start gap-x-3 gap-y-1 border-b py-3.5">
      <Mark className={`mt-1 size-4 shrink-0 ${done ? 'text-done' : 'quiet'}`} aria-hidden />
      <div className="min-w-0 flex-1 basis-60">
        <h3 className="font-sans text-base font-semibold">
          {title}
          <span className="sr-only">{done ? ', done' : ', to do'}</span>
        </h3>
        <p className="quiet">{children}</p>
      </div>
      <div className="pl-7 sm:pl-0">{action}</div>
    </li>
  );
}

/** What an empty course needs before its first discussion, in order, with what is done already. */
export function FirstSteps({ plan, newForum }: { plan: PlanView; newForum: ReactNode }) {
  const course = useCourse();
  const link = (to: string, words: string) => (
    <Link className="link-plain" to={to}>
      {words}
    </Link>
  );
  const settings = addresses.settings(course.id);
  const students = plan.students.length;
  return (
    <section aria-labelledby="first-steps" className="mx-auto max-w-2xl px-5 pt-8">
      <h2 id="first-steps" className="text-xl">
        First steps
      </h2>
      <p className="quiet mt-1">
        Forums will appear here over the weeks of the term, each drawn to scale. Take these steps in any
        order.
      </p>
      <ol className="ruled mt-4 border-t">
        <Step done title="The dates of the term" action={link(settings, 'Check the dates')}>
          {dayWords(course.termStart, course.zone)} to {dayWords(course.termEnd - 1, course.zone)}, times in{' '}
          {course.zone.replaceAll('_', ' ')}
        </Step>
        <Step
          done={course.units.length > 0}
          title="Units"
          action={link(`${settings}#units`, course.units.length > 0 ? 'Change the units' : 'Add units')}
        >
          {course.units.length > 0
            ? `${plural(course.units.length, 'unit')}, from “${course.units[0]!.title}”`
            : 'Weeks or topics to group the forums by'}
        </Step>
        <Step
          done={students > 0}
          title="People"
          action={
            students > 0
              ? link(addresses.roster(course.id, { view: 'invite' }), 'Invite them')
              : link(addresses.roster(course.id, { view: 'import' }), 'Import a roster')
          }
        >
          {students > 0
            ? `${plural(students, 'student')} on the roster; invite them, so that they can sign in`
            : 'Students, from a CSV file or one by one; then invite them all at once'}
        </Step>
        <Step done={false} title="The first forum" action={newForum}>
          A title, a prompt and two due dates make a good one
        </Step>
      </ol>
    </section>
  );
}
