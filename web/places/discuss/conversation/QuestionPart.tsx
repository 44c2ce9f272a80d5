import type { ForumView } from '../../../../contract/discuss';
import { plural } from '../../../../words/numbers';
import { Prose } from '../../../ui/Prose';
import { SealMark } from '../../../ui/SealMark';
import { useForumContext } from '../context/forumContext';
import { OpeningComposer } from '../writing/OpeningComposer';

/** One question: its text, what its own seal keeps back, and where it is answered. */
export function QuestionPart({
  question,
  number,
  space,
}: {
  question: ForumView['questions'][number];
  number: number;
  space: ForumView['spaces'][number] | null;
}) {
  const { forum } = useForumContext();
  return (
    <section aria-label={`Question ${number}`} className="ruled mt-7 border-t pt-4">
      <h2 className="label-caps flex items-center gap-2 font-sans">
        Question {number}
        {question.retired && <span>· retired</span>}
        {question.sealed && <SealMark size={13} label="sealed for you" />}
      </h2>
      <Prose html={question.html} className="mt-1 font-semibold" />
      <div className="mt-3 space-y-3">
        {!question.retired && <OpeningComposer space={space} questionId={question.id} />}
        {question.sealed && (
          <p className="flex items-center gap-2 text-sm text-seal">
            <SealMark size={15} />
            {question.sealedPosts === 0
              ? 'Nobody else has answered yet.'
              : `${plural(question.sealedPosts, 'post')} sealed until your answer has ${plural(forum.sealed?.minWords ?? 1, 'word')}.`}
          </p>
        )}
      </div>
    </section>
  );
}
