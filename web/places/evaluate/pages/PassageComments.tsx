import type { Passage } from '../../../../contract/evaluate';
import { PassageComment } from '../../../ui/PassageComment';
import type { Sheet } from '../sheet/useSheet';

/** The comments on passages of one post, below it. */
export function PassageComments({ sheet, post }: { sheet: Sheet; post: string }) {
  const all = sheet.now.typed.passages;
  const set = (next: readonly Passage[]) => sheet.state.change({ passages: next });
  const own = all.filter(({ postId }) => postId === post);
  if (own.length === 0) return null;
  return (
    <ul aria-label="Comments on passages" className="mt-2.5 space-y-1.5">
      {own.map((passage, index) => (
        <PassageComment
          key={passage.id}
          passage={passage}
          number={index + 1}
          placeholder="The student reads it with the score"
          change={(comment) => set(all.map((each) => (each.id === passage.id ? { ...each, comment } : each)))}
          remove={() => set(all.filter(({ id }) => id !== passage.id))}
        />
      ))}
    </ul>
  );
}
