import { useRef, useState } from 'react';
import { useNavigate } from 'react-router';
import type { PersonName } from '../../../contract/basics';
import { addToCase, listCases, openCase, type ToAdd } from '../../../contract/cases';
import { addresses } from '../../../words/addresses';
import { call } from '../../data/api';
import { useCourse } from '../../data/course';
import { newId } from '../../data/newId';
import { useApi } from '../../data/useApi';
import { Dialog } from '../../ui/Dialog';
import { Problem } from '../../ui/Problem';
import { useSaving } from '../../ui/useSaving';

/** Asks into which case something is put: a new one, with its name and whom it is about, or one of those that are not decided. */
export function CaseDialog({
  first,
  students,
  onClose,
}: {
  first: ToAdd | null;
  students: readonly PersonName[];
  onClose: () => void;
}) {
  const course = useCourse();
  const navigate = useNavigate();
  const open = (useApi(listCases, { course: course.id }).data?.cases ?? []).filter(
    ({ decidedAt }) => decidedAt === null,
  );
  const [into, setInto] = useState('');
  const [title, setTitle] = useState('');
  const [about, setAbout] = useState<readonly string[]>(students.map(({ id }) => id));
  const { busy, problem, attempt } = useSaving();
  // Tried again under the same ids, it is done once.
  const ids = useRef({ case: newId(), entry: newId() });
  const put = () =>
    attempt(async () => {
      const id = into === '' ? ids.current.case : into;
      if (into === '')
        await call(openCase, { course: course.id }, { id, title, students: [...about], first });
      else if (first)
        await call(addToCase, { course: course.id, case: id }, { id: ids.current.entry, add: first });
      onClose();
      void navigate(addresses.oneCase(course.id, id));
    });
  return (
    <Dialog title={first === null ? 'Open a case' : 'Put into a case'} onClose={onClose}>
      <form
        onSubmit={(event) => {
          event.preventDefault();
          void put();
        }}
      >
        {first !== null && open.length > 0 && (
          <label className="mb-3 block">
            <span className="mb-1 block">Which case?</span>
            <select
              className="select raised w-full"
              value={into}
              onChange={(event) => setInto(event.target.value)}
            >
              <option value="">A new case</option>
              {open.map(({ id, title: name }) => (
                <option key={id} value={id}>
                  {name}
                </option>
              ))}
            </select>
          </label>
        )}
        {into === '' && (
          <>
            <label className="block">
              <span className="mb-1 block">Name of the case</span>
              <input
                data-begin-here
                className="input raised w-full"
                value={title}
                maxLength={120}
                aria-invalid={problem !== null && title.trim() === ''}
                onChange={(event) => setTitle(event.target.value)}
              />
            </label>
            <fieldset className="mt-3 min-w-0">
              <legend className="mb-1">Students it is about</legend>
              {students.map(({ id, name }) => (
                <label key={id} className="flex items-center gap-2 py-0.5">
                  <input
                    type="checkbox"
                    className="checkbox checkbox-sm"
                    checked={about.includes(id)}
                    onChange={(event) =>
                      setAbout(event.target.checked ? [...about, id] : about.filter((each) => each !== id))
                    }
                  />
                  {name}
                </label>
              ))}
            </fieldset>
          </>
        )}
        <p className="quiet mt-3 text-sm">
          {first !== null && 'A copy is kept as it stands now. '}
          Only staff named in the case read it; at first that is you. Students learn of it when you write to
          them there.
        </p>
        <Problem className="mt-1 text-sm">{problem}</Problem>
        <button className="btn btn-primary mt-3" disabled={busy}>
          {into === '' ? 'Open the case' : 'Put into the case'}
        </button>
      </form>
    </Dialog>
  );
}
