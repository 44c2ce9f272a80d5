import { memo } from 'react';
import { Ellipsis } from 'lucide-react';
import type { Reviewing } from '../../../contract/reviewing';
import { SHORT_WORDS } from '../../../words/reviews';
import { Menu } from '../../ui/Menu';
import { STATE_WORDS, stands } from './assignmentWords';

type Assignment = Reviewing['assignments'][number];

/** How the names of assignments begin that would be made, were partners drawn now. */
export const PREVIEW = 'preview-';

/** What can be done with an assignment from its row. */
export interface RowActions {
  readonly move: (assignment: Assignment) => void;
  readonly withdraw: (assignment: Assignment) => void;
  readonly read: (assignment: Assignment) => void;
  readonly assign: (reviewerId: string) => void;
  readonly choose: (personId: string | null) => void;
}

/** Whom one student reviews, how each review stands, and by how many their own post is reviewed. */
export const ReviewerRow = memo(function ReviewerRow({
  person,
  mine,
  reviewedBy,
  short,
  nameOf,
  actions,
  isChosen,
}: {
  person: Reviewing['people'][number];
  mine: readonly Assignment[];
  reviewedBy: number;
  short: Reviewing['short'][number] | undefined;
  nameOf: (id: string) => string;
  actions: RowActions;
  isChosen: boolean;
}) {
  const { id, name } = person.person;
  return (
    <tr className={`ruled border-b align-top ${isChosen ? 'bg-base-200' : ''}`}>
      <th scope="row" className="py-2 pr-3 text-left font-medium">
        <button
          type="button"
          className="cursor-pointer text-left hover:underline"
          aria-pressed={isChosen}
          onClick={() => actions.choose(isChosen ? null : id)}
        >
          {name}
        </button>
        {!person.hasPost && short?.why !== 'noPost' && (
          <span className="quiet block text-xs font-normal">no post yet</span>
        )}
      </th>
      <td className="py-2 pr-3">
        <ul className="space-y-0.5">
          {mine.map((each) => {
            const author = nameOf(each.authorId);
            return (
              <li key={each.id} className="flex flex-wrap items-center gap-x-2">
                <span className={stands(each) ? '' : 'quiet line-through'}>{author}</span>
                <span className={`text-sm ${each.late && stands(each) ? 'text-late' : 'quiet'}`}>
                  {each.id.startsWith(PREVIEW) ? '' : STATE_WORDS[each.state]}
                  {each.late && stands(each) ? ', late' : ''}
                  {each.byHand ? ', by hand' : ''}
                  {each.answered ? ', answered' : ''}
                </span>
                {each.far && <span className="text-sm text-late">far from the others</span>}
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
                      each.state === 'toWrite' ? { label: 'Move …', act: () => actions.move(each) } : null,
                      each.state === 'toWrite'
                        ? { label: 'Take back', act: () => actions.withdraw(each) }
                        : null,
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
      <td className="num py-2 text-right">{person.hasPost ? reviewedBy : '–'}</td>
    </tr>
  );
});
