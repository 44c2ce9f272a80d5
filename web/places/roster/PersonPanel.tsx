import { zodResolver } from '@hookform/resolvers/zod';
import { X } from 'lucide-react';
import { useMemo, useState } from 'react';
import { FormProvider, useForm, useWatch } from 'react-hook-form';
import { Link } from 'react-router';
import { toast } from '../../ui/toast';
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
import { addresses } from '../../../words/addresses';
import { ApiProblem, call } from '../../data/api';
import { courseNow } from '../../data/clock';
import { useCourse } from '../../data/course';
import { newId } from '../../data/newId';
import { showProblems } from '../../forms/serverProblems';
import { LinkToCopy } from '../../ui/LinkToCopy';
import { MoveWarning } from './MoveWarning';
import { PersonFields } from './PersonFields';
import { memberOf, personForm, type PersonForm } from './personForm';
import { PersonTerms } from './PersonTerms';
import { orSayWhyNot, sayWhyNot } from '../../ui/sayWhyNot';

/** A person of the roster: who they are, where they belong, and what they are given more time for. */
export function PersonPanel({
  person,
  roster,
  canEdit,
  close,
}: {
  person: RosterPerson | null;
  roster: RosterView;
  canEdit: boolean;
  close: () => void;
}) {
  const course = useCourse();
  const [id] = useState(() => person?.id ?? newId());
  const [warned, setWarned] = useState<readonly MoveChangeView[] | null>(null);
  const [link, setLink] = useState<string | null>(null);
  const [busy, setBusy] = useState(false);
  const codec = useMemo(() => personForm(course.zone), [course.zone]);
  const form = useForm<PersonForm, unknown, MemberFields>({
    defaultValues: codec.encode(memberOf(person, courseNow())),
    resolver: zodResolver(codec),
  });
  const role = useWatch({ control: form.control, name: 'role' });
  const fixed = person !== null && !person.mayRename;

  const save = (confirmed: boolean) => form.handleSubmit((fields) => send(fields, confirmed))();
  const send = async (fields: MemberFields, confirmed: boolean) => {
    setBusy(true);
    try {
      await call(
        saveMember,
        { course: course.id, person: id },
        { version: person?.version ?? 0, fields, confirmed },
      );
      toast.success(person ? 'Saved.' : `${fields.givenName} is in the course.`);
      if (!person) close();
    } catch (error) {
      if (error instanceof ApiProblem && error.problem.code === 'moveChanges')
        setWarned(moveChanges.parse(error.problem.current));
      else {
        showProblems(form, error, 'fields');
        sayWhyNot(error);
      }
    }
    setBusy(false);
  };
  const setRemoved = async (removed: boolean) => {
    await orSayWhyNot(async () => {
      await call(setMemberRemoved, { course: course.id, person: id }, { version: person!.version, removed });
      toast.success(
        removed
          ? `${person!.name} can no longer see the course; posts and scores stay.`
          : `${person!.name} is back.`,
      );
    });
  };
  const makeLink = async () => {
    await orSayWhyNot(async () => {
      const { address } = await call(makeMemberLink, { course: course.id, person: id });
      setLink(location.origin + address);
    });
  };
  return (
    <aside
      aria-label={person?.name ?? 'Add a person'}
      className="ruled raised fixed inset-x-0 top-[52px] bottom-0 z-20 overflow-y-auto border-l p-5 min-[900px]:sticky min-[900px]:top-[52px] min-[900px]:z-0 min-[900px]:h-[calc(100vh-52px)] min-[900px]:w-96 min-[900px]:shrink-0"
    >
      <div className="flex items-start justify-between gap-2">
        <h2 className="text-xl">{person?.name ?? 'Add a person'}</h2>
        <button type="button" className="btn btn-ghost btn-xs btn-square" aria-label="Close" onClick={close}>
          <X className="size-4" aria-hidden />
        </button>
      </div>
      {person?.removed && (
        <p className="mt-2 text-late">
          Removed from the course: posts and scores stay, and count for everyone else.
        </p>
      )}
      <form
        className="mt-3 space-y-3"
        onSubmit={(event) => {
          event.preventDefault();
          void save(false);
        }}
        noValidate
      >
        <FormProvider {...form}>
          <PersonFields role={role} roster={roster} canEdit={canEdit} fixed={fixed} />
        </FormProvider>
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
                {person.removed ? 'Restore' : 'Remove'}
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
      {canEdit && person?.role === 'student' && person.mayRename && !person.removed && (
        <div className="ruled mt-5 border-t pt-4">
          {link === null ? (
            <button type="button" className="link-plain" onClick={() => void makeLink()}>
              {person.canSignIn
                ? 'Make a one-time link for a forgotten password'
                : 'Make a one-time link to choose a password'}
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
