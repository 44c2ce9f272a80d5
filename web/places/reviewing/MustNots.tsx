import { X } from 'lucide-react';
import { useState } from 'react';
import { setMustNot, type Reviewing } from '../../../contract/reviewing';
import { call } from '../../data/api';
import { useCourse } from '../../data/course';
import { Problem } from '../../ui/Problem';
import { orSayWhyNot } from '../../ui/sayWhyNot';
import { useSaving } from '../../ui/useSaving';

/** Pairs of people who must not review one another, in every forum of the course. */
export function MustNots({ view }: { view: Reviewing }) {
  const course = useCourse();
  const canEdit = course.role === 'instructor';
  const [one, setOne] = useState('');
  const [other, setOther] = useState('');
  const { busy, problem, attempt, setProblem } = useSaving();
  const nameOf = (id: string) => view.people.find(({ person }) => person.id === id)?.person.name ?? 'Someone';
  const inOrder = [...view.people].sort((a, b) => (a.person.sortable < b.person.sortable ? -1 : 1));
  const set = (oneId: string, otherId: string, mayMeet: boolean) =>
    call(setMustNot, { course: course.id }, { oneId, otherId, mayMeet });
  if (view.mustNots.length === 0 && !canEdit) return null;
  const choice = (label: string, value: string, change: (id: string) => void, without: string) => (
    <select
      className="select select-sm raised h-9 w-auto max-w-48"
      aria-label={label}
      value={value}
      onChange={({ target }) => change(target.value)}
    >
      <option value="">choose …</option>
      {inOrder
        .filter(({ person }) => person.id !== without)
        .map(({ person }) => (
          <option key={person.id} value={person.id}>
            {person.sortable}
          </option>
        ))}
    </select>
  );
  return (
    <section aria-label="Who must not review one another" className="mt-8">
      <h2 className="text-lg">Who must not review one another</h2>
      <p className="quiet text-sm">In no forum of this course. Nobody but staff sees this.</p>
      <ul className="mt-2">
        {view.mustNots.map(([a, b]) => (
          <li key={`${a} ${b}`} className="flex items-center gap-2">
            {nameOf(a)} and {nameOf(b)}
            {canEdit && (
              <button
                type="button"
                className="btn btn-ghost btn-xs btn-square"
                aria-label={`${nameOf(a)} and ${nameOf(b)} may review one another`}
                onClick={() => void orSayWhyNot(() => set(a, b, true))}
              >
                <X className="size-3.5" aria-hidden />
              </button>
            )}
          </li>
        ))}
      </ul>
      {canEdit && (
        <form
          className="mt-2 flex flex-wrap items-center gap-2"
          onSubmit={(event) => {
            event.preventDefault();
            if (one === '' || other === '') return setProblem('Choose two students.');
            void attempt(() => set(one, other, false)).then((ok) => {
              if (!ok) return;
              setOne('');
              setOther('');
            });
          }}
        >
          {choice('One of the two', one, setOne, other)} and {choice('The other', other, setOther, one)}
          <button type="submit" className="btn btn-sm h-9" disabled={busy}>
            Keep them apart
          </button>
        </form>
      )}
      <Problem className="mt-2">{problem}</Problem>
    </section>
  );
}
