import { useRef, useState } from 'react';
import { toast } from '../../ui/toast';
import { listGuides, saveGuide } from '../../../contract/guides';
import type { RowFinding } from '../../../core/csv/rowReader';
import type { Guide } from '../../../core/course/evaluation';
import { call } from '../../data/api';
import { useCourse } from '../../data/course';
import { newId } from '../../data/newId';
import { useApi } from '../../data/useApi';
import { Dialog } from '../../ui/Dialog';
import { Failed, Loading } from '../../ui/states';
import { KeepDialog } from '../../ui/KeepDialog';
import { guideRule } from '../../../core/scoring/guide';
import { guideWords } from '../../../words/parts';
import { judgedBy, readGuide, type TypedPart } from '../partForm';
import { readGuideFile, saveAsCsv, saveAsJson } from './guideFiles';

/** What was wrong with a file, line by line. */
export function FileFindings({ findings, close }: { findings: readonly RowFinding[]; close: () => void }) {
  return (
    <Dialog title="The file was not taken" onClose={close}>
      <ul role="alert" className="max-h-72 space-y-1 overflow-y-auto">
        {findings.slice(0, 100).map(({ line, message }, index) => (
          <li key={index}>
            <span className="quiet num">line {line}</span> {message}
          </li>
        ))}
      </ul>
      <p className="quiet mt-3 text-sm">Nothing was changed. Correct the file, and choose it again.</p>
    </Dialog>
  );
}

/** Chooses a file and reads a guide from it. */
export function GuideFile({ words, take }: { words: string; take: (guide: Guide) => void }) {
  const input = useRef<HTMLInputElement>(null);
  const [findings, setFindings] = useState<readonly RowFinding[] | null>(null);
  const read = async (file: File | undefined) => {
    if (!file) return;
    const answer = readGuideFile(await file.text(), file.name);
    if ('guide' in answer) take(answer.guide);
    else setFindings(answer.findings);
  };
  return (
    <>
      <button type="button" className="link-plain" onClick={() => input.current?.click()}>
        {words}
      </button>
      <input
        ref={input}
        type="file"
        hidden
        accept=".csv,.json,text/csv,application/json"
        aria-label={words}
        onChange={(event) => {
          void read(event.target.files?.[0]);
          event.target.value = '';
        }}
      />
      {findings && <FileFindings findings={findings} close={() => setFindings(null)} />}
    </>
  );
}

function Choose({
  kind,
  take,
  close,
}: {
  kind: Guide['kind'];
  take: (id: string, guide: Guide) => void;
  close: () => void;
}) {
  const course = useCourse();
  const { data, error } = useApi(listGuides, { course: course.id });
  const fitting = data?.guides.filter(({ guide }) => guide.kind === kind);
  return (
    <Dialog title={`Take a ${guideRule({ kind }).name} from the library`} onClose={close}>
      {error && !data && <Failed error={error} />}
      {!data && !error && <Loading />}
      {fitting?.length === 0 && (
        <p className="quiet">The library has none yet. Save one from a forum, or make one in the library.</p>
      )}
      <ul className="ruled border-t empty:border-0">
        {fitting?.map(({ id, guide, of }) => (
          <li key={id} className="ruled border-b">
            <button
              type="button"
              className="group w-full cursor-pointer py-2.5 text-left"
              onClick={() => {
                take(id, guide);
                close();
              }}
            >
              <span className="block font-serif font-semibold group-hover:underline">{guide.title}</span>
              <span className="quiet num text-sm">
                {guideWords(guide)} · {of === 'mine' ? 'yours' : 'of this course'}
              </span>
            </button>
          </li>
        ))}
      </ul>
    </Dialog>
  );
}

function Keep({ guide, kept, close }: { guide: Guide; kept: (id: string) => void; close: () => void }) {
  const course = useCourse();
  return (
    <KeepDialog
      title={`Save this ${guideRule(guide).name} in the library`}
      start={{ title: guide.title, note: '', forCourse: true }}
      button="Save"
      keep={async ({ title, forCourse }) => {
        const id = newId();
        const body = { version: 0, guide: { ...guide, title } as never, forCourse };
        await call(saveGuide, { course: course.id, guide: id }, body);
        toast.success('It is in the library. Save the forum too, so that it stays tied to it.');
        kept(id);
      }}
      close={close}
    />
  );
}

/** What can be done with a rubric, a checklist or a scale as a whole: taken from and kept in the library, read from and written to a file. */
export function GuideTools({
  part,
  kind,
  change,
}: {
  part: TypedPart;
  kind: Guide['kind'];
  change: (part: TypedPart) => void;
}) {
  const [open, setOpen] = useState<'choose' | 'keep' | null>(null);
  const { guide } = readGuide(kind, part.fields[kind], part.title);
  const fill = (next: Guide, guideId: string | null) => change(judgedBy(part, next, guideId));
  const { name } = guideRule({ kind });
  return (
    <p className="mt-2 flex flex-wrap gap-x-4 gap-y-1 pl-7 text-sm">
      <button type="button" className="link-plain" onClick={() => setOpen('choose')}>
        Take a {name} from the library
      </button>
      <GuideFile words="Read a file" take={(next) => fill(next, null)} />
      {guide && (
        <>
          <button type="button" className="link-plain" onClick={() => setOpen('keep')}>
            Keep in the library
          </button>
          <SaveGuideFiles guide={guide} />
        </>
      )}
      {part.fields[kind].guideId !== '' && <span className="quiet">from the library</span>}
      {open === 'choose' && (
        <Choose kind={kind} take={(id, next) => fill(next, id)} close={() => setOpen(null)} />
      )}
      {open === 'keep' && guide && (
        <Keep
          guide={guide}
          kept={(guideId) =>
            change({ ...part, fields: { ...part.fields, [kind]: { ...part.fields[kind], guideId } } })
          }
          close={() => setOpen(null)}
        />
      )}
    </p>
  );
}

/** Saves a guide as a file of one's own. */
export function SaveGuideFiles({ guide }: { guide: Guide }) {
  return (
    <>
      <button type="button" className="link-plain text-sm" onClick={() => saveAsCsv(guide)}>
        Save as CSV
      </button>
      <button type="button" className="link-plain text-sm" onClick={() => saveAsJson(guide)}>
        Save as JSON
      </button>
    </>
  );
}
