import { useState } from 'react';
import { toast } from '../../../ui/toast';
import { answerLook, type DeskView } from '../../../../contract/evaluate';
import { call } from '../../../data/api';
import { useCourse } from '../../../data/course';
import { When } from '../../../ui/When';
import { Problem } from '../../../ui/Problem';
import { useSaving } from '../../../ui/useSaving';

/** A student's wish for another look that waits for an answer, and those answered before. */
export function LookAgain({ view, answered }: { view: DeskView; answered: (view: DeskView) => void }) {
  const course = useCourse().id;
  const [answer, setAnswer] = useState('');
  const { problem, setProblem, attempt } = useSaving();
  const send = async (look: string) => {
    await attempt(async () => {
      const params = { course, forum: view.forum.id, student: view.student.id, look };
      answered(await call(answerLook, params, { answer }));
      setAnswer('');
      toast.success(`${view.student.given} can read your answer.`);
    });
  };
  return view.looks.map((look) => {
    const isOpen = look.state === 'asked';
    return (
      <section
        key={look.id}
        aria-label="Another look"
        className={`rounded-box mt-2 px-3 py-2 text-sm ${isOpen ? 'bg-late-wash' : ''}`}
      >
        <p>
          <b className={isOpen ? 'text-late' : undefined}>
            {isOpen ? `${view.student.given} asks for another look` : 'Asked for another look'}
          </b>{' '}
          <When at={look.askedAt} className="quiet" />
        </p>
        <p className="whitespace-pre-line">{look.reason}</p>
        {isOpen ? (
          <form
            className="mt-2"
            onSubmit={(event) => {
              event.preventDefault();
              void send(look.id);
            }}
          >
            <textarea
              className="textarea textarea-sm raised w-full"
              rows={2}
              maxLength={4000}
              aria-label={`Answer to ${view.student.given}`}
              placeholder="Give another score first where it changes; then answer"
              value={answer}
              onChange={(event) => {
                setAnswer(event.target.value);
                setProblem(null);
              }}
            />
            <Problem>{problem}</Problem>
            <button className="btn btn-sm raised ruled mt-1">Answer</button>
          </form>
        ) : (
          <p className="quiet mt-1 whitespace-pre-line">
            {look.answeredBy},{' '}
            {look.state === 'changed' ? 'who changed the score' : 'who let the score stand'}: {look.answer}
          </p>
        )}
      </section>
    );
  });
}
