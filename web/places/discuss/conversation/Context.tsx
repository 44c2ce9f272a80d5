import { useState } from 'react';
import type { PostView } from '../../../../contract/posts';
import { Prose } from '../../../ui/Prose';
import { useBody } from '../context/bodies';
import { firstWords } from '../context/conversation';

/** What a post answers, in short; the whole of it on demand. */
export function Context({ answers }: { answers: PostView }) {
  const body = useBody(answers.id);
  const [whole, setWhole] = useState(false);
  return (
    <div className="quiet pb-1.5 text-sm">
      <p>
        To {answers.author?.name ?? 'a removed post'}
        {body && !whole && (
          <>
            : “{firstWords(body.html)} …”{' '}
            <button
              type="button"
              className="no-print cursor-pointer underline"
              onClick={() => setWhole(true)}
            >
              read it all
            </button>
          </>
        )}
      </p>
      {body && whole && (
        <blockquote className="ruled mt-1 border-l-2 pl-3">
          <Prose html={body.html} className="text-base" />
        </blockquote>
      )}
    </div>
  );
}
