import { FailedPage } from '../../../ui/FailedPage';
import { addresses } from '../../../../words/addresses';
import { zodResolver } from '@hookform/resolvers/zod';
import { useState } from 'react';
import { get, useForm, useWatch } from 'react-hook-form';
import { Link, useNavigate, useParams, useSearchParams } from 'react-router';
import { toast } from '../../../ui/toast';
import type { z } from 'zod';
import { listGuides, saveGuide, type KeptGuide } from '../../../../contract/guides';
import type { Guide } from '../../../../core/course/evaluation';
import { guideRule, guideRules } from '../../../../core/scoring/guide';
import { ApiProblem, call, sentenceOf } from '../../../data/api';
import { useCourse } from '../../../data/course';
import { newId } from '../../../data/newId';
import { useApi } from '../../../data/useApi';
import { useBegun } from '../../../data/useBegun';
import { useKeptEdit } from '../../../data/useKeptEdit';
import { NotFound } from '../../../ui/NotFound';
import { Loading } from '../../../ui/states';
import { useTitle } from '../../../ui/useTitle';
import { ForCourse } from '../../../forms/ForCourse';
import type { ScoresChoice } from '../rehearsal/ScoresMove';
import { SaveGuideFiles } from '../../../scoring/library/GuideTools';
import { faceOf } from '../../../scoring/partFaces';
import { readGuide } from '../../../scoring/partForm';
import { firstMessage } from '../../../forms/firstMessage';
import { guideForm, typedGuide, type TypedGuide } from './guideForm';
import { UsedIn } from './UsedIn';
import { Problem } from '../../../ui/Problem';

/** What the server found wrong, in one sentence after the other. */
const allOf = (error: unknown) =>
  error instanceof ApiProblem
    ? [error.problem.detail, ...(error.problem.errors ?? []).map(({ message }) => message)].join(' ')
    : sentenceOf(error);

/** A guide as a form. What is typed stays in the browser until it is saved. */
function GuideForm({
  id,
  kept: latest,
  kind,
  start,
}: {
  id: string;
  kept: KeptGuide | null;
  kind: Guide['kind'];
  start: TypedGuide;
}) {
  const course = useCourse();
  const navigate = useNavigate();
  const { view: kept, begin } = useBegun(latest);
  const { restored, keep, drop } = useKeptEdit<TypedGuide>(
    'guide form',
    kept === null ? `new ${kind} ${start.title}` : id,
  );
  const form = useForm<TypedGuide, unknown, z.output<ReturnType<typeof guideForm>>>({
    defaultValues: restored?.value ?? start,
    resolver: zodResolver(guideForm(kind)),
  });
  const typed = useWatch({ control: form.control }) as TypedGuide;
  const { errors } = form.formState;
  /** What is to be saved, while it is asked what becomes of the forums that use it. */
  const [asks, setAsks] = useState<{ readonly guide: Guide } | null>(null);
  const [problem, setProblem] = useState<string | null>(null);
  const { name } = guideRule({ kind });
  const Fields = faceOf(kind).form.Fields!;
  const change = (patch: Partial<TypedGuide>) => {
    begin();
    const next = { ...form.getValues(), ...patch };
    for (const [field, value] of Object.entries(patch))
      form.setValue(field as keyof TypedGuide, value as never, {
        shouldValidate: form.formState.isSubmitted,
      });
    keep(next);
  };
  const save = async (
    { guide }: { guide: Guide },
    forums: { id: string; version: number; scores: ScoresChoice }[],
  ) => {
    setAsks(null);
    setProblem(null);
    try {
      const { forCourse } = form.getValues();
      const body = { version: kept?.version ?? 0, guide: guide as never, forCourse, forums };
      await call(saveGuide, { course: course.id, guide: id }, body);
      drop();
      toast.success(forums.length > 0 ? 'Saved, there and here.' : 'Saved.');
      await navigate(addresses.library(course.id));
    } catch (error) {
      setProblem(allOf(error));
    }
  };
  const trySave = form.handleSubmit((read) => {
    setProblem(null);
    if (kept !== null && kept.usedIn.length > 0) setAsks(read);
    else return save(read, []);
  });
  const { guide } = readGuide(kind, typed.fields, typed.title);
  return (
    <div className="mx-auto w-full max-w-3xl px-5 pt-4 pb-16">
      <Link to={addresses.library(course.id)} className="link-plain">
        ‹ Library
      </Link>
      <div className="mt-2 flex flex-wrap items-center gap-3">
        <h1 className="text-2xl">{typed.title.trim() || `New ${name}`}</h1>
        <span className="quiet text-sm" aria-live="polite">
          {restored !== null && 'unsaved changes kept'}
        </span>
      </div>
      <label className="mt-4 block">
        <span className="quiet mb-0.5 block text-sm">Name</span>
        <input
          className="input raised h-10 w-full font-serif text-lg"
          value={typed.title}
          maxLength={120}
          autoFocus={kept === null}
          onChange={(event) => change({ title: event.target.value })}
        />
      </label>
      <ForCourse value={typed.forCourse} change={(forCourse) => change({ forCourse })} />
      <div className="-ml-7">
        <Fields
          fields={typed.fields}
          maximum={null}
          name={`the ${name}`}
          says={(field) => <FieldProblem error={get(errors, `fields.${field}`)} />}
          change={(patch) => change({ fields: { ...typed.fields, ...patch } })}
          changeMaximum={() => undefined}
        />
      </div>
      <Problem className="mt-4">{firstMessage(errors) ?? problem}</Problem>
      <p className="mt-5 flex flex-wrap items-center gap-4">
        <button type="button" className="btn btn-primary" onClick={() => void trySave()}>
          Save
        </button>
        {guide && <SaveGuideFiles guide={guide} />}
        {restored !== null && (
          <button
            type="button"
            className="link-plain text-sm"
            onClick={() => {
              drop();
              form.reset(start);
            }}
          >
            Discard the changes
          </button>
        )}
      </p>
      {asks && kept && (
        <UsedIn
          kept={kept}
          guide={asks.guide}
          confirm={(forums) => void save(asks, forums)}
          close={() => setAsks(null)}
        />
      )}
    </div>
  );
}

function FieldProblem({ error }: { error: { readonly message?: string } | undefined }) {
  return error?.message ? <p className="text-sm text-error">{error.message}</p> : null;
}

/** One rubric, checklist or scale of the library: a new one, a copy, or one that is kept. */
export function EditGuide() {
  const course = useCourse();
  const { guide: id } = useParams();
  const [search] = useSearchParams();
  const [fresh] = useState(newId);
  const { data, error } = useApi(listGuides, { course: course.id }, { revalidateOnFocus: false });
  const isNew = id === 'new';
  const kept = data?.guides.find((each) => each.id === (isNew ? search.get('from') : id)) ?? null;
  useTitle(isNew ? 'New' : kept?.guide.title, 'Library', course.title);
  if (course.role !== 'instructor') return <NotFound />;
  if (error && !data) return <FailedPage error={error} />;
  if (!data) return <Loading />;
  if (isNew) {
    const asked = guideRules.map(({ kind }) => kind).find((kind) => kind === search.get('kind')) ?? 'rubric';
    const start = kept
      ? typedGuide(kept.guide, kept.of === 'course', `${kept.guide.title} (copy)`)
      : { title: '', forCourse: true, fields: faceOf(asked).form.start };
    return <GuideForm id={fresh} kept={null} kind={kept?.guide.kind ?? asked} start={start} />;
  }
  if (!kept) return <NotFound />;
  return (
    <GuideForm
      key={kept.id}
      id={kept.id}
      kept={kept}
      kind={kept.guide.kind}
      start={typedGuide(kept.guide, kept.of === 'course')}
    />
  );
}
