import { holdsWords } from '../../../core/text/foldText';
import { addresses } from '../../../words/addresses';
import { useState } from 'react';
import { Link, useSearchParams } from 'react-router';
import { useForm, type Path } from 'react-hook-form';
import { toast } from 'sonner';
import {
  listAllCourses,
  listAllPeople,
  makeCourse,
  makePersonLink,
  savePerson,
  setRole,
  type AdminPerson,
} from '../../../contract/admin';
import { ApiProblem, call, sentenceOf } from '../../data/api';
import { newId } from '../../data/newId';
import { useSession } from '../../data/session';
import { useApi } from '../../data/useApi';
import { Dialog } from '../../ui/Dialog';
import { Frame } from '../../ui/Frame';
import { Field } from '../../ui/Field';
import { NotFound } from '../../ui/NotFound';
import { plural, numberWords } from '../../../words/numbers';
import { Failed, Loading } from '../../ui/states';
import { useTitle } from '../../ui/useTitle';
import { LinkToCopy } from '../../ui/LinkToCopy';

const ZONES = Intl.supportedValuesOf('timeZone');

/** Shows what the server says about a field beside it. */
function useFields<F extends Record<string, unknown>>(defaultValues: F) {
  const form = useForm<F>({ defaultValues: defaultValues as never });
  const take = (error: unknown) => {
    for (const { field, message } of (error instanceof ApiProblem && error.problem.errors) || [])
      if (field in defaultValues) form.setError(field as Path<F>, { message }, { shouldFocus: true });
    toast.error(sentenceOf(error));
  };
  const field = (name: Path<F>, label: string, type = 'text') => {
    const problem = form.getFieldState(name, form.formState).error?.message;
    return (
      <Field
        {...form.register(name)}
        label={label}
        type={type}
        problem={problem}
        className="input-sm raised h-9"
      />
    );
  };
  return { form, field, take };
}

function NewCourse({ close, made }: { close: () => void; made: () => void }) {
  const [id] = useState(newId);
  const { form, field, take } = useFields({
    title: '',
    code: '',
    zone: Intl.DateTimeFormat().resolvedOptions().timeZone,
    firstDay: '',
    lastDay: '',
  });
  const save = async () => {
    try {
      await call(makeCourse, { course: id }, form.getValues());
      toast.success('The course is there. Now give it an instructor.');
      made();
      close();
    } catch (error) {
      take(error);
    }
  };
  return (
    <Dialog title="Make a course" onClose={close}>
      <form
        className="space-y-3"
        noValidate
        onSubmit={(event) => {
          event.preventDefault();
          form.clearErrors();
          void save();
        }}
      >
        {field('title', 'Title of the course')}
        {field('code', 'Code')}
        <label className="block">
          <span className="quiet mb-0.5 block text-sm">Time zone</span>
          <select
            {...form.register('zone')}
            aria-label="Time zone"
            className="select select-sm raised h-9 w-full"
          >
            {ZONES.map((zone) => (
              <option key={zone}>{zone}</option>
            ))}
          </select>
        </label>
        <div className="grid grid-cols-2 gap-3">
          {field('firstDay', 'First day of the term', 'date')}
          {field('lastDay', 'Last day of the term', 'date')}
        </div>
        <button className="btn btn-primary w-full">Make the course</button>
      </form>
    </Dialog>
  );
}

function PersonDialog({
  person,
  courses,
  close,
  changed,
}: {
  person: AdminPerson | null;
  courses: readonly { id: string; title: string; code: string }[];
  close: () => void;
  changed: () => void;
}) {
  const [id] = useState(() => person?.id ?? newId());
  const [now, setNow] = useState(person);
  const [link, setLink] = useState<string | null>(null);
  const { form, field, take } = useFields({
    givenName: person?.givenName ?? '',
    familyName: person?.familyName ?? '',
    preferredName: person?.preferredName ?? '',
    email: person?.email ?? '',
    administrator: person?.administrator ?? false,
  });
  const run = async (work: Promise<AdminPerson>, said: string) => {
    try {
      setNow(await work);
      toast.success(said);
      changed();
    } catch (error) {
      take(error);
    }
  };
  const save = () => {
    const typed = form.getValues();
    return run(
      call(
        savePerson,
        { person: id },
        {
          givenName: typed.givenName,
          familyName: typed.familyName,
          email: typed.email,
          administrator: typed.administrator,
          preferredName: typed.preferredName.trim() === '' ? null : typed.preferredName,
          sortableName: null,
        },
      ),
      now ? 'Saved.' : 'Made. Now choose a course, and make a link to set a password.',
    );
  };
  const makeLink = async (reset: boolean) => {
    try {
      const { address } = await call(makePersonLink, { person: id }, { reset });
      setLink(location.origin + address);
      changed();
    } catch (error) {
      take(error);
    }
  };
  return (
    <Dialog title={now?.name ?? 'Add a person'} onClose={close}>
      <form
        className="space-y-3"
        noValidate
        onSubmit={(event) => {
          event.preventDefault();
          form.clearErrors();
          void save();
        }}
      >
        <div className="grid grid-cols-2 gap-3">
          {field('givenName', 'Given name')}
          {field('familyName', 'Family name')}
        </div>
        {field('preferredName', 'Preferred name')}
        {field('email', 'E-mail')}
        <label className="flex items-center gap-2">
          <input type="checkbox" className="checkbox checkbox-sm" {...form.register('administrator')} />
          Administrator
        </label>
        {form.formState.errors.administrator && (
          <p className="text-sm text-error">{form.formState.errors.administrator.message}</p>
        )}
        <button className="btn btn-primary w-full">{now ? 'Save' : 'Add the person'}</button>
      </form>
      {now && (
        <>
          <h3 className="mt-5 text-base">Courses</h3>
          <ul className="mt-1">
            {courses.map((course) => {
              const part = now.courses.find(({ id: of, removed }) => of === course.id && !removed);
              return (
                <li key={course.id} className="ruled flex items-center justify-between gap-3 border-b py-1">
                  <span className="min-w-0 truncate">
                    {course.title} <span className="quiet text-sm">{course.code}</span>
                  </span>
                  <select
                    aria-label={`Part in ${course.title}`}
                    className="select select-sm raised h-8 w-auto"
                    value={part?.role ?? ''}
                    onChange={(event) =>
                      void run(
                        call(
                          setRole,
                          { person: id },
                          { courseId: course.id, role: (event.target.value || null) as 'student' | null },
                        ),
                        'Saved.',
                      )
                    }
                  >
                    <option value="">no part</option>
                    <option value="instructor">instructor</option>
                    <option value="assistant">assistant</option>
                    <option value="student">student</option>
                  </select>
                </li>
              );
            })}
          </ul>
          <h3 className="mt-5 text-base">Password</h3>
          {link ? (
            <LinkToCopy address={link} name={now.given} />
          ) : (
            <p className="mt-1 flex flex-wrap gap-x-5">
              <button type="button" className="link-plain" onClick={() => void makeLink(false)}>
                Make a one-time link
              </button>
              {now.canSignIn && (
                <button type="button" className="link-plain" onClick={() => void makeLink(true)}>
                  Reset: end the old password now
                </button>
              )}
            </p>
          )}
        </>
      )}
    </Dialog>
  );
}

/** The administrator's place: courses, people, roles, and links to set a password. */
export function Administration() {
  useTitle('Administration');
  const { state } = useSession();
  const [search, setSearch] = useSearchParams();
  const isAdmin = state.person?.administrator === true;
  const courses = useApi(listAllCourses, isAdmin ? {} : null);
  const people = useApi(listAllPeople, isAdmin ? {} : null);
  const [making, setMaking] = useState(false);
  const words = (search.get('find') ?? '').toLowerCase();
  const chosen = search.get('person');
  if (!isAdmin)
    return (
      <Frame course={null}>
        <NotFound />
      </Frame>
    );
  const error = courses.error ?? people.error;
  const set = (name: string, value: string) =>
    setSearch(
      (before) => {
        const next = new URLSearchParams(before);
        if (value) next.set(name, value);
        else next.delete(name);
        return next;
      },
      { replace: true },
    );
  const found = (people.data?.rows ?? []).filter((person) =>
    holdsWords(`${person.name} ${person.sortable} ${person.email}`, words),
  );
  const person = people.data?.rows.find(({ id }) => id === chosen);
  return (
    <Frame course={null}>
      {error ? (
        <Failed error={error} />
      ) : !courses.data || !people.data ? (
        <Loading />
      ) : (
        <div className="mx-auto w-full max-w-5xl px-5 pt-6 pb-20">
          <h1 className="text-2xl">Administration</h1>
          <div className="mt-6 flex items-baseline justify-between">
            <h2 className="text-lg">Courses</h2>
            <button type="button" className="btn btn-primary btn-sm h-9" onClick={() => setMaking(true)}>
              Make a course
            </button>
          </div>
          <ul className="ruled mt-2 border-t">
            {courses.data.rows.map((course) => (
              <li key={course.id} className="ruled flex flex-wrap items-baseline gap-x-4 border-b py-2">
                <span className="font-serif text-lg font-semibold">
                  {state.courses.some(({ id }) => id === course.id) ? (
                    <Link to={addresses.course(course.id)} className="hover:underline">
                      {course.title}
                    </Link>
                  ) : (
                    course.title
                  )}
                </span>
                <span className="quiet">{course.code}</span>
                <span className="quiet grow text-sm sm:text-right">
                  {course.instructors.join(', ') || 'no instructor yet'} ·{' '}
                  {plural(course.students, 'student')} · {course.zone}
                </span>
              </li>
            ))}
            {courses.data.rows.length === 0 && (
              <li className="quiet py-4">
                No course yet. Make the first one, then add its instructor below.
              </li>
            )}
          </ul>
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
          <ul className="ruled mt-2 border-t">
            {found.slice(0, 200).map((each) => (
              <li key={each.id} className="ruled flex flex-wrap items-baseline gap-x-4 border-b py-1.5">
                <button
                  type="button"
                  className="cursor-pointer font-medium hover:underline"
                  onClick={() => set('person', each.id)}
                >
                  {each.sortable}
                </button>
                {each.administrator && <span className="quiet text-xs">administrator</span>}
                {!each.canSignIn && <span className="quiet text-xs">no password yet</span>}
                <span className="quiet grow text-sm sm:text-right">
                  {each.courses
                    .filter(({ removed }) => !removed)
                    .map(({ code, role }) => `${code} ${role}`)
                    .join(', ')}{' '}
                  · {each.email}
                </span>
              </li>
            ))}
          </ul>
          {found.length > 200 && (
            <p className="quiet mt-2 text-sm">
              200 of {numberWords(found.length)}; write more of the name to find the others.
            </p>
          )}
          {making && <NewCourse close={() => setMaking(false)} made={() => void courses.mutate()} />}
          {(person || chosen === 'new') && (
            <PersonDialog
              key={chosen}
              person={person ?? null}
              courses={courses.data.rows}
              close={() => set('person', '')}
              changed={() => {
                void people.mutate();
                void courses.mutate();
              }}
            />
          )}
        </div>
      )}
    </Frame>
  );
}
