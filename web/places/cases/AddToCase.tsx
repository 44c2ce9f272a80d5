import { useRef, useState } from 'react';
import { addToCase, type CaseView, type ToAdd } from '../../../contract/cases';
import { uploadFile, call, sentenceOf } from '../../data/api';
import { useCourse } from '../../data/course';
import { newId } from '../../data/newId';
import { Problem } from '../../ui/Problem';
import { useSaving } from '../../ui/useSaving';
import { warnOfRoom } from '../../ui/files/warnOfRoom';

type What = 'note' | 'file' | `to ${string}`;

/** Writes a note or a message to a student into a case, or puts a file there. */
export function AddToCase({ view }: { view: CaseView }) {
  const course = useCourse();
  const [what, setWhat] = useState<What>('note');
  const [text, setText] = useState('');
  const { busy, problem, setProblem, attempt } = useSaving();
  const file = useRef<HTMLInputElement>(null);
  // Tried again under the same id, it is written once.
  const id = useRef(newId());
  const add = async (toAdd: ToAdd) => {
    const done = await attempt(() =>
      call(addToCase, { course: course.id, case: view.id }, { id: id.current, add: toAdd }),
    );
    if (!done) return;
    id.current = newId();
    setText('');
  };
  const put = async () => {
    if (what === 'note') return add({ kind: 'note', text });
    if (what !== 'file') return add({ kind: 'message', to: what.slice(3), text });
    const chosen = file.current?.files?.[0];
    if (!chosen) return setProblem('Choose a file.');
    const fileId = newId();
    try {
      warnOfRoom(await uploadFile(course.id, fileId, chosen, () => undefined));
    } catch (error) {
      return setProblem(`${chosen.name}: ${sentenceOf(error)}`);
    }
    await add({ kind: 'file', file: fileId });
    file.current!.value = '';
  };
  const student = view.students.find((each) => what === `to ${each.id}`);
  return (
    <section aria-labelledby="add-to-case" className="ruled border-t py-4">
      <h2 id="add-to-case" className="text-lg">
        Add to the case
      </h2>
      <form
        className="mt-2"
        onSubmit={(event) => {
          event.preventDefault();
          void put();
        }}
      >
        <div role="radiogroup" aria-label="What to add" className="flex flex-wrap gap-x-5 gap-y-1">
          {(
            [
              ['note', 'A note for staff'],
              ...view.students.map((each) => [`to ${each.id}`, `A message to ${each.name}`] as const),
              ['file', 'A file'],
            ] as readonly (readonly [What, string])[]
          ).map(([value, words]) => (
            <label key={value} className="flex items-center gap-2">
              <input
                type="radio"
                name="what-to-add"
                className="radio radio-sm"
                checked={what === value}
                onChange={() => setWhat(value)}
              />
              {words}
            </label>
          ))}
        </div>
        {what === 'file' ? (
          <input
            ref={file}
            type="file"
            aria-label="File"
            className="file-input raised mt-2 w-full max-w-md"
          />
        ) : (
          <textarea
            aria-label={student ? `Message to ${student.name}` : 'Note'}
            className="textarea raised mt-2 w-full"
            rows={4}
            maxLength={20_000}
            value={text}
            aria-invalid={problem !== null}
            onChange={(event) => setText(event.target.value)}
          />
        )}
        {student && (
          <p className="quiet text-sm">
            {student.given} is told of it, and reads this message and who of the staff reads the answer;
            nothing else of the case, and not its name.
          </p>
        )}
        <Problem className="mt-1 text-sm">{problem}</Problem>
        <button className="btn mt-2" disabled={busy}>
          {student ? `Send to ${student.given}` : what === 'file' ? 'Add the file' : 'Add the note'}
        </button>
      </form>
    </section>
  );
}
