import { FailedPage } from '../../ui/FailedPage';
import { useState } from 'react';
import { listAllCourses, listAllPeople, type AdminPerson } from '../../../contract/admin';
import { holdsWords } from '../../../core/text/foldText';
import { numberWords } from '../../../words/numbers';
import { useSession } from '../../data/session';
import { useAddress } from '../../data/useAddress';
import { useApi } from '../../data/useApi';
import { Frame } from '../../ui/Frame';
import { NotFound } from '../../ui/NotFound';
import { Loading } from '../../ui/states';
import { useTitle } from '../../ui/useTitle';
import { CourseTable } from './CourseTable';
import { NewCourse } from './NewCourse';
import { ShownHosts } from './ShownHosts';
import { PersonDialog } from './PersonDialog';

/** So many people are listed; the others are found by their names. */
const LISTED = 200;

function PeopleList({ people, open }: { people: readonly AdminPerson[]; open: (id: string) => void }) {
  return (
    <>
      <ul className="ruled mt-2 border-t">
        {people.slice(0, LISTED).map((each) => (
          <li key={each.id} className="ruled flex flex-wrap items-baseline gap-x-4 border-b py-1.5">
            <button
              type="button"
              className="cursor-pointer font-medium hover:underline"
              onClick={() => open(each.id)}
            >
              {each.sortable}
            </button>
            {each.administrator && <span className="quiet text-xs">administrator</span>}
            {!each.canSignIn && <span className="quiet text-xs">no password yet</span>}
            <span className="quiet grow text-sm sm:text-right">
              {each.courses
                .filter(({ removed }) => !removed)
                .map(({ code, role }) => `${code} ${role}`)
                .join(', ')}
              {each.courses.some(({ removed }) => !removed) && ' · '}
              {each.email}
            </span>
          </li>
        ))}
      </ul>
      {people.length > LISTED && (
        <p className="quiet mt-2 text-sm">
          {LISTED} of {numberWords(people.length)}; write more of the name to find the others.
        </p>
      )}
    </>
  );
}

/** The administrator's place: courses, people, roles, and links to set a password. */
export function Administration() {
  useTitle('Administration');
  const { state } = useSession();
  const { search, set: setIn } = useAddress();
  const isAdmin = state.person?.administrator === true;
  const courses = useApi(listAllCourses, isAdmin ? {} : null);
  const people = useApi(listAllPeople, isAdmin ? {} : null);
  const [making, setMaking] = useState(false);
  const words = search.get('find') ?? '';
  const chosen = search.get('person');
  if (!isAdmin)
    return (
      <Frame course={null}>
        <NotFound />
      </Frame>
    );
  const error = courses.error ?? people.error;
  const set = (name: string, value: string) => setIn({ [name]: value });
  const found = (people.data?.rows ?? []).filter((person) =>
    holdsWords(`${person.name} ${person.sortable} ${person.email}`, words),
  );
  const person = people.data?.rows.find(({ id }) => id === chosen);
  return (
    <Frame course={null}>
      {error ? (
        <FailedPage error={error} />
      ) : !courses.data || !people.data ? (
        <Loading />
      ) : (
        <div className="mx-auto w-full max-w-5xl px-5 pt-6 pb-20">
          <h1 className="text-2xl">Administration</h1>
          <CourseTable courses={courses.data.rows} make={() => setMaking(true)} />
          <ShownHosts />
          <div className="mt-8 flex flex-wrap items-baseline gap-3">
            <h2 className="grow text-lg">People</h2>
            <input
              className="input input-sm raised h-9 w-56"
              aria-label="Find a person"
              placeholder="Name or e-mail"
              value={search.get('find') ?? ''}
              onChange={(event) => set('find', event.target.value)}
            />
            <button
              type="button"
              className="btn raised ruled btn-sm h-9"
              onClick={() => set('person', 'new')}
            >
              Add a person
            </button>
          </div>
          <PeopleList people={found} open={(id) => set('person', id)} />
          {making && <NewCourse close={() => setMaking(false)} />}
          {(person || chosen === 'new') && (
            <PersonDialog
              key={chosen}
              person={person ?? null}
              courses={courses.data.rows}
              close={() => set('person', '')}
            />
          )}
        </div>
      )}
    </Frame>
  );
}
