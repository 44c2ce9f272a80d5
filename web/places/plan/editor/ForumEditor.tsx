import { addresses } from '../../../../words/addresses';
import { datesIn } from '../../../ui/dateWords';
import { useDeferredValue, useEffect, useMemo, useState } from 'react';
import { zodResolver } from '@hookform/resolvers/zod';
import { Controller, useForm, useWatch, type Path } from 'react-hook-form';
import { Link, useSearchParams } from 'react-router';
import { inAudience } from '../../../../core/terms/audience';
import { forumOf, type ForumSettings } from '../../../../contract/forumSettings';
import type { ForumForEdit, PlanView } from '../../../../contract/plan';
import { isBlank } from '../../../../contract/richText';
import { useCourse } from '../../../data/course';
import { useKeptEdit } from '../../../data/useKeptEdit';
import { timeWords } from '../../../../words/dates';
import { findingWords } from '../../../../words/findings';
import { countWords } from '../../../../words/numbers';
import { RichEditor } from '../../../ui/editor/RichEditor';
import { useFieldKit } from './fieldKit';
import { FormRow } from '../../../forms/FormRow';
import { ConversationRows } from './ConversationRows';
import { EvaluationRow } from './EvaluationRow';
import { AttentionRow, AuthorsRow, BeforeRow } from './FinerRows';
import { DatesRow, RequiredRow, SealRow } from './ForumRows';
import { forumChecks, forumForm, readForum, type ForumForm } from './forumForm';
import { courseDataFrom, findingsFor, wordsFor, targetWords } from '../planData';
import { ownTermsWords } from '../../../../words/ownTerms';
import { Rehearsal } from '../rehearsal/Rehearsal';
import { useRehearsal } from '../rehearsal/useRehearsal';
import { StudentPreview } from './StudentPreview';
import { useSavingForum } from './useSavingForum';

/** A forum as a form beside what a student will see; what is typed is kept until it is saved or thrown away. */
export function ForumEditor({
  plan,
  saved: first,
  keep,
}: {
  plan: PlanView;
  saved: ForumForEdit;
  keep: string;
}) {
  const course = useCourse();
  const [saved, setSaved] = useState(first);
  const { restored, keptAt, keep: keepEdit, drop } = useKeptEdit<ForumForm>('forum form', keep);
  const [search, setSearch] = useSearchParams();
  const rehearses = search.get('beside') === 'scores';
  const codec = useMemo(() => forumForm(saved.settings, course.zone), [saved.settings, course.zone]);
  const [finer, setFiner] = useState(
    first.settings.rules.prerequisites.length > 0 || first.settings.rules.audience.kind === 'listed',
  );
  const form = useForm<ForumForm, unknown, ForumSettings>({
    defaultValues: restored?.value ?? codec.encode(saved.settings),
    resolver: zodResolver(codec.pipe(forumChecks)),
  });
  const values = useWatch({ control: form.control }) as ForumForm;
  const deferred = useDeferredValue(values);
  const read = useMemo(
    () => readForum(deferred, saved.settings, course.zone),
    [deferred, saved.settings, course.zone],
  );
  const forum = useMemo(
    () => forumOf(read.settings, { id: saved.id, status: saved.status, frozen: saved.frozen }),
    [read.settings, saved.id, saved.status, saved.frozen],
  );
  const data = useMemo(() => courseDataFrom(plan, course.zone), [plan, course.zone]);
  const audience = plan.students.filter(({ facts }) => inAudience(forum, facts)).length;
  const findings = useMemo(
    () => findingsFor(plan, course, data, forum, read.settings.categoryId, !isBlank(read.settings.prompt)),
    [plan, course, data, forum, read.settings.categoryId, read.settings.prompt],
  );
  const words = wordsFor(plan, course);
  const errors = findings.filter((finding) => finding.severity === 'error');
  const { isDirty } = form.formState;
  const unread = Object.keys(read.problems).length > 0;
  const canRehearse = saved.status === 'published' && saved.settings.rules.evaluation !== null;
  const rehearsed = useRehearsal(
    course.id,
    saved.id,
    canRehearse && rehearses && !unread ? read.settings : null,
  );

  useEffect(() => {
    if (isDirty) keepEdit(values);
  }, [values, isDirty, keepEdit]);

  const problem = (name: string): string | undefined => {
    const { error } = form.getFieldState(name as Path<ForumForm>);
    if (typeof error?.message === 'string') return error.message;
    // What has not been written yet is asked for once somebody saves.
    return name === 'title' || name.startsWith('rules.questions.') ? undefined : read.problems[name];
  };

  const takeTheirs = (settings: ForumSettings) => {
    form.reset(codec.encode(settings));
    drop();
  };
  const saving = useSavingForum({
    form,
    saved,
    setSaved,
    errors,
    title: values.title,
    students: plan.students.length,
    errorWords: (finding) => findingWords(finding, words).title,
    drop,
    take: takeTheirs,
    lookAtScores: () => setSearch({ beside: 'scores' }, { replace: true }),
  });
  const { save, busy } = saving;
  const kit = useFieldKit(form, problem, findings, words);
  const { says } = kit;
  const isNew = saved.version === 0;
  const published = saved.status === 'published';

  return (
    <form
      className="flex min-h-0 grow flex-col lg:flex-row"
      noValidate
      onSubmit={(event) => event.preventDefault()}
    >
      <div className="min-w-0 grow px-5 pb-16 lg:max-w-[50rem]">
        <div className="flex flex-wrap items-baseline gap-x-4 pt-4 pb-2">
          <Link to={addresses.plan(course.id)} className="link-plain">
            ‹ Plan
          </Link>
          <h1 className="text-2xl">{values.title.trim() || (isNew ? 'New forum' : 'Untitled')}</h1>
          <span className="quiet text-sm" aria-live="polite">
            {published ? 'published' : 'draft'}
            {keptAt !== null && ` · unsaved changes kept ${timeWords(keptAt, course.zone)}`}
          </span>
          {restored && (
            <button type="button" className="link-plain text-sm" onClick={() => takeTheirs(saved.settings)}>
              Throw them away
            </button>
          )}
        </div>
        {saving.asks}
        <FormRow label="Title and unit">
          <input
            {...form.register('title')}
            aria-label="Title"
            aria-invalid={Boolean(problem('title'))}
            placeholder="Who owns the floodplain?"
            className={`input raised h-10 w-full font-serif text-lg ${problem('title') ? 'input-error' : ''}`}
            autoFocus={isNew}
          />
          {says('title')}
          <select
            {...form.register('unitId')}
            aria-label="Unit"
            className="select select-sm raised h-9 w-auto max-w-full"
          >
            <option value="">On top of the course</option>
            {course.units.map((unit, index) => (
              <option key={unit.id} value={unit.id}>
                {index + 1} · {unit.title}
              </option>
            ))}
          </select>
        </FormRow>
        <FormRow label="Prompt">
          <Controller
            control={form.control}
            name="prompt"
            render={({ field }) => (
              <RichEditor
                key={saving.theirs === null ? saved.version : 'theirs'}
                label="Prompt"
                value={field.value}
                onChange={field.onChange}
                course={course.id}
                headings
                forums={plan.forums
                  .filter(({ id }) => id !== saved.id)
                  .map(({ id, title }) => ({ address: addresses.forum(course.id, id), title }))}
                placeholder="What do you ask your students?"
                invalid={Boolean(problem('prompt'))}
              />
            )}
          />
          {says('prompt')}
          {kit.notes('prompt')}
          <label className="flex items-center gap-2">
            <input
              type="checkbox"
              className="checkbox checkbox-sm"
              disabled={saved.starterPosted}
              {...form.register('hasStarter')}
            />
            Open the conversation with a starter of your own
            {saved.starterPosted && (
              <span className="quiet text-sm">(it is posted; edit it in the forum)</span>
            )}
          </label>
          {values.hasStarter && !saved.starterPosted && (
            <Controller
              control={form.control}
              name="starter"
              render={({ field }) => (
                <RichEditor
                  label="Starter"
                  value={field.value}
                  onChange={field.onChange}
                  course={course.id}
                  minHeight="4rem"
                  placeholder="Posted in your name when you publish; visible under the seal."
                />
              )}
            />
          )}
        </FormRow>
        <ConversationRows
          kit={kit}
          values={values}
          posts={saved.posts}
          was={saved.settings.rules}
          plans={plan.groupPlans}
        />
        <DatesRow kit={kit} forum={forum} />
        <SealRow kit={kit} values={values} />
        <RequiredRow kit={kit} values={values} />
        {!isNew && (
          <FormRow label="Own terms">
            <ul className="pt-1.5 text-sm">
              {saved.settings.rules.ownTerms.map((own) => (
                <li key={own.id}>
                  <b className="font-semibold">{targetWords(own.targets, plan, course)}:</b>{' '}
                  {ownTermsWords(own, datesIn(course.zone))}
                </li>
              ))}
            </ul>
            <Link
              to={addresses.plan(course.id, { forum: saved.id, terms: 'new' })}
              className="link-plain text-sm"
            >
              {saved.settings.rules.ownTerms.length === 0
                ? 'Give a section, a group or a student own terms'
                : 'Add or change own terms'}
            </Link>
          </FormRow>
        )}
        <EvaluationRow kit={kit} values={values} plan={plan} self={saved.id} />
        <details
          className="ruled border-b py-4"
          open={finer}
          onToggle={(event) => setFiner(event.currentTarget.open)}
        >
          <summary className="link-plain">
            Finer rules: what authors may do, approval, being told, nods, prerequisites, audience
          </summary>
          <AuthorsRow kit={kit} values={values} />
          <AttentionRow kit={kit} values={values} />
          <BeforeRow kit={kit} values={values} plan={plan} self={saved.id} />
        </details>
      </div>
      <aside
        aria-label="Preview"
        className="ruled raised flex flex-col border-t p-5 lg:sticky lg:top-[52px] lg:h-[calc(100vh-52px)] lg:w-[30rem] lg:shrink-0 lg:grow lg:border-t-0 lg:border-l"
      >
        <div className="min-h-0 grow overflow-y-auto pr-5 -mr-5 pl-5 -ml-5">
          {canRehearse && (
            <div role="group" aria-label="Beside the form" className="mb-4 flex gap-5 text-sm">
              {(['student', 'scores'] as const).map((beside) => (
                <button
                  key={beside}
                  type="button"
                  aria-pressed={rehearses === (beside === 'scores')}
                  className={
                    rehearses === (beside === 'scores')
                      ? 'border-b-2 border-primary pb-0.5 font-semibold'
                      : 'quiet cursor-pointer pb-0.5 hover:underline'
                  }
                  onClick={() => setSearch(beside === 'scores' ? { beside } : {}, { replace: true })}
                >
                  {beside === 'scores' ? 'Rehearse the scores' : 'As a student'}
                </button>
              ))}
            </div>
          )}
          {canRehearse && rehearses ? (
            <Rehearsal rehearsed={rehearsed} unread={unread} />
          ) : (
            <StudentPreview forum={forum} data={data} plan={plan} />
          )}
        </div>
        <div className="flex gap-2 pt-4">
          {published ? (
            <button
              type="button"
              className="btn btn-primary grow"
              disabled={busy}
              onClick={() => void save(false)}
            >
              Save
            </button>
          ) : (
            <>
              <button
                type="button"
                className="btn btn-primary grow"
                disabled={busy}
                onClick={() => void save(true)}
              >
                Publish to {countWords(audience, 'student')}
              </button>
              <button
                type="button"
                className="btn raised ruled"
                disabled={busy}
                onClick={() => void save(false)}
              >
                Keep as draft
              </button>
            </>
          )}
        </div>
      </aside>
    </form>
  );
}
