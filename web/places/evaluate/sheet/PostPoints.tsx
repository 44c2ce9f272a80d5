import { maximumWords } from '../../../../words/numbers';
import { PointsField } from './PointsField';
import { NOTHING_TYPED } from './typed';
import type { Sheet } from './useSheet';

/** What one post is given in the parts that score post by post, set beside the post itself. */
export function PostPoints({ sheet, post, number }: { sheet: Sheet; post: string; number: number }) {
  const { now, rows, state } = sheet;
  return rows.flatMap(({ id, part }) => {
    if (part.kind !== 'perPost' || id !== `${part.id} ${post}`) return [];
    const typed = now.typed.parts[part.id] ?? NOTHING_TYPED;
    const isOut = typed.leftOut.includes(post);
    const problem = now.unreadable?.field === id ? now.unreadable.message : null;
    return [
      <div key={id} className="mt-2.5 flex flex-wrap items-center gap-3 text-sm">
        <span className="font-semibold">{part.title}</span>
        <PointsField
          sheet={sheet}
          row={id}
          label={`${part.title}: points for post ${number}, out of ${maximumWords(part.each)}`}
          value={isOut ? '' : (typed.posts[post] ?? '')}
          placeholder={isOut ? 'out' : '–'}
          isWrong={problem !== null}
          change={(points) =>
            state.changePart(part.id, {
              posts: { ...typed.posts, [post]: points },
              leftOut: typed.leftOut.filter((each) => each !== post),
            })
          }
        />
        <span className="quiet num">/ {maximumWords(part.each)}</span>
        <label className="flex items-center gap-2">
          <input
            type="checkbox"
            className="checkbox checkbox-sm"
            checked={isOut}
            onChange={(event) =>
              state.changePart(part.id, {
                leftOut: event.target.checked
                  ? [...typed.leftOut, post]
                  : typed.leftOut.filter((each) => each !== post),
              })
            }
          />
          leave it out
        </label>
        {problem && <span className="text-error">{problem}</span>}
      </div>,
    ];
  });
}
