import { useState } from 'react';
import { saveStudentNote, type StudentTerm } from '../../../../contract/studentTerm';
import { ApiProblem, call } from '../../../data/api';
import { useCourse } from '../../../data/course';
import { KeptText } from '../../../ui/KeptText';
import { When } from '../../../ui/When';

type Note = StudentTerm['note'];

/** What staff note about a student among themselves. */
export function StaffNote({ student, note }: { student: string; note: Note }) {
  const course = useCourse().id;
  const [kept, setKept] = useState(note);
  const save = async (text: string) => {
    try {
      setKept(await call(saveStudentNote, { course, student }, { version: kept.version, text }));
    } catch (error) {
      if (error instanceof ApiProblem && error.problem.status === 409) setKept(error.problem.current as Note);
      throw error;
    }
  };
  return (
    <KeptText
      label={
        <>
          <span className="font-semibold">Note of staff</span>{' '}
          <span className="quiet text-sm">only staff read it</span>
        </>
      }
      text={note.text}
      rows={3}
      button="Save the note"
      save={save}
      theirsIn={(current) => (current as Note).text}
      beside={
        kept.by !== null &&
        kept.at !== null && (
          <span className="quiet text-sm">
            {kept.by}, <When at={kept.at} />
          </span>
        )
      }
    />
  );
}
