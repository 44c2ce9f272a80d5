import { useMemo, useState } from 'react';
import { experienceOf, type Experience } from '../../../../core/plan/experienceOf';
import type { CourseData } from '../../../../core/course/courseData';
import type { Forum } from '../../../../core/course/forum';
import type { PlanView } from '../../../../contract/plan';
import { useCourse } from '../../../data/course';
import { SealMark } from '../../../ui/SealMark';
import { Tally } from '../../../ui/Tally';
import { experienceWords } from './experienceWords';

function Mark({ step }: { step: Experience }) {
  const open = { state: 'open' as const, daysLate: 0 };
  if (step.code === 'sealed' || step.code === 'sealLifts') return <SealMark size={15} />;
  if (step.code === 'initialDue')
    return <Tally slots={[{ kind: 'initial', number: 1, ...open }]} scale={0.8} />;
  if (step.code === 'repliesDue') {
    return (
      <Tally
        slots={Array.from({ length: Math.min(step.replies, 4) }, (_, i) => ({
          kind: 'reply' as const,
          number: i + 1,
          ...open,
        }))}
        scale={0.8}
      />
    );
  }
  if (step.code === 'reviewsDue')
    return (
      <Tally
        slots={Array.from({ length: step.reviews }, (_, i) => ({
          kind: 'review' as const,
          number: i + 1,
          ...open,
        }))}
        scale={0.8}
      />
    );
  if (step.code === 'disappears' && step.before !== null) return <b className="text-late">!</b>;
  return null;
}

/** What one chosen student will live through, in order of time, told from the core's answers as the form is filled in. */
export function StudentPreview({ forum, data, plan }: { forum: Forum; data: CourseData; plan: PlanView }) {
  const { zone } = useCourse();
  const [chosen, setChosen] = useState(plan.students[0]?.name.id ?? '');
  const who = plan.students.find(({ name }) => name.id === chosen) ?? plan.students[0];
  const steps = useMemo(() => (who ? experienceOf(data, forum, who.facts) : []), [data, forum, who]);
  return (
    <section aria-labelledby="preview-heading">
      <div className="flex flex-wrap items-center justify-between gap-2">
        <h2 id="preview-heading" className="text-lg">
          What a student will see
        </h2>
        {who && (
          <select
            className="select select-sm raised w-auto max-w-52"
            aria-label="As which student"
            value={who.name.id}
            onChange={(event) => setChosen(event.target.value)}
          >
            {plan.students.map(({ name }) => (
              <option key={name.id} value={name.id}>
                as {name.name}
              </option>
            ))}
          </select>
        )}
      </div>
      {!who && <p className="quiet mt-4">There are no students in the course yet.</p>}
      <ol className="mt-3" aria-live="polite">
        {steps.map((step, index) => {
          const warns = step.code === 'disappears' && step.before !== null;
          return (
            <li
              key={step.code}
              className={`ruled grid grid-cols-[1.9rem_1fr] border-b py-3 font-serif text-[1.02rem] leading-snug ${index === steps.length - 1 ? 'border-0' : ''} ${warns ? '-mx-5 px-5 bg-late-wash' : ''}`}
            >
              <span className="pt-1" aria-hidden>
                <Mark step={step} />
              </span>
              <span>{experienceWords(step, who!.name.given, zone)}</span>
            </li>
          );
        })}
      </ol>
    </section>
  );
}
