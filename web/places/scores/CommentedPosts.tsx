import type { ScoresView } from '../../../contract/scores';
import { withPassages } from '../../ui/passages';
import { plural } from '../../../words/numbers';
import { Prose } from '../../ui/Prose';
import { When } from '../../ui/When';

/** One's own posts with what was said about passages of them, each in place and below. */
export function CommentedPosts({ posts }: { posts: ScoresView['items'][number]['posts'] }) {
  if (posts.length === 0) return null;
  const comments = posts.reduce((sum, { passages }) => sum + passages.length, 0);
  return (
    <details className="mt-3">
      <summary className="link-plain text-sm">{plural(comments, 'comment')} on what you wrote</summary>
      {posts.map(({ id, at, html, passages }) => (
        <article key={id} aria-label="Your post" className="ruled mt-3 border-l-2 pl-4">
          <p className="quiet text-sm">
            You, <When at={at} plain />
          </p>
          <Prose html={withPassages(html, passages)} className="mt-1 text-base" />
          <ol className="mt-2 space-y-1.5 text-[0.95rem]">
            {passages.map((passage, index) => (
              <li key={passage.id} className="flex gap-2.5">
                <span className="num shrink-0 font-semibold text-late">
                  {passage.text === '' ? '' : index + 1}
                </span>
                <span>
                  {passage.text !== '' && (
                    <span className="sr-only">On “{passage.text.slice(0, 120)}”: </span>
                  )}
                  {passage.comment || <span className="quiet">marked</span>}
                </span>
              </li>
            ))}
          </ol>
        </article>
      ))}
    </details>
  );
}
