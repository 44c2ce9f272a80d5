import { FailedPage } from '../../ui/FailedPage';
import { holdsWords } from '../../../core/text/foldText';
import { Download, MailPlus, Upload, UserPlus } from 'lucide-react';
import { useState } from 'react';
import { Link, useSearchParams } from 'react-router';
import { getRoster, type RosterPerson, type RosterView } from '../../../contract/roster';
import { DAY, MINUTE } from '../../../core/time/instant';
import { useCourse } from '../../data/course';
import { useAddress } from '../../data/useAddress';
import { useApi } from '../../data/useApi';
import { dayWords } from '../../ui/dateWords';
import { numberWords, plural } from '../../../words/numbers';
import { Empty, Loading } from '../../ui/states';
import { useTitle } from '../../ui/useTitle';
import { Groups } from './Groups';
import { ImportRoster } from './ImportRoster';
import { Invite } from './invite/Invite';
import { PersonPanel } from './PersonPanel';
import { Sections } from './Sections';

const MANY = 300;
const ROLES = { instructor: 'instructor', assistant: 'assistant', student: '' } as const;

/** "2 days", "90 min": how much an accommodation adds. */
export function minutesWords(minutes: number): string {
  if (minutes % (DAY / MINUTE) === 0) return plural(minutes / (DAY / MINUTE), 'day');
  return minutes % 60 === 0 ? `${minutes / 60} h` : `${minutes} min`;
}

function People({ roster }: { roster: RosterView }) {
  const course = useCourse();
  const { search, set } = useAddress();
  const [all, setAll] = useState(false);
  const chosen = search.get('person');
  const canEdit = course.role === 'instructor';
  const words = search.get('find') ?? '';
  const section = search.get('section') ?? '';
  const sections = new Map(roster.sections.map(({ id, title }) => [id, title]));
  const groups = new Map<string, string[]>();
  for (const plan of roster.plans)
    for (const group of plan.groups)
      for (const { id } of group.members) groups.set(id, [...(groups.get(id) ?? []), group.title]);
  const found = roster.people.filter(
    (person) =>
      (section === ''
        ? !person.removed
        : section === 'removed'
          ? person.removed
          : section === 'staff'
            ? person.role !== 'student' && !person.removed
            : person.sectionId === section && !person.removed) &&
      holdsWords(`${person.sortable} ${person.name} ${person.email} ${person.studentNumber ?? ''}`, words),
  );
  const shown = all ? found : found.slice(0, MANY);
  const person = roster.people.find(({ id }) => id === chosen);
  const gone = roster.people.filter(({ removed }) => removed).length;
  return (
    <div className="flex min-h-0 grow">
      <div className="min-w-0 grow pb-16">
        <div className="flex flex-wrap items-center gap-2 px-5 pb-3">
          <input
            className="input input-sm raised h-9 w-64"
            aria-label="Find a person"
            placeholder="Name, e-mail or number"
            value={words}
            onChange={(event) => set({ find: event.target.value })}
          />
          <select
            className="select select-sm raised h-9 w-auto"
            aria-label="Who is listed"
            value={section}
            onChange={(event) => set({ section: event.target.value })}
          >
            <option value="">Everyone</option>
            {roster.sections.map(({ id, title }) => (
              <option key={id} value={id}>
                {title}
              </option>
            ))}
            <option value="staff">Staff</option>
            {gone > 0 && <option value="removed">Removed ({gone})</option>}
          </select>
          <span className="quiet num text-sm">{plural(found.length, 'person', 'people')}</span>
        </div>
        <div className="relative overflow-x-auto">
          <table className="w-full border-separate border-spacing-0 text-left">
            <thead>
              <tr>
                {['Name', 'Number', 'Section', 'Groups', 'Enrolled from', 'E-mail'].map((head, index) => (
                  <th
                    key={head}
                    scope="col"
                    className={`label-caps ruled border-b py-1.5 pr-4 whitespace-nowrap ${index === 0 ? 'pl-5' : ''}`}
                  >
                    {head}
                  </th>
                ))}
              </tr>
            </thead>
            <tbody>
              {shown.map((each) => (
                <Row
                  key={each.id}
                  person={each}
                  section={sections.get(each.sectionId ?? '') ?? ''}
                  groups={groups.get(each.id) ?? []}
                  chosen={each.id === chosen}
                  open={() => set({ person: each.id })}
                />
              ))}
            </tbody>
          </table>
        </div>
        {found.length === 0 && (
          <p className="quiet px-5 py-8">
            {words === '' ? 'Nobody is listed.' : `Nobody here is called “${words}”.`}
          </p>
        )}
        {shown.length < found.length && (
          <button type="button" className="btn raised ruled m-5" onClick={() => setAll(true)}>
            Show the other {numberWords(found.length - shown.length)}
          </button>
        )}
      </div>
      {(person || chosen === 'new') && (
        <PersonPanel
          key={person?.id ?? 'new'}
          person={person ?? null}
          roster={roster}
          canEdit={canEdit}
          close={() => set({ person: '' })}
        />
      )}
    </div>
  );
}

function Row({
  person,
  section,
  groups,
  chosen,
  open,
}: {
  person: RosterPerson;
  section: string;
  groups: readonly string[];
  chosen: boolean;
  open: () => void;
}) {
  const course = useCourse();
  return (
    <tr className={`${chosen ? 'bg-river-wash' : 'hover:bg-base-200/60'}`}>
      <th scope="row" className="ruled min-w-44 border-b py-1.5 pr-4 pl-5 font-medium">
        <button type="button" className="cursor-pointer text-left hover:underline" onClick={open}>
          {person.sortable}
        </button>
        {ROLES[person.role] && <span className="quiet ml-2 text-xs">{ROLES[person.role]}</span>}
        {person.accommodationMinutes > 0 && (
          <span className="ml-2 text-xs font-semibold text-river">
            + {minutesWords(person.accommodationMinutes)}
          </span>
        )}
        {!person.canSignIn && <span className="quiet ml-2 text-xs">no password yet</span>}
      </th>
      <td className="ruled num border-b py-1.5 pr-4 whitespace-nowrap">{person.studentNumber}</td>
      <td className="ruled border-b py-1.5 pr-4 whitespace-nowrap">{section}</td>
      <td className="ruled border-b py-1.5 pr-4 whitespace-nowrap">{groups.join(', ')}</td>
      <td className="ruled num border-b py-1.5 pr-4 whitespace-nowrap">
        {person.role === 'student' && dayWords(person.enrolledFrom, course.zone)}
      </td>
      <td className="ruled quiet max-w-56 truncate border-b py-1.5 pr-4" title={person.email}>
        {person.email}
      </td>
    </tr>
  );
}

/** People, sections and groups of a course. */
export function Roster() {
  const course = useCourse();
  useTitle('Roster', course.title);
  const [search] = useSearchParams();
  const view = search.get('view') ?? 'people';
  const { data, error, mutate } = useApi(getRoster, { course: course.id });
  if (error && !data) return <FailedPage error={error} retry={() => void mutate()} />;
  if (!data) return <Loading what="Opening the roster" />;
  const canEdit = course.role === 'instructor';
  const students = data.people.filter(({ role, removed }) => role === 'student' && !removed);
  const tab = (name: string, title: string) => (
    <Link
      to={name === 'people' ? '?' : `?view=${name}`}
      replace
      aria-current={view === name ? 'page' : undefined}
      className={view === name ? 'font-bold' : 'quiet hover:underline'}
    >
      {title}
    </Link>
  );
  return (
    <div className="flex min-h-0 grow flex-col">
      <div className="flex flex-wrap items-center gap-x-5 gap-y-2 px-5 pt-4 pb-4">
        <h1 className="text-2xl">Roster</h1>
        <p className="quiet">
          {plural(students.length, 'student')} · {plural(data.sections.length, 'section')} ·{' '}
          {plural(data.plans.length, 'group plan')}
        </p>
        <nav aria-label="Parts of the roster" className="flex gap-5">
          {tab('people', 'People')}
          {tab('groups', 'Groups')}
          {tab('sections', 'Sections')}
        </nav>
        <span className="grow" />
        <a href={`/api/courses/${course.id}/roster.csv`} download className="btn btn-sm raised ruled h-9">
          <Download className="size-4" aria-hidden />
          Export CSV
        </a>
        {canEdit && (
          <>
            <Link to="?view=invite" className="btn btn-sm raised ruled h-9">
              <MailPlus className="size-4" aria-hidden />
              Invite
            </Link>
            <Link to="?view=import" className="btn btn-sm raised ruled h-9">
              <Upload className="size-4" aria-hidden />
              Import
            </Link>
            <Link to="?person=new" className="btn btn-primary btn-sm h-9">
              <UserPlus className="size-4" aria-hidden />
              Add a person
            </Link>
          </>
        )}
      </div>
      {view === 'groups' ? (
        <Groups roster={data} canEdit={canEdit} />
      ) : view === 'sections' ? (
        <Sections roster={data} canEdit={canEdit} />
      ) : view === 'import' && canEdit ? (
        <ImportRoster />
      ) : view === 'invite' && canEdit ? (
        <Invite roster={data} />
      ) : data.people.length === 0 ? (
        <Empty level={2} title="Nobody here yet">
          Import a CSV file with names and e-mail addresses, or add people one by one.
        </Empty>
      ) : (
        <People roster={data} />
      )}
    </div>
  );
}
