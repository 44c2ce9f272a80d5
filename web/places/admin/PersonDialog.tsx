import { zodResolver } from '@hookform/resolvers/zod';
import { useState } from 'react';
import { FormProvider, useForm } from 'react-hook-form';
import { toast } from '../../ui/toast';
import { z } from 'zod';
import { makePersonLink, savePerson, setRole, type AdminPerson } from '../../../contract/admin';
import type { BodyOf } from '../../../contract/endpoint';
import { call } from '../../data/api';
import { newId } from '../../data/newId';
import { optionalText } from '../../forms/codecs';
import { showProblems } from '../../forms/serverProblems';
import { Dialog } from '../../ui/Dialog';
import { LinkToCopy } from '../../ui/LinkToCopy';
import { sayWhyNot } from '../../ui/sayWhyNot';
import { AdminField } from './AdminField';

type Fields = Omit<BodyOf<typeof savePerson>, 'sortableName'>;

const personCodec = z.object({
  givenName: savePerson.body.shape.givenName,
  familyName: savePerson.body.shape.familyName,
  preferredName: optionalText,
  email: savePerson.body.shape.email,
  administrator: z.boolean(),
});

/** A person as the administrator knows them: their names, whether they are an administrator too, their courses, and their password. */
export function PersonDialog({
  person,
  courses,
  close,
}: {
  person: AdminPerson | null;
  courses: readonly { id: string; title: string; code: string }[];
  close: () => void;
}) {
  const [id] = useState(() => person?.id ?? newId());
  const [now, setNow] = useState(person);
  const form = useForm<z.input<typeof personCodec>, unknown, Fields>({
    defaultValues: {
      givenName: person?.givenName ?? '',
      familyName: person?.familyName ?? '',
      preferredName: person?.preferredName ?? '',
      email: person?.email ?? '',
      administrator: person?.administrator ?? false,
    },
    resolver: zodResolver(personCodec),
  });
  const refused = (error: unknown) => {
    showProblems(form, error, '');
    sayWhyNot(error);
  };
  const run = async (work: Promise<AdminPerson>, said: string) => {
    try {
      setNow(await work);
      toast.success(said);
    } catch (error) {
      refused(error);
    }
  };
  const save = form.handleSubmit((fields) =>
    run(
      call(savePerson, { person: id }, { ...fields, sortableName: null }),
      now ? 'Saved.' : 'Made. Now choose a course, and make a link to set a password.',
    ),
  );
  return (
    <Dialog title={now?.name ?? 'Add a person'} onClose={close}>
      <FormProvider {...form}>
        <form className="space-y-3" noValidate onSubmit={(event) => void save(event)}>
          <div className="grid grid-cols-2 gap-3">
            <AdminField name="givenName" label="Given name" />
            <AdminField name="familyName" label="Family name" />
          </div>
          <AdminField name="preferredName" label="Preferred name" />
          <AdminField name="email" label="E-mail" />
          <label className="flex items-center gap-2">
            <input type="checkbox" className="checkbox checkbox-sm" {...form.register('administrator')} />
            Administrator
          </label>
          {form.formState.errors.administrator && (
            <p className="text-sm text-error">{form.formState.errors.administrator.message}</p>
          )}
          <button className="btn btn-primary w-full">{now ? 'Save' : 'Add the person'}</button>
        </form>
      </FormProvider>
      {now && (
        <>
          <h3 className="mt-5 text-base">Courses</h3>
          <Parts
            person={now}
            courses={courses}
            give={(courseId, role) => void run(call(setRole, { person: id }, { courseId, role }), 'Saved.')}
          />
          <h3 className="mt-5 text-base">Password</h3>
          <PasswordLink person={now} refused={refused} />
        </>
      )}
    </Dialog>
  );
}

type Role = BodyOf<typeof setRole>['role'];

/** Every course, with the part the person has in it. */
function Parts({
  person,
  courses,
  give,
}: {
  person: AdminPerson;
  courses: readonly { id: string; title: string; code: string }[];
  give: (courseId: string, role: Role) => void;
}) {
  return (
    <ul className="mt-1">
      {courses.map((course) => (
        <li key={course.id} className="ruled flex items-center justify-between gap-3 border-b py-1">
          <span className="min-w-0 truncate">
            {course.title} <span className="quiet text-sm">{course.code}</span>
          </span>
          <select
            aria-label={`Role in ${course.title}`}
            className="select select-sm raised h-8 w-auto"
            value={person.courses.find(({ id, removed }) => id === course.id && !removed)?.role ?? ''}
            onChange={(event) => give(course.id, (event.target.value || null) as Role)}
          >
            <option value="">no part</option>
            <option value="instructor">instructor</option>
            <option value="assistant">assistant</option>
            <option value="student">student</option>
          </select>
        </li>
      ))}
    </ul>
  );
}

/** A one-time link to set a password, made when it is asked for. */
function PasswordLink({ person, refused }: { person: AdminPerson; refused: (error: unknown) => void }) {
  const [link, setLink] = useState<string | null>(null);
  const make = async (reset: boolean) => {
    try {
      const { address } = await call(makePersonLink, { person: person.id }, { reset });
      setLink(location.origin + address);
    } catch (error) {
      refused(error);
    }
  };
  if (link !== null) return <LinkToCopy address={link} name={person.given} />;
  return (
    <p className="mt-1 flex flex-wrap gap-x-5">
      <button type="button" className="link-plain" onClick={() => void make(false)}>
        Make a one-time link
      </button>
      {person.canSignIn && (
        <button type="button" className="link-plain" onClick={() => void make(true)}>
          Reset: end the old password now
        </button>
      )}
    </p>
  );
}
