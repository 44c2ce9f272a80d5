import { addresses } from '../../../../words/addresses';
import { useState } from 'react';
import { Link, useNavigate, useParams, useSearchParams } from 'react-router';
import { toast } from 'sonner';
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
import { Failed, Loading } from '../../../ui/states';
import { useTitle } from '../../../ui/useTitle';
import { ForCourse } from '../../../forms/ForCourse';
import type { ScoresChoice } from '../rehearsal/ScoresMove';
import { SaveGuideFiles } from '../../../scoring/library/GuideTools';
import { faceOf } from '../../../scoring/partFaces';
import { guideFields, readGuide } from '../../../scoring/partForm';
import { UsedIn } from './UsedIn';
import { Problem } from '../../../ui/Problem';

interface Edit {
  readonly title: string;
  readonly forCourse: boolean;
  readonly kind: Guide['kind'];
  /** The fields of its kind, as they are typed. */
  readonly fields: object;
}

function editOf(guide: Guide, forCourse: boolean, title = guide.title): Edit {
  return { title, forCourse, kind: guide.kind, fields: guideFields(guide) };
}

/** A guide as a form. What is typed stays in the browser until it is saved. */
function GuideForm({ id, kept: latest, start }: { id: string; kept: KeptGuide | null; start: Edit }) {
  const course = useCourse();
  const navigate = useNavigate();
  const { view: kept, begin } = useBegun(latest);
  const { restored, keep, drop } = useKeptEdit<Edit>(
    'guide fields',
    kept === null ? `new ${start.kind} ${start.title}` : id,
  );
  const [edit, setEdit] = useState<Edit>(restored?.value ?? start);
  const [tried, setTried] = useState(false);
  const [asks, setAsks] = useState(false);
  const [problem, setProblem] = useState<string | null>(null);
  const { kind } = edit;
  const { guide, problems } = readGuide(kind, edit.fields, edit.title);
  const { name } = guideRule({ kind });
  const Fields = faceOf(kind).form.Fields!;
  const change = (patch: Partial<Edit>) => {
    begin();
    const next = { ...edit, ...patch };
    setEdit(next);
    keep(next);
  };
  const says = (field: string) => {
    const message = tried ? problems?.[field] : undefined;
    return message ? <p className="text-sm text-error">{message}</p> : null;
  };
  const save = async (forums: { id: string; version: number; scores: ScoresChoice }[]) => {
    setAsks(false);
    setProblem(null);
    try {
      await call(
        saveGuide,
        { course: course.id, guide: id },
        { version: kept?.version ?? 0, guide: guide as never, forCourse: edit.forCourse, forums },
      );
      drop();
      toast.success(forums.length > 0 ? 'Saved, there and here.' : 'Saved.');
      await navigate(addresses.library(course.id));
    } catch (error) {
      setProblem(
        error instanceof ApiProblem
          ? [error.problem.detail, ...(error.problem.errors ?? []).map(({ message }) => message)].join(' ')
          : sentenceOf(error),
      );
    }
  };
  const trySave = () => {
    setTried(true);
    if (edit.title.trim() === '') return setProblem('Give it a name.');
    const wrong = Object.values(problems ?? {})[0];
    if (wrong) return setProblem(wrong);
    if (kept !== null && kept.usedIn.length > 0) return setAsks(true);
    void save([]);
  };
  return (
    <div className="mx-auto w-full max-w-3xl px-5 pt-4 pb-16">
      <Link to={addresses.library(course.id)} className="link-plain">
        ‹ Library
      </Link>
      <div className="mt-2 flex flex-wrap items-center gap-3">
        <h1 className="text-2xl">{edit.title.trim() || `New ${name}`}</h1>
        <span className="quiet text-sm" aria-live="polite">
          {restored !== null && 'unsaved changes kept'}
        </span>
      </div>
      <label className="mt-4 block">
        <span className="quiet mb-0.5 block text-sm">Name</span>
        <input
          className="input raised h-10 w-full font-serif text-lg"
          value={edit.title}
          maxLength={120}
          autoFocus={kept === null}
          onChange={(event) => change({ title: event.target.value })}
        />
      </label>
      <ForCourse value={edit.forCourse} change={(forCourse) => change({ forCourse: forCourse })} />
      <div className="-ml-7">
        <Fields
          fields={edit.fields}
          maximum={null}
          name={`the ${name}`}
          says={says}
          change={(patch) => change({ fields: { ...edit.fields, ...patch } })}
          changeMaximum={() => undefined}
        />
      </div>
      <Problem className="mt-4">{problem}</Problem>
      <p className="mt-5 flex flex-wrap items-center gap-4">
        <button type="button" className="btn btn-primary" onClick={trySave}>
          Save
        </button>
        {guide && <SaveGuideFiles guide={guide} />}
        {restored !== null && (
          <button
            type="button"
            className="link-plain text-sm"
            onClick={() => {
              drop();
              setEdit(start);
            }}
          >
            Throw the changes away
          </button>
        )}
      </p>
      {asks && kept && guide && (
        <UsedIn
          kept={kept}
          guide={guide}
          confirm={(forums) => void save(forums)}
          close={() => setAsks(false)}
        />
      )}
    </div>
  );
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
  if (error && !data) return <Failed error={error} />;
  if (!data) return <Loading />;
  if (isNew) {
    const asked = guideRules.map(({ kind }) => kind).find((kind) => kind === search.get('kind')) ?? 'rubric';
    const start: Edit = kept
      ? editOf(kept.guide, kept.of === 'course', `${kept.guide.title} (copy)`)
      : { title: '', forCourse: true, kind: asked, fields: faceOf(asked).form.start };
    return <GuideForm id={fresh} kept={null} start={start} />;
  }
  if (!kept) return <NotFound />;
  return (
    <GuideForm key={kept.id} id={kept.id} kept={kept} start={editOf(kept.guide, kept.of === 'course')} />
  );
}
