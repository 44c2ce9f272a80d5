import { X } from 'lucide-react';
import { useState } from 'react';
import { setMustNot, type Reviewing } from '../../../contract/reviewing';
import { call } from '../../data/api';
import { useCourse } from '../../data/course';
import { Problem } from '../../ui/Problem';
import { saidWithUndo } from '../../ui/saidWithUndo';
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
  const change = async (oneId: string, otherId: string, mayMeet: boolean) => {
    await set(oneId, otherId, mayMeet);
    const names = `${nameOf(oneId)} and ${nameOf(otherId)}`;
    saidWithUndo(mayMeet ? `${names} may review one another.` : `${names} will not review one another.`, () =>
      orSayWhyNot(() => set(oneId, otherId, !mayMeet)),
    );
  };
  const lapses = view.assignments.filter(
    ({ state, reviewerId, authorId }) =>
      state === 'toWrite' &&
      ((reviewerId === one && authorId === other) || (reviewerId === other && authorId === one)),
  );
  if (view.mustNots.length === 0 && !canEdit) return null;
  const choice = (label: string, value: string, choose: (id: string) => void, without: string) => (
    <select
      className="select select-sm raised h-9 w-auto max-w-48"
      aria-label={label}
      value={value}
      onChange={({ target }) => choose(target.value)}
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
                onClick={() => void orSayWhyNot(() => change(a, b, true))}
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
            void attempt(() => change(one, other, false)).then((ok) => {
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
      {lapses.map(({ id, reviewerId, authorId }) => (
        <p key={id} className="mt-2 text-sm text-late">
          {nameOf(reviewerId)} is to review {nameOf(authorId)} now. That review is dropped at once, with what
          was begun of it, and undoing does not bring it back.
        </p>
      ))}
      <Problem className="mt-2">{problem}</Problem>
    </section>
  );
}
