import { useState } from 'react';
import { assignReview, type Reviewing } from '../../../contract/reviewing';
import { ApiProblem, call } from '../../data/api';
import { useCourse } from '../../data/course';
import { newId } from '../../data/newId';
import { Dialog } from '../../ui/Dialog';
import { Problem } from '../../ui/Problem';
import { useSaving } from '../../ui/useSaving';

/** Gives somebody a post to review by hand, or moves an assignment to somebody else or to another post. */
export function AssignDialog({
  forum,
  view,
  reviewer,
  moves,
  warning,
  close,
}: {
  forum: string;
  view: Reviewing;
  /** Chosen to begin with. */
  reviewer: string | null;
  /** The assignment that is moved; null where one is added. */
  moves: Reviewing['assignments'][number] | null;
  /** Why it is asked once more, where it was tried already. */
  warning: string | null;
  close: () => void;
}) {
  const course = useCourse().id;
  const [id] = useState(newId);
  const [reviewerId, setReviewer] = useState(reviewer ?? moves?.reviewerId ?? '');
  const [authorId, setAuthor] = useState(moves?.authorId ?? '');
  const [isSealed, setSealed] = useState(warning !== null);
  const { busy, problem, attempt, setProblem } = useSaving();
  const inOrder = [...view.people].sort((a, b) => (a.person.sortable < b.person.sortable ? -1 : 1));
  const taken = new Set(
    view.assignments
      .filter((each) => each.reviewerId === reviewerId && each.id !== moves?.id && each.endedAt === null)
      .map((each) => each.authorId),
  );
  const authors = inOrder.filter(
    ({ person, hasPost }) => hasPost && person.id !== reviewerId && !taken.has(person.id),
  );
  const save = () => {
    if (reviewerId === '' || authorId === '') return setProblem('Choose who reviews whom.');
    void attempt(async () => {
      try {
        await call(
          assignReview,
          { course, forum, assignment: id },
          { reviewerId, authorId, moves: moves?.id ?? null, confirmed: isSealed },
        );
        close();
      } catch (error) {
        if (error instanceof ApiProblem && error.problem.code === 'sealed') setSealed(true);
        throw error;
      }
    });
  };
  const select = 'select raised w-full';
  return (
    <Dialog title={moves ? 'Move this review' : 'Assign a review'} onClose={close}>
      <div className="space-y-3">
        <label className="block">
          <span className="quiet block text-sm">Who reviews</span>
          <select
            className={select}
            value={reviewerId}
            onChange={({ target }) => {
              setReviewer(target.value);
              setSealed(false);
            }}
          >
            <option value="">choose …</option>
            {inOrder.map(({ person }) => (
              <option key={person.id} value={person.id}>
                {person.sortable}
              </option>
            ))}
          </select>
        </label>
        <label className="block">
          <span className="quiet block text-sm">Whose post</span>
          <select className={select} value={authorId} onChange={({ target }) => setAuthor(target.value)}>
            <option value="">choose …</option>
            {authors.map(({ person }) => (
              <option key={person.id} value={person.id}>
                {person.sortable}
              </option>
            ))}
          </select>
        </label>
      </div>
      <Problem className="mt-3">{problem ?? (isSealed ? warning : null)}</Problem>
      <button type="button" className="btn btn-primary mt-4" disabled={busy} onClick={save}>
        {isSealed ? 'Assign it even so' : moves ? 'Move it' : 'Assign it'}
      </button>
    </Dialog>
  );
}
