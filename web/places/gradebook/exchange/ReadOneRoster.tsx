import { useEffect, useState } from 'react';
import { toast } from '../../../ui/toast';
import { readOneRoster, type OneRosterRead } from '../../../../contract/oneRoster';
import { call, sentenceOf } from '../../../data/api';
import { useCourse } from '../../../data/course';
import { plural, pointWords } from '../../../../words/numbers';
import { MoveChanges } from '../../roster/MoveWarning';
import type { CellValue } from '../../../../contract/cells';
import { Problem } from '../../../ui/Problem';
import { useSaving } from '../../../ui/useSaving';

const said = (value: CellValue) =>
  value === null ? 'nothing' : value === 'excused' ? 'excused' : pointWords(value);

/** So many scores are listed at most. */
const LISTED = 200;

const ITEM = {
  new: 'new',
  same: 'already there',
  otherMaximum: 'already there with another maximum; its scores are left out',
} as const;

function Findings({ read }: { read: OneRosterRead }) {
  return (
    <>
      <p className="mt-3 text-error" role="alert">
        {plural(read.findingCount, 'thing')} in the files {read.findingCount === 1 ? 'is' : 'are'} wrong, so
        nothing is read. Put {read.findingCount === 1 ? 'it' : 'them'} right and choose the files again.
      </p>
      <ul
        className="num mt-2 max-h-72 overflow-y-auto text-sm"
        tabIndex={0}
        aria-label="What is wrong in the files"
      >
        {read.findings.map(({ file, line, column, message }, index) => (
          <li key={index} className="ruled border-b py-1 last:border-0">
            <b>{file}</b>
            {line !== null && `, line ${line}`}
            {column !== null && `, ${column}`}: {message}
          </li>
        ))}
      </ul>
    </>
  );
}

/** Roster, items and results from OneRoster files: first what would happen, then, confirmed, written. */
export function ReadOneRoster({
  name,
  files,
  done,
}: {
  name: string;
  files: Readonly<Record<string, string>>;
  done: () => void;
}) {
  const course = useCourse().id;
  const [read, setRead] = useState<OneRosterRead | null>(null);
  const [classId, setClassId] = useState<string | null>(null);
  const [overwrite, setOverwrite] = useState(false);
  const { busy, problem, setProblem, attempt } = useSaving();
  useEffect(() => {
    let left = false;
    call(readOneRoster, { course }, { files: { ...files }, classId, overwrite, confirm: false })
      .then((answer) => {
        if (!left) setRead(answer);
      })
      .catch((error: unknown) => setProblem(sentenceOf(error)));
    return () => {
      left = true;
    };
  }, [course, files, classId, overwrite, setProblem]);
  const write = () =>
    attempt(async () => {
      const chosen = classId ?? read!.classId;
      const request = { files: { ...files }, classId: chosen, overwrite, confirm: true };
      const answer = await call(readOneRoster, { course }, request);
      toast.success(
        `Written: ${plural(answer.students.new, 'new student')}, ${plural(answer.scores.length, 'score')}.`,
      );
      done();
    });
  return (
    <>
      <p className="mt-3">
        <b>{name}</b>
      </p>
      <Problem className="mt-2">{problem}</Problem>
      {read === null && !problem && <p className="quiet mt-2">Reading …</p>}
      {read !== null && read.findingCount > 0 && <Findings read={read} />}
      {read !== null && read.findingCount === 0 && (
        <div aria-live="polite">
          {read.classes.length > 1 && <ClassChoice read={read} busy={busy} choose={setClassId} />}
          <PeopleRead read={read} />
          <ItemsRead read={read} />
          {(read.stand > 0 || overwrite) && (
            <label className="mt-3 flex items-center gap-2">
              <input
                type="checkbox"
                className="checkbox checkbox-sm"
                checked={overwrite}
                disabled={busy}
                onChange={(event) => setOverwrite(event.target.checked)}
              />
              Also replace existing scores{read.stand > 0 && ` (${read.stand} differ)`}
            </label>
          )}
          <ScoresRead read={read} />
          <button
            type="button"
            className="btn btn-primary mt-4"
            disabled={busy || !wouldWrite(read)}
            onClick={() => void write()}
          >
            {wouldWrite(read) ? 'Write everything' : 'Nothing to write'}
          </button>
        </div>
      )}
    </>
  );
}

/** Whether anything would be written. */
const wouldWrite = ({ students, scores, items, categories }: OneRosterRead): boolean =>
  students.new + students.changed + scores.length > 0 ||
  [...items, ...categories].some(({ kind }) => kind === 'new');

function ClassChoice({
  read,
  busy,
  choose,
}: {
  read: OneRosterRead;
  busy: boolean;
  choose: (classId: string) => void;
}) {
  return (
    <label className="mt-2 block max-w-sm">
      <span className="quiet mb-0.5 block text-sm">The class to read</span>
      <select
        className="select select-sm raised h-9 w-full"
        value={read.classId ?? ''}
        disabled={busy}
        onChange={(event) => choose(event.target.value)}
      >
        {read.classes.map(({ id, title, items }) => (
          <option key={id} value={id}>
            {title} ({plural(items, 'item')})
          </option>
        ))}
      </select>
    </label>
  );
}

/** Who is new, who changes, who is left out, and what moves mean in forums under way. */
function PeopleRead({ read: { students, staff, peopleLeft, moves } }: { read: OneRosterRead }) {
  return (
    <>
      <p className="num mt-3">
        {plural(students.new, 'new student')}, {students.changed} changed, {students.same} the same.
        {staff > 0 && ` ${plural(staff, 'member')} of staff left out; add staff in the Roster.`}
      </p>
      {peopleLeft.map(({ name: who, notes }) => (
        <p key={who} className="text-sm text-error">
          {who}: {notes.join(' ')}
        </p>
      ))}
      {moves.length > 0 && (
        <div className="mt-2 text-sm">
          <p className="text-late">Changes of section mean something in forums under way:</p>
          <MoveChanges changes={moves} />
        </div>
      )}
    </>
  );
}

function ItemsRead({ read: { items, categories } }: { read: OneRosterRead }) {
  return (
    <>
      <ul className="num mt-2 text-sm">
        {items.map(({ title, kind, scores }, index) => (
          <li key={index} className="ruled flex gap-3 border-b py-1 last:border-0">
            <span className="grow">{title}</span>
            <span className="quiet">
              {ITEM[kind]} · {plural(scores, 'score')}
            </span>
          </li>
        ))}
      </ul>
      {categories.some(({ kind }) => kind === 'new') && (
        <p className="mt-1 text-sm text-late">
          New categories have no weight yet; set it in the course settings.
        </p>
      )}
    </>
  );
}

/** The scores to write, from what to what, and those that are left out. */
function ScoresRead({ read: { scores, scoresLeft } }: { read: OneRosterRead }) {
  return (
    <>
      {scores.length > 0 && (
        <details className="mt-2">
          <summary className="link-plain text-sm">
            {plural(scores.length, 'score')} to write{scores.length === LISTED && ' and more'}
          </summary>
          <ul className="num max-h-48 overflow-y-auto text-sm">
            {scores.map(({ student, item, before, after }, index) => (
              <li key={index}>
                {student}, {item}: {before !== null && `${said(before)} → `}
                <b>{said(after)}</b>
              </li>
            ))}
          </ul>
        </details>
      )}
      {scoresLeft.map(({ student, item, message }, index) => (
        <p key={index} className="text-sm text-error">
          {student}, {item}: {message}
        </p>
      ))}
    </>
  );
}
