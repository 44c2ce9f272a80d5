import { EditorAside } from './EditorAside';
import { EditorHead } from './EditorHead';
import { FinerRules } from './FinerRules';
import { LeftUnsaved } from './LeftUnsaved';
import { OwnTermsRow } from './OwnTermsRow';
import { PromptRow } from './PromptRow';
import { ReviewRow } from './ReviewRow';
import { TitleRow } from './TitleRow';
import { useDeferredValue, useEffect, useMemo, useState } from 'react';
import { zodResolver } from '@hookform/resolvers/zod';
import { useForm, useWatch, type Path } from 'react-hook-form';
import { useSearchParams } from 'react-router';
import { inAudience } from '../../../../core/terms/audience';
import { forumOf, type ForumSettings } from '../../../../contract/forumSettings';
import type { ForumForEdit, PlanView } from '../../../../contract/plan';
import { isBlank } from '../../../../contract/richText';
import { useCourse } from '../../../data/course';
import { useOfferedEdit } from '../../../data/useOfferedEdit';
import { findingWords } from '../../../../words/findings';
import { useFieldKit } from './fieldKit';
import { ConversationRows } from './ConversationRows';
import { EvaluationRow } from './EvaluationRow';
import { DatesRow, RequiredRow, SealRow } from './ForumRows';
import { forumChecks, forumForm, readForum, type ForumForm } from './forumForm';
import { courseDataFrom, findingsFor, planWith, wordsFor } from '../planData';
import { useOtherFindings } from './useOtherFindings';
import { useRehearsal } from '../rehearsal/useRehearsal';
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
  const {
    offered,
    take,
    discard,
    keptAt,
    keep: keepEdit,
    drop,
  } = useOfferedEdit<ForumForm>('forum form', keep);
  const [search, setSearch] = useSearchParams();
  const rehearses = search.get('beside') === 'scores';
  const codec = useMemo(() => forumForm(saved.settings, course.zone), [saved.settings, course.zone]);
  const form = useForm<ForumForm, unknown, ForumSettings>({
    defaultValues: codec.encode(saved.settings),
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
  const changed = useMemo(() => planWith(plan, { forum, settings: read.settings }), [plan, forum, read]);
  const findings = useMemo(
    () => findingsFor(changed, course, data, forum, read.settings.categoryId, !isBlank(read.settings.prompt)),
    [changed, course, data, forum, read.settings.categoryId, read.settings.prompt],
  );
  const elsewhere = useOtherFindings(plan, changed, saved.id);
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
    // What has not been written yet is asked for once someone saves.
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
  const kit = useFieldKit(form, problem, findings, words);
  const isNew = saved.version === 0;
  const published = saved.status === 'published';

  return (
    <form
      className="flex min-h-0 grow flex-col lg:flex-row"
      noValidate
      onSubmit={(event) => event.preventDefault()}
    >
      <div className="min-w-0 grow px-5 pb-16 lg:max-w-[50rem]">
        <EditorHead
          title={values.title.trim() || (isNew ? 'New forum' : 'Untitled')}
          published={published}
          keptAt={keptAt}
        />
        {offered && (
          <LeftUnsaved
            left={offered}
            isNew={isNew}
            take={() => {
              form.reset(offered.value, { keepDefaultValues: true });
              keepEdit(offered.value);
              take();
            }}
            discard={discard}
          />
        )}
        {saving.asks}
        <TitleRow kit={kit} isNew={isNew} />
        <PromptRow
          kit={kit}
          values={values}
          plan={plan}
          saved={saved}
          version={saving.theirs === null ? String(saved.version) : 'theirs'}
        />
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
        <ReviewRow kit={kit} values={values} />
        <OwnTermsRow kit={kit} forum={forum} title={values.title} plan={plan} />
        <EvaluationRow kit={kit} values={values} plan={plan} self={saved.id} />
        <FinerRules kit={kit} values={values} plan={plan} self={saved.id} />
      </div>
      <EditorAside
        forum={forum}
        data={data}
        plan={plan}
        rehearsed={canRehearse ? rehearsed : null}
        unread={unread}
        published={published}
        busy={saving.busy}
        audience={audience}
        elsewhere={elsewhere}
        words={words}
        save={(publish) => saving.save(publish)}
      />
    </form>
  );
}
