import { FailedPage } from '../../../ui/FailedPage';
import { addresses } from '../../../../words/addresses';
import { useState } from 'react';
import { Link, useNavigate } from 'react-router';
import { dropGuide, listGuides, saveGuide, type KeptGuide } from '../../../../contract/guides';
import type { Guide } from '../../../../core/course/evaluation';
import { call } from '../../../data/api';
import { useCourse } from '../../../data/course';
import { newId } from '../../../data/newId';
import { useApi } from '../../../data/useApi';
import { Dialog } from '../../../ui/Dialog';
import { Empty, Loading } from '../../../ui/states';
import { useTitle } from '../../../ui/useTitle';
import { saveAsCsv, saveAsJson } from '../../../scoring/library/guideFiles';
import { guideRule, guideRules } from '../../../../core/scoring/guide';
import { guideWords } from '../../../../words/parts';
import { GuideFile } from '../../../scoring/library/GuideTools';
import { orSayWhyNot } from '../../../ui/sayWhyNot';

/** What was thrown away may be wanted: asks once. */
function ThrowAway({ kept, close }: { kept: KeptGuide; close: () => void }) {
  const course = useCourse();
  const drop = async () => {
    await orSayWhyNot(async () => {
      await call(dropGuide, { course: course.id, guide: kept.id });
      close();
    });
  };
  return (
    <Dialog title={`Discard “${kept.guide.title}”?`} onClose={close}>
      <p>
        {kept.usedIn.length > 0
          ? `Forums that use it keep what they have: ${kept.usedIn.map(({ title }) => title).join(', ')}.`
          : 'No forum uses it.'}
      </p>
      <button type="button" className="btn btn-primary mt-4" onClick={() => void drop()}>
        Remove it
      </button>
    </Dialog>
  );
}

/** The rubrics, checklists and scales that are kept to be used again, and where each is used. */
export function Library() {
  const course = useCourse();
  const navigate = useNavigate();
  useTitle('Library', 'Plan', course.title);
  const { data, error, mutate } = useApi(listGuides, { course: course.id });
  const [dropping, setDropping] = useState<KeptGuide | null>(null);
  const canEdit = course.role === 'instructor';
  const add = async (guide: Guide) => {
    const id = newId();
    await orSayWhyNot(async () => {
      const body = { version: 0, guide: guide as never, forCourse: true };
      await call(saveGuide, { course: course.id, guide: id }, body);
      await navigate(id);
    });
  };
  if (error && !data) return <FailedPage error={error} retry={() => void mutate()} />;
  if (!data) return <Loading what="Opening the library" />;
  const make = canEdit && (
    <span className="flex flex-wrap items-center gap-x-4 gap-y-2 text-sm">
      {guideRules.map(({ kind, name }) => (
        <Link key={kind} to={`new?kind=${kind}`} className="link-plain">
          New {name}
        </Link>
      ))}
      <GuideFile words="Read a file" take={(guide) => void add(guide)} />
    </span>
  );
  return (
    <div className="mx-auto w-full max-w-4xl px-5 pt-4 pb-16">
      <Link to={addresses.plan(course.id)} className="link-plain">
        ‹ Plan
      </Link>
      <div className="mt-2 flex flex-wrap items-baseline justify-between gap-x-6 gap-y-2">
        <h1 className="text-2xl">Rubrics, checklists and scales</h1>
        {data.guides.length > 0 && make}
      </div>
      {data.guides.length === 0 ? (
        <Empty level={2} title="Nothing is saved yet" action={make}>
          What is saved here can score parts of any forum in the course. Save one from a forum’s form, make
          one, or read one from a file.
        </Empty>
      ) : (
        <ul className="ruled mt-4 border-t">
          {data.guides.map((kept) => (
            <li key={kept.id} className="ruled border-b py-3.5">
              <div className="flex flex-wrap items-baseline gap-x-4">
                {canEdit ? (
                  <Link
                    to={kept.id}
                    className="min-w-0 grow font-serif text-lg font-semibold hover:underline"
                  >
                    {kept.guide.title}
                  </Link>
                ) : (
                  <span className="min-w-0 grow font-serif text-lg font-semibold">{kept.guide.title}</span>
                )}
                <span className="flex gap-x-4 text-sm">
                  <button
                    type="button"
                    className="link-plain"
                    aria-label={`Save ${kept.guide.title} as CSV`}
                    onClick={() => saveAsCsv(kept.guide)}
                  >
                    CSV
                  </button>
                  <button
                    type="button"
                    className="link-plain"
                    aria-label={`Save ${kept.guide.title} as JSON`}
                    onClick={() => saveAsJson(kept.guide)}
                  >
                    JSON
                  </button>
                  {canEdit && (
                    <>
                      <Link
                        to={`new?from=${kept.id}`}
                        className="link-plain"
                        aria-label={`Duplicate ${kept.guide.title}`}
                      >
                        Duplicate
                      </Link>
                      <button
                        type="button"
                        className="link-plain"
                        aria-label={`Discard ${kept.guide.title}`}
                        onClick={() => setDropping(kept)}
                      >
                        Discard
                      </button>
                    </>
                  )}
                </span>
              </div>
              <p className="quiet num text-sm">
                <span className="inline-block first-letter:uppercase">{guideRule(kept.guide).name}</span> of{' '}
                {guideWords(kept.guide)} · {kept.of === 'mine' ? 'only yours' : 'of this course'} ·{' '}
                {kept.usedIn.length === 0
                  ? 'not used yet'
                  : `used in ${kept.usedIn.map(({ title, differs }) => `${title}${differs ? ' (changed there)' : ''}`).join(', ')}`}
              </p>
            </li>
          ))}
        </ul>
      )}
      {dropping && <ThrowAway kept={dropping} close={() => setDropping(null)} />}
    </div>
  );
}
