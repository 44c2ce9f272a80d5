import { useState } from 'react';
import { toast } from '../../ui/toast';
import { askForLook } from '../../../contract/secondLooks';
import type { ScoresView } from '../../../contract/scores';
import { call } from '../../data/api';
import { useCourse } from '../../data/course';
import { newId } from '../../data/newId';
import { When } from '../../ui/When';
import { Problem } from '../../ui/Problem';
import { useSaving } from '../../ui/useSaving';

const STATES = {
  asked: 'waits for an answer',
  answered: 'the score stands',
  changed: 'the score was changed',
} as const;

/** What a student asked to be looked at again in a score, and the way to ask. */
export function AnotherLook({ item }: { item: ScoresView['items'][number] }) {
  const course = useCourse().id;
  const [reason, setReason] = useState<string | null>(null);
  const [id] = useState(newId);
  const { problem, setProblem, attempt } = useSaving();
  const ask = async () => {
    await attempt(async () => {
      await call(askForLook, { course, forum: item.forumId! }, { id, reason: reason ?? '' });
      setReason(null);
      toast.success('Asked. The answer will appear here, and as a notice.');
    });
  };
  return (
    <>
      {item.looks.map((look) => (
        <section key={look.id} aria-label="Another look" className="ruled mt-3 border-l-2 pl-4 text-sm">
          <p className="quiet">
            You asked for another look <When at={look.askedAt} />: {STATES[look.state]}
          </p>
          <p className="whitespace-pre-line">{look.reason}</p>
          {look.answer !== null && (
            <p className="mt-1.5 whitespace-pre-line">
              <b>{look.answeredBy}:</b> {look.answer}
            </p>
          )}
        </section>
      ))}
      {item.mayAsk && reason === null && (
        <p className="mt-2 text-sm">
          <button type="button" className="link-plain" onClick={() => setReason('')}>
            Ask for another look
          </button>
          {item.askUntil !== null && (
            <span className="quiet">
              {' '}
              until <When at={item.askUntil} />
            </span>
          )}
        </p>
      )}
      {reason !== null && (
        <form
          className="mt-2 max-w-lg"
          onSubmit={(event) => {
            event.preventDefault();
            void ask();
          }}
        >
          <textarea
            className="textarea raised w-full"
            rows={3}
            autoFocus
            maxLength={4000}
            aria-label={`What should be looked at again in ${item.title}`}
            placeholder="What should be looked at again, and why"
            value={reason}
            onChange={(event) => {
              setReason(event.target.value);
              setProblem(null);
            }}
          />
          <Problem className="text-sm">{problem}</Problem>
          <p className="mt-1.5 flex gap-3">
            <button className="btn btn-primary btn-sm">Ask for another look</button>
            <button type="button" className="btn btn-sm raised ruled" onClick={() => setReason(null)}>
              Cancel
            </button>
          </p>
        </form>
      )}
    </>
  );
}
