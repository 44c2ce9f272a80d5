import { memo, type ReactNode } from 'react';
import { useDraggable, useDroppable } from '@dnd-kit/core';
import { Ellipsis, GripVertical } from 'lucide-react';
import type { Reviewing } from '../../../contract/reviewing';
import { SHORT_WORDS } from '../../../words/reviews';
import { Menu } from '../../ui/Menu';
import { PREVIEW, STATE_WORDS, stands } from './assignmentWords';
import type { ReviewerLine } from './useRows';

type Assignment = Reviewing['assignments'][number];

/** Whether staff can still give a review to somebody else. */
const isMovable = ({ id, state }: Assignment) => state === 'toWrite' && !id.startsWith(PREVIEW);

/** What can be done with an assignment from its row. */
export interface RowActions {
  readonly move: (assignment: Assignment) => void;
  readonly withdraw: (assignment: Assignment) => void;
  readonly read: (assignment: Assignment) => void;
  readonly assign: (reviewerId: string) => void;
  readonly choose: (personId: string | null) => void;
}

/** The row of a student, on which a review is dropped. What it holds is not drawn again while something is dragged. */
export function ReviewerRow({
  id,
  takes,
  isChosen,
  children,
}: {
  id: string;
  /** Whether it takes what is dragged; null: nothing is, or it comes from here. */
  takes: boolean | null;
  isChosen: boolean;
  children: ReactNode;
}) {
  const { setNodeRef, isOver } = useDroppable({ id });
  const look =
    isOver && takes ? 'bg-river-wash' : takes === false ? 'opacity-50' : isChosen ? 'bg-base-200' : '';
  return (
    <tr ref={setNodeRef} className={`ruled border-b align-top ${look}`}>
      {children}
    </tr>
  );
}

/** What a review that is to be written is dragged by; by keys it is moved from its menu. */
function Grip({ id }: { id: string }) {
  const { setNodeRef, listeners } = useDraggable({ id });
  return (
    <span
      ref={setNodeRef}
      {...listeners}
      title="Drag to whoever is to review it"
      className="-ml-1 inline-flex cursor-grab touch-none items-center py-1 max-sm:hidden"
    >
      <GripVertical className="quiet size-4" aria-hidden />
    </span>
  );
}

/** Whom one student reviews, how each review stands, and by how many their own post is reviewed. */
export const ReviewerCells = memo(function ReviewerCells({
  person,
  mine,
  reviewedBy,
  short,
  nameOf,
  actions,
  isChosen,
}: ReviewerLine & {
  nameOf: (id: string) => string;
  actions: RowActions;
  isChosen: boolean;
}) {
  const { id, name } = person.person;
  return (
    <>
      <th scope="row" className="py-2 pr-3 text-left font-medium">
        <button
          type="button"
          className="cursor-pointer text-left hover:underline"
          aria-pressed={isChosen}
          onClick={() => actions.choose(isChosen ? null : id)}
        >
          {name}
        </button>
        {person.hasPost && (
          <span className="quiet num block text-xs font-normal sm:hidden">reviewed by {reviewedBy}</span>
        )}
        {!person.hasPost && short?.why !== 'noPost' && (
          <span className="quiet block text-xs font-normal">no post yet</span>
        )}
      </th>
      <td className="py-2 pr-3">
        <ul className="space-y-0.5">
          {mine.map((each) => {
            const author = nameOf(each.authorId);
            return (
              <li key={each.id} className="flex items-start gap-x-2">
                {isMovable(each) ? (
                  <Grip id={each.id} />
                ) : (
                  <span className="-ml-1 w-4 shrink-0 max-sm:hidden" />
                )}
                <span className="flex min-w-0 flex-wrap items-baseline gap-x-2">
                  <span className={stands(each) ? '' : 'quiet line-through'}>{author}</span>
                  <span className={`text-sm ${each.late && stands(each) ? 'text-late' : 'quiet'}`}>
                    {each.id.startsWith(PREVIEW) ? '' : STATE_WORDS[each.state]}
                    {each.late && stands(each) ? ', late' : ''}
                    {each.byHand ? ', by hand' : ''}
                    {each.answered ? ', answered' : ''}
                  </span>
                  {each.far && <span className="text-sm text-late">far from the others</span>}
                </span>
                {!each.id.startsWith(PREVIEW) && (
                  <Menu
                    button={<Ellipsis className="size-4" aria-hidden />}
                    label={`${name}’s review of ${author}`}
                    className="btn btn-ghost btn-xs btn-square"
                    at="start"
                    width="w-56"
                    entries={[
                      each.sentAt !== null || each.state === 'withheld'
                        ? { label: 'Read it', act: () => actions.read(each) }
                        : null,
                      isMovable(each) ? { label: 'Move …', act: () => actions.move(each) } : null,
                      isMovable(each) ? { label: 'Take back', act: () => actions.withdraw(each) } : null,
                      { label: 'Assign another …', act: () => actions.assign(id) },
                    ]}
                  />
                )}
              </li>
            );
          })}
        </ul>
        {short && (
          <p className="text-sm text-late">
            {short.number - short.has} short: {SHORT_WORDS[short.why]}{' '}
            <button type="button" className="link-plain" onClick={() => actions.assign(id)}>
              Assign one<span className="sr-only"> to {name}</span>
            </button>
          </p>
        )}
      </td>
      <td className="num py-2 text-right max-sm:hidden">{person.hasPost ? reviewedBy : '–'}</td>
    </>
  );
});
