import { zodResolver } from '@hookform/resolvers/zod';
import { useMemo, useState } from 'react';
import { FormProvider, useForm, useWatch } from 'react-hook-form';
import type { PlanView } from '../../../../contract/plan';
import { NUMBER_NAMES, type Forum, type OwnTerms } from '../../../../core/course/forum';
import { COINED } from '../../../../words/coined';
import { NUMBER_WORDS } from '../../../../words/requirements';
import { useCourse } from '../../../data/course';
import { firstMessage } from '../../../forms/firstMessage';
import { PickMany } from '../../../forms/PickMany';
import { Dialog } from '../../../ui/Dialog';
import { OWN_DATES, ownTermsCodec, type TypedOwnTerms } from './ownTermsForm';
import { TermRow } from './TermRow';
import { Problem } from '../../../ui/Problem';

/** Own terms of sections, groups or students in one forum: whom they are for, and only what differs. */
export function OwnTermsDialog({
  plan,
  forum,
  title,
  terms,
  isNew,
  button = 'Save these terms',
  save: keep,
  close,
}: {
  plan: PlanView;
  forum: Forum;
  title: string;
  terms: OwnTerms;
  isNew: boolean;
  /** What the button says. */
  button?: string;
  /** Saves all own terms of the forum; answers whether that worked. */
  save: (ownTerms: OwnTerms[], label: string) => Promise<boolean>;
  close: () => void;
}) {
  const course = useCourse();
  const canEdit = course.role === 'instructor';
  const codec = useMemo(() => ownTermsCodec(forum, terms.id, course.zone), [forum, terms.id, course.zone]);
  const form = useForm<TypedOwnTerms, unknown, OwnTerms>({
    defaultValues: codec.encode(terms),
    resolver: zodResolver(codec),
    reValidateMode: 'onSubmit',
  });
  const targets = useWatch({ control: form.control, name: 'targets' });
  // What is said of reviews shows where students review one another, or where it is said already.
  const reviews =
    forum.review !== null || terms.dates.reviewsDue !== undefined || terms.numbers.reviews !== undefined;
  const [more, setMore] = useState(Object.keys(terms.numbers).length > 0);
  const problem = firstMessage(form.formState.errors);
  const [busy, setBusy] = useState(false);
  const choices = {
    sections: course.sections,
    groups: plan.groups,
    students: plan.students.map(({ name }) => ({ id: name.id, title: name.sortable })),
  }[targets.kind];
  const others = forum.ownTerms.filter(({ id }) => id !== terms.id);
  const send = async (ownTerms: OwnTerms[], label: string) => {
    setBusy(true);
    const done = await keep(ownTerms, label);
    setBusy(false);
    if (done) close();
  };
  const save = form.handleSubmit((next) => send([...others, next], `own terms in ${title}`));
  return (
    <Dialog title={`Own terms in ${title}`} onClose={close} wide>
      <p className="quiet mb-3 text-sm">{COINED.ownTerms}</p>
      <fieldset disabled={!canEdit}>
        <FormProvider {...form}>
          <PickMany
            key={targets.kind}
            items={choices}
            chosen={targets.ids}
            change={(ids) => form.setValue('targets.ids', ids)}
            beside={
              <>
                For
                <select
                  className="select select-sm raised h-9 w-auto"
                  aria-label="For sections, groups or students"
                  value={targets.kind}
                  onChange={(event) =>
                    form.setValue('targets', { kind: event.target.value as typeof targets.kind, ids: [] })
                  }
                >
                  <option value="students">students</option>
                  <option value="sections">sections</option>
                  <option value="groups">groups</option>
                </select>
              </>
            }
          />
          <div className="ruled mt-4 border-t">
            {OWN_DATES.filter((name) => name !== 'reviewsDue' || reviews).map((name) => (
              <TermRow key={name} name={name} base={forum.schedule[name]} />
            ))}
          </div>
          {more ? (
            <div className="mt-3 grid grid-cols-2 gap-x-4 gap-y-2 sm:grid-cols-4">
              {NUMBER_NAMES.filter((name) => name !== 'reviews' || reviews).map((name) => (
                <label key={name} className="block">
                  <span className="quiet block text-xs">{NUMBER_WORDS[name].label}</span>
                  <input
                    className="input input-sm raised num h-8 w-20 text-center"
                    aria-label={NUMBER_WORDS[name].label}
                    inputMode="numeric"
                    placeholder={String(forum.required[name] ?? forum.required.replies)}
                    {...form.register(`numbers.${name}`)}
                  />
                </label>
              ))}
            </div>
          ) : (
            <button type="button" className="link-plain mt-3 text-sm" onClick={() => setMore(true)}>
              Other requirements too
            </button>
          )}
        </FormProvider>
      </fieldset>
      <Problem className="mt-3">{problem}</Problem>
      {canEdit && (
        <div className="mt-5 flex gap-2">
          <button type="button" className="btn btn-primary" disabled={busy} onClick={() => void save()}>
            {button}
          </button>
          {!isNew && (
            <button
              type="button"
              className="btn raised ruled"
              disabled={busy}
              onClick={() => void send(others, `own terms removed in ${title}`)}
            >
              Remove
            </button>
          )}
        </div>
      )}
    </Dialog>
  );
}
