import { useMemo, useState } from 'react';
import type { ReviewPage } from '../../../contract/reviews';
import type { ReviewPassage } from '../../../core/review/content';
import { compareWords } from '../../../core/text/compareWords';
import { plural } from '../../../words/numbers';
import { Compared } from '../../ui/Compared';
import { AttachmentList } from '../../ui/files/Attachments';
import { withPassages } from '../../ui/passages';
import { Prose } from '../../ui/Prose';

/** The words of a text in HTML, block by block. */
function plainOf(html: string): string {
  const { body } = new DOMParser().parseFromString(html, 'text/html');
  return [...body.children].map((block) => block.textContent ?? '').join('\n');
}

/** The post that is reviewed, with the passages commented on; where it was changed since it was assigned, what was changed. */
export function ReviewedPost({ page, passages }: { page: ReviewPage; passages: readonly ReviewPassage[] }) {
  const [comparing, setComparing] = useState(false);
  const { post, was } = page;
  const html = useMemo(() => (post === null ? '' : withPassages(post.html, passages)), [post, passages]);
  const stretches = useMemo(
    () => (comparing && post && was ? compareWords(plainOf(was.html), plainOf(post.html)) : []),
    [comparing, post, was],
  );
  if (post === null) return null;
  return (
    <article aria-label="The post you review">
      {was !== null && (
        <p className="mb-2 flex flex-wrap items-baseline gap-x-3 border-l-2 border-late pl-3 text-[0.95rem]">
          <span>The author has changed this post since it was given to you.</span>
          <button
            type="button"
            className="link-plain"
            aria-expanded={comparing}
            onClick={() => setComparing(!comparing)}
          >
            {comparing ? 'Show the post as it stands' : 'Show what was changed'}
          </button>
        </p>
      )}
      <p className="quiet num text-sm">{plural(post.words, 'word')}</p>
      {comparing ? (
        <Compared stretches={stretches} />
      ) : (
        <div data-page-post={page.line.id}>
          <Prose html={html} className="mt-1" />
        </div>
      )}
      <AttachmentList files={post.files} />
    </article>
  );
}
