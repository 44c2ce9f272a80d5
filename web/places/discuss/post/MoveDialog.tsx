import { useId, useMemo, useState } from 'react';
import { toast } from '../../../ui/toast';
import type { ForumView } from '../../../../contract/discuss';
import { postsOf, type PostView } from '../../../../contract/posts';
import { movePost } from '../../../../contract/moderate';
import { branchBelow } from '../../../../core/moderate/moveBranch';
import { call } from '../../../data/api';
import { useCourse } from '../../../data/course';
import { Dialog } from '../../../ui/Dialog';
import { plural } from '../../../../words/numbers';
import { When } from '../../../ui/When';
import { saidWithUndo } from '../../../ui/saidWithUndo';
import { useForumContext } from '../context/forumContext';
import { firstWords } from '../context/conversation';
import { useBody } from '../context/bodies';
import { Problem } from '../../../ui/Problem';
import { orSayWhyNot } from '../../../ui/sayWhyNot';
import { useSaving } from '../../../ui/useSaving';
import { RadioLine } from '../../../ui/RadioLine';

const LISTED = 40;
const OWN = 'own';

/** The posts a branch may go below: in its space, not of itself, not removed; threads first. */
function targets(forum: ForumView, post: PostView): PostView[] {
  const posts = postsOf(forum);
  const branch = branchBelow(posts, post.id);
  return posts.filter(
    (other) =>
      other.as === 'text' &&
      !other.removed &&
      !branch.has(other.id) &&
      other.id !== post.parentId &&
      (other.spaceId === null || other.spaceId === post.spaceId) &&
      (other.asideWith?.id ?? null) === (post.asideWith?.id ?? null),
  );
}

function Target({ post, forum }: { post: PostView; forum: ForumView }) {
  const body = useBody(post.id);
  const question = forum.questions.findIndex(({ id }) => id === post.questionId);
  return (
    <span className="min-w-0">
      <span className="block">
        <b>{post.author!.name}</b>{' '}
        <span className="quiet num text-sm">
          {post.opens ? 'opens a thread' : 'answers'}
          {question >= 0 && ` · question ${question + 1}`} · <When at={post.createdAt} plain /> ·{' '}
          {plural(post.words, 'word')}
        </span>
      </span>
      <span className="quiet block truncate text-sm">{body && firstWords(body.html)}</span>
    </span>
  );
}

/** Moves a post with everything below it under another, or out as a thread of its own; with undo. */
export function MoveDialog({ post, onClose }: { post: PostView; onClose: () => void }) {
  const course = useCourse().id;
  const { forum, goToWritten } = useForumContext();
  const name = useId();
  const [find, setFind] = useState('');
  const [target, setTarget] = useState<string | null>(null);
  const [question, setQuestion] = useState(post.questionId ?? forum.questions[0]?.id ?? null);
  const { problem, setProblem, attempt } = useSaving();
  const all = useMemo(() => targets(forum, post), [forum, post]);
  const words = find.trim().toLocaleLowerCase();
  const found = all.filter(({ author }) => author!.name.toLocaleLowerCase().includes(words));
  const shown = [...found.filter(({ opens }) => opens), ...found.filter(({ opens }) => !opens)].slice(
    0,
    LISTED,
  );
  const below = useMemo(() => branchBelow(postsOf(forum), post.id).size - 1, [forum, post.id]);
  const params = { course, forum: forum.id, post: post.id };
  const hasQuestions = forum.openings === 'answerQuestions';
  const mayStandAlone = post.asideWith === null && !(post.opens && !hasQuestions);

  const move = async () => {
    if (target === null) return setProblem('Choose where it should go.');
    const to =
      target === OWN
        ? { parentId: null, questionId: hasQuestions ? question : null }
        : { parentId: target, questionId: null };
    await attempt(async () => {
      const before = await call(movePost, params, to);
      const undo = async () => {
        await orSayWhyNot(async () => {
          await call(movePost, params, {
            parentId: before.parentId,
            questionId: before.parentId === null ? before.questionId : null,
          });
          toast.success('It is back where it was.');
          goToWritten(false, post.id);
        });
      };
      saidWithUndo(`${plural(before.posts, 'post')} moved. What counts follows.`, undo);
      onClose();
      goToWritten(false, post.id);
    });
  };

  return (
    <Dialog title={`Move ${post.author!.name}’s post`} onClose={onClose} wide>
      <form
        onSubmit={(event) => {
          event.preventDefault();
          void move();
        }}
      >
        <p className="quiet">
          {below > 0 ? `It goes with the ${plural(below, 'answer')} below it. ` : ''}Times stay as they are;
          which required posts are made is worked out again.
        </p>
        <label className="mt-3 block">
          <span className="quiet mb-0.5 block text-sm">Find by author</span>
          <input
            type="search"
            className="input raised w-full"
            value={find}
            onChange={(event) => setFind(event.target.value)}
          />
        </label>
        <fieldset className="ruled rounded-box mt-3 max-h-72 overflow-y-auto border px-3">
          <legend className="sr-only">Where to</legend>
          {mayStandAlone && (
            <RadioLine
              name={name}
              checked={target === OWN}
              choose={() => setTarget(OWN)}
              className="ruled flex items-center gap-3 border-b py-2"
            >
              <span className="grow font-semibold">On its own, as a new thread</span>
              {hasQuestions && (
                <select
                  className="select select-sm w-40"
                  aria-label="Question the thread belongs to"
                  value={question ?? ''}
                  onChange={(event) => {
                    setQuestion(event.target.value);
                    setTarget(OWN);
                  }}
                >
                  {forum.questions.map(({ id }, index) => (
                    <option key={id} value={id}>
                      Question {index + 1}
                    </option>
                  ))}
                </select>
              )}
            </RadioLine>
          )}
          {shown.map((other) => (
            <RadioLine
              key={other.id}
              name={name}
              checked={target === other.id}
              choose={() => setTarget(other.id)}
              className="ruled flex items-center gap-3 border-b py-2 last:border-0"
            >
              <Target post={other} forum={forum} />
            </RadioLine>
          ))}
          {shown.length === 0 && (
            <p className="quiet py-3">Nobody with that name has a post here that it could go under.</p>
          )}
          {found.length > LISTED && (
            <p className="quiet py-2 text-sm">
              And {plural(found.length - LISTED, 'more post')}; find by author.
            </p>
          )}
        </fieldset>
        <Problem className="mt-2 text-sm">{problem}</Problem>
        <button className="btn btn-primary mt-3">Move it there</button>
      </form>
    </Dialog>
  );
}
