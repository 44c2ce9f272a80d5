import { useState } from 'react';
import { answerReview, type ReceivedReview } from '../../../contract/reviews';
import { plainText } from '../../../core/text/plainText';
import type { RichNode } from '../../../core/text/richText';
import { call } from '../../data/api';
import { useCourse } from '../../data/course';
import { useKeptEdit } from '../../data/useKeptEdit';
import { RichEditor } from '../../ui/editor/RichEditor';
import { Prose } from '../../ui/Prose';
import { useSaving } from '../../ui/useSaving';

/** The author's answer to a review, once; what was answered, else the field for it. */
export function AnswerReview({ review, asked }: { review: ReceivedReview; asked: boolean }) {
  const course = useCourse().id;
  const kept = useKeptEdit<RichNode>('answer to a review', review.id);
  const [doc, setDoc] = useState<RichNode | null>(kept.restored?.value ?? null);
  const [open, setOpen] = useState(doc !== null);
  const { busy, problem, attempt } = useSaving();
  if (review.answer)
    return (
      <div className="ruled mt-3 border-l-2 pl-3">
        <p className="quiet text-sm">You answered</p>
        <Prose html={review.answer.html} className="text-base" />
      </div>
    );
  if (!asked) return null;
  if (!open)
    return (
      <button type="button" className="link-plain mt-3 text-sm" onClick={() => setOpen(true)}>
        Answer {review.by}
      </button>
    );
  const isEmpty = doc === null || plainText(doc, { quotes: 'all' }).trim() === '';
  return (
    <form
      className="mt-3"
      onSubmit={(event) => {
        event.preventDefault();
        if (doc === null || isEmpty) return;
        void attempt(() => call(answerReview, { course, assignment: review.id }, { doc })).then(
          (ok) => ok && kept.drop(),
        );
      }}
    >
      <RichEditor
        label={`Your answer to ${review.by}`}
        value={doc}
        onChange={(next) => {
          setDoc(next);
          kept.keep(next);
        }}
        placeholder="What will you do with it?"
        minHeight="4rem"
        autoFocus
      />
      {problem && (
        <p role="alert" className="mt-1 text-sm text-error">
          {problem}
        </p>
      )}
      <p className="mt-1.5 flex flex-wrap items-center gap-3">
        <button type="submit" className="btn btn-sm h-9" disabled={busy || isEmpty}>
          Send your answer
        </button>
        <span className="quiet text-xs">
          You answer a review once; its reviewer and your instructors read it.
        </span>
      </p>
    </form>
  );
}
