import { addresses } from '../../../words/addresses';
import { Copy, X } from 'lucide-react';
import { useState } from 'react';
import { useForm, useWatch, type Path } from 'react-hook-form';
import { Link } from 'react-router';
import { toast } from 'sonner';
import {
  makeMemberLink,
  moveChanges,
  saveMember,
  setMemberRemoved,
  type MemberFields,
  type MoveChangeView,
  type RosterPerson,
  type RosterView,
} from '../../../contract/roster';
import { fromWallClock, toWallClock } from '../../../core/time/wallClock';
import { ApiProblem, call, sentenceOf } from '../../data/api';
import { courseNow } from '../../data/clock';
import { useCourse } from '../../data/course';
import { newId } from '../../data/newId';
import { MoveWarning } from './MoveWarning';
import { PersonTerms } from './PersonTerms';

interface PersonForm {
  role: MemberFields['role'];
  givenName: string;
  familyName: string;
  preferredName: string;
  sortableName: string;
  email: string;
  studentNumber: string;
  sectionId: string;
  sections: string[];
  enrolledFrom: string;
  accommodation: string;
  accommodationUnit: 'days' | 'hours' | 'minutes';
  accommodationReason: string;
}
const UNITS = { days: 1440, hours: 60, minutes: 1 } as const;

function toForm(person: RosterPerson | null, zone: string): PersonForm {
  const minutes = person?.accommodationMinutes ?? 0;
  const unit = minutes % 1440 === 0 ? 'days' : minutes % 60 === 0 ? 'hours' : 'minutes';
  return {
    role: person?.role ?? 'student',
    givenName: person?.givenName ?? '',
    familyName: person?.familyName ?? '',
    preferredName: person?.preferredName ?? '',
    sortableName: person?.sortable ?? '',
    email: person?.email ?? '',
    studentNumber: person?.studentNumber ?? '',
    sectionId: person?.sectionId ?? '',
    sections: person && person.sections !== 'all' ? [...person.sections] : [],
    enrolledFrom: toWallClock(person?.enrolledFrom ?? courseNow(), zone),
    accommodation: String(minutes / UNITS[unit]),
    accommodationUnit: unit,
    accommodationReason: person?.accommodationReason ?? '',
  };
}

function fieldsFrom(form: PersonForm, zone: string): MemberFields {
  const text = (value: string) => (value.trim() === '' ? null : value.trim());
  return {
    role: form.role,
    givenName: form.givenName.trim(),
    familyName: form.familyName.trim(),
    preferredName: text(form.preferredName),
    sortableName: text(form.sortableName),
    email: form.email.trim(),
    studentNumber: text(form.studentNumber),
    sectionId: form.sectionId || null,
    sections: form.sections.length === 0 ? 'all' : form.sections,
    enrolledFrom: fromWallClock(form.enrolledFrom.slice(0, 16), zone),
    accommodationMinutes: Math.round(Number(form.accommodation || '0') * UNITS[form.accommodationUnit]),
    accommodationReason: text(form.accommodationReason),
  };
}

/** A person of the roster: who they are, where they belong, and what they are given more time for. */
export function PersonPanel({
  person,
  roster,
  canEdit,
  close,
  changed,
}: {
  person: RosterPerson | null;
  roster: RosterView;
  canEdit: boolean;
  close: () => void;
  changed: () => void;
}) {
  const course = useCourse();
  const [id] = useState(() => person?.id ?? newId());
  const [warned, setWarned] = useState<readonly MoveChangeView[] | null>(null);
  const [link, setLink] = useState<string | null>(null);
  const [busy, setBusy] = useState(false);
  const form = useForm<PersonForm>({ defaultValues: toForm(person, course.zone) });
  const role = useWatch({ control: form.control, name: 'role' });
  const fixed = person !== null && !person.mayRename;

  const save = async (confirmed: boolean) => {
    const values = form.getValues();
    if (!Number.isFinite(Number(values.accommodation || '0')) || Number(values.accommodation) < 0) {
      form.setError('accommodation', { message: 'Write a number, 0 for none.' });
      return;
    }
    setBusy(true);
    try {
      const fields = fieldsFrom(values, course.zone);
      await call(
        saveMember,
        { course: course.id, person: id },
        { version: person?.version ?? 0, fields, confirmed },
      );
      toast.success(person ? 'Saved.' : `${fields.givenName} is in the course.`);
      changed();
      if (!person) close();
    } catch (error) {
      if (error instanceof ApiProblem && error.problem.code === 'moveChanges')
        setWarned(moveChanges.parse(error.problem.current));
      else {
        for (const { field, message } of (error instanceof ApiProblem && error.problem.errors) || []) {
          const name = field.replace(/^fields\./, '').replace('accommodationMinutes', 'accommodation');
          if (name in values) form.setError(name as Path<PersonForm>, { message }, { shouldFocus: true });
        }
        toast.error(sentenceOf(error));
        if (error instanceof ApiProblem && error.problem.code === 'conflict') changed();
      }
    }
    setBusy(false);
  };
  const setRemoved = async (removed: boolean) => {
    try {
      await call(setMemberRemoved, { course: course.id, person: id }, { version: person!.version, removed });
      toast.success(
        removed
          ? `${person!.name} sees nothing of the course any more; posts and scores stay.`
          : `${person!.name} is back.`,
      );
      changed();
    } catch (error) {
      toast.error(sentenceOf(error));
    }
  };
  const makeLink = async () => {
    try {
      const { address } = await call(makeMemberLink, { course: course.id, person: id });
      setLink(location.origin + address);
    } catch (error) {
      toast.error(sentenceOf(error));
    }
  };
  const field = (
    name: 'givenName' | 'familyName' | 'preferredName' | 'sortableName' | 'email' | 'studentNumber',
    label: string,
    disabled = false,
  ) => {
    const problem = form.formState.errors[name]?.message;
    return (
      <label className="block">
        <span className="quiet mb-0.5 block text-sm">{label}</span>
        <input
          {...form.register(name)}
          disabled={!canEdit || disabled}
          aria-invalid={Boolean(problem)}
          className={`input input-sm raised h-9 w-full ${problem ? 'input-error' : ''}`}
        />
        {problem && <span className="block text-sm text-error">{problem}</span>}
      </label>
    );
  };
  const says = (name: 'role' | 'sections' | 'sectionId' | 'accommodation' | 'enrolledFrom') => {
    const problem = form.formState.errors[name]?.message;
    return problem ? <p className="text-sm text-error">{problem}</p> : null;
  };
  return (
    <aside
      aria-label={person?.name ?? 'Add a person'}
      className="ruled raised fixed inset-0 z-20 overflow-y-auto border-l p-5 min-[900px]:sticky min-[900px]:top-[52px] min-[900px]:z-0 min-[900px]:h-[calc(100vh-52px)] min-[900px]:w-96 min-[900px]:shrink-0"
    >
      <div className="flex items-start justify-between gap-2">
        <h2 className="text-xl">{person?.name ?? 'Add a person'}</h2>
        <button type="button" className="btn btn-ghost btn-xs btn-square" aria-label="Close" onClick={close}>
          <X className="size-4" aria-hidden />
        </button>
      </div>
      {person?.removed && (
        <p className="mt-2" style={{ color: 'var(--late)' }}>
          Removed from the course: posts and scores stay, and count for everybody else.
        </p>
      )}
      <form
        className="mt-3 space-y-3"
        onSubmit={(event) => {
          event.preventDefault();
          form.clearErrors();
          void save(false);
        }}
        noValidate
      >
        <label className="block">
          <span className="quiet mb-0.5 block text-sm">Part in the course</span>
          <select
            {...form.register('role')}
            disabled={!canEdit}
            className="select select-sm raised h-9 w-full"
            aria-label="Part in the course"
          >
            <option value="student">student</option>
            <option value="assistant">assistant</option>
            <option value="instructor">instructor</option>
          </select>
        </label>
        {says('role')}
        {fixed && (
          <p className="quiet text-sm">
            Only the administrator can change this name and e-mail: the account was not made in this course,
            or is used in others too.
          </p>
        )}
        <div className="grid grid-cols-2 gap-3">
          {field('givenName', 'Given name', fixed)}
          {field('familyName', 'Family name', fixed)}
          {field('preferredName', 'Preferred name', fixed)}
          {field('sortableName', 'Sorted as', fixed)}
        </div>
        {field('email', 'E-mail', fixed)}
        {role === 'student' && (
          <>
            <div className="grid grid-cols-2 gap-3">
              {field('studentNumber', 'Student number')}
              <label className="block">
                <span className="quiet mb-0.5 block text-sm">Section</span>
                <select
                  {...form.register('sectionId')}
                  disabled={!canEdit}
                  className="select select-sm raised h-9 w-full"
                  aria-label="Section"
                >
                  <option value="">none</option>
                  {roster.sections.map(({ id: section, title }) => (
                    <option key={section} value={section}>
                      {title}
                    </option>
                  ))}
                </select>
              </label>
            </div>
            {says('sectionId')}
            <label className="block">
              <span className="quiet mb-0.5 block text-sm">
                Enrolled from <span className="text-xs">(nothing due before is asked of them)</span>
              </span>
              <input
                {...form.register('enrolledFrom')}
                type="datetime-local"
                disabled={!canEdit}
                className="input input-sm raised h-9 w-full"
              />
            </label>
            <fieldset className="ruled border-t pt-3">
              <legend className="sr-only">Accommodation</legend>
              <p className="font-semibold">Accommodation</p>
              <p className="quiet text-sm">
                More time for every due date and every end of posting, in all forums, present and to come.
              </p>
              <div className="mt-2 flex gap-2">
                <input
                  {...form.register('accommodation')}
                  inputMode="decimal"
                  aria-label="Accommodation: how much"
                  disabled={!canEdit}
                  className="input input-sm raised num h-9 w-20 text-center"
                />
                <select
                  {...form.register('accommodationUnit')}
                  aria-label="Accommodation: unit"
                  disabled={!canEdit}
                  className="select select-sm raised h-9 w-auto"
                >
                  <option value="days">days</option>
                  <option value="hours">hours</option>
                  <option value="minutes">minutes</option>
                </select>
              </div>
              {says('accommodation')}
              <label className="mt-2 block">
                <span className="quiet mb-0.5 block text-sm">Reason, for staff only</span>
                <textarea
                  {...form.register('accommodationReason')}
                  disabled={!canEdit}
                  rows={2}
                  className="textarea textarea-sm raised w-full"
                />
              </label>
            </fieldset>
          </>
        )}
        {role === 'assistant' && roster.sections.length > 0 && (
          <fieldset>
            <legend className="quiet text-sm">Works with (none chosen: every section)</legend>
            <div className="mt-1 flex flex-wrap gap-4">
              {roster.sections.map(({ id: section, title }) => (
                <label key={section} className="flex items-center gap-2">
                  <input
                    type="checkbox"
                    value={section}
                    disabled={!canEdit}
                    className="checkbox checkbox-sm"
                    {...form.register('sections')}
                  />
                  {title}
                </label>
              ))}
            </div>
            {says('sections')}
          </fieldset>
        )}
        {canEdit && (
          <div className="flex gap-2 pt-2">
            <button className="btn btn-primary grow" disabled={busy}>
              {person ? 'Save' : 'Add to the course'}
            </button>
            {person && (
              <button
                type="button"
                className="btn raised ruled"
                onClick={() => void setRemoved(!person.removed)}
              >
                {person.removed ? 'Bring back' : 'Remove'}
              </button>
            )}
          </div>
        )}
      </form>
      {person?.role === 'student' && !person.removed && (
        <p className="mt-3">
          <Link className="link-plain" to={addresses.studentTerm(course.id, person.id)}>
            The student’s term
          </Link>
        </p>
      )}
      {person?.role === 'student' && <PersonTerms person={person} />}
      {canEdit && person && !person.canSignIn && person.mayRename && !person.removed && (
        <div className="ruled mt-5 border-t pt-4">
          {link === null ? (
            <button type="button" className="link-plain" onClick={() => void makeLink()}>
              Make a one-time link to set a password
            </button>
          ) : (
            <LinkToCopy address={link} name={person.given} />
          )}
        </div>
      )}
      {warned && (
        <MoveWarning
          changes={warned}
          close={() => setWarned(null)}
          confirm={() => {
            setWarned(null);
            void save(true);
          }}
        />
      )}
    </aside>
  );
}

/** A one-time link, to be copied and handed over. */
export function LinkToCopy({ address, name }: { address: string; name: string }) {
  return (
    <div>
      <p className="text-sm">Give {name} this link. It works once, for seven days; a new one replaces it.</p>
      <div className="mt-2 flex gap-2">
        <input
          readOnly
          aria-label="One-time link"
          className="input input-sm raised h-9 grow"
          value={address}
          onFocus={(event) => event.target.select()}
        />
        <button
          type="button"
          className="btn btn-sm raised ruled h-9"
          onClick={() => {
            navigator.clipboard.writeText(address).then(
              () => toast.success('Copied.'),
              () => toast.error('The browser did not let us copy; select the link and copy it by hand.'),
            );
          }}
        >
          <Copy className="size-4" aria-hidden />
          Copy
        </button>
      </div>
    </div>
  );
}
