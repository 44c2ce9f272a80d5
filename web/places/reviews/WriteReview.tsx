import { useMemo } from 'react';
import { ATTACHMENT_KINDS } from '../../../contract/forumSettings';
import { REVIEW_FILES, type ReviewPage } from '../../../contract/reviews';
import { overallWords } from '../../../core/review/content';
import { criteriaOf } from '../../../core/review/criteria';
import { whatIsMissing } from '../../../core/review/whatIsMissing';
import { plural } from '../../../words/numbers';
import { newId } from '../../data/newId';
import { RichEditor } from '../../ui/editor/RichEditor';
import { AttachmentPicker, useUploads } from '../../ui/files/Attachments';
import { PassageComment } from '../../ui/PassageComment';
import { SelectedPassage } from '../../ui/SelectedPassage';
import { CriterionFields } from './CriterionFields';
import { ReviewedPost } from './ReviewedPost';
import { withValue } from './reviewTyped';
import { useTypedReview } from './useTypedReview';

const STATE = {
  asSent: '',
  typed: 'Being kept …',
  kept: 'Kept.',
  keptHere: 'Kept in this browser; the server cannot be reached.',
  refused: 'Kept in this browser only.',
};

/** Files as they may be given back with a review. */
const FILES = { kinds: [...ATTACHMENT_KINDS], number: REVIEW_FILES, megabytes: 20 };

/** A post beside the guide it is reviewed by; on a phone one after the other. */
export function WriteReview({ page }: { page: ReviewPage }) {
  const { typed, set, send, busy, problem, state } = useTypedReview(page);
  const { content, files, waits } = typed;
  const uploads = useUploads(FILES, files, (next) => set({ ...typed, files: next }));
  const criteria = criteriaOf(page.guide);
  const words = useMemo(() => overallWords(content), [content]);
  const change = (next: Partial<typeof content>) => set({ ...typed, content: { ...content, ...next } });
  const missing = whatIsMissing(page, content, words);
  const says = (field: string) => (problem?.field === `content.${field}` ? problem.message : null);
  const isSent = page.sent !== null;
  const shown = problem && !criteria.some(({ id }) => says(`values.${id}`)) ? problem.message : null;
  return (
    <div className="mt-5 grid gap-x-10 gap-y-8 lg:grid-cols-[minmax(0,1fr)_25rem]">
      <div className="min-w-0 lg:sticky lg:top-16 lg:max-h-[calc(100vh-5rem)] lg:self-start lg:overflow-y-auto lg:pr-3">
        <ReviewedPost page={page} passages={content.passages} />
        <SelectedPassage
          onComment={({ text, nth }) =>
            change({ passages: [...content.passages, { id: newId(), text, nth, comment: '' }] })
          }
        />
        {content.passages.length > 0 && (
          <ul aria-label="Comments on passages" className="mt-4 space-y-1.5">
            {content.passages.map((passage, index) => (
              <PassageComment
                key={passage.id}
                passage={passage}
                number={index + 1}
                placeholder="What would make it better?"
                change={(comment) =>
                  change({
                    passages: content.passages.map((each) =>
                      each.id === passage.id ? { ...each, comment } : each,
                    ),
                  })
                }
                remove={() => change({ passages: content.passages.filter(({ id }) => id !== passage.id) })}
              />
            ))}
          </ul>
        )}
        <p className="quiet mt-3 text-sm">Select words in the post to comment on them.</p>
      </div>
      <form
        aria-label="Your review"
        className="min-w-0"
        onSubmit={(event) => {
          event.preventDefault();
          void send();
        }}
      >
        {criteria.map((criterion) => (
          <CriterionFields
            key={criterion.id}
            criterion={criterion}
            review={content.values[criterion.id]}
            disabled={waits}
            problem={says(`values.${criterion.id}`)}
            change={(patch) => set({ ...typed, content: withValue(content, criterion.id, patch) })}
          />
        ))}
        <h2 className="mt-5 mb-1.5 px-1.5 font-sans text-[0.95rem] font-semibold">
          {criteria.length > 0 ? 'On the whole' : 'Your review'}
        </h2>
        <RichEditor
          label="Overall comment"
          value={content.overall}
          onChange={(overall) => change({ overall })}
          placeholder="What is strong, and what would make it better?"
          minHeight="6rem"
        >
          <AttachmentPicker allowed={FILES} files={files} uploads={uploads} brief describes={false} />
        </RichEditor>
        <p className={`num mt-1 text-sm ${words < page.minWords ? 'quiet' : 'text-done'}`}>
          {page.minWords > 0 ? `${words} of ${plural(page.minWords, 'word')}` : plural(words, 'word')}
        </p>
        {shown && (
          <p role="alert" className="mt-2 text-error">
            {shown}
          </p>
        )}
        {waits && (
          <p role="status" className="mt-2">
            Kept. It is sent as soon as the server can be reached.
          </p>
        )}
        <div className="mt-3 flex flex-wrap items-center gap-3">
          <button
            type="submit"
            className="btn btn-primary"
            disabled={busy || waits || uploads.isBusy}
            aria-describedby="what-is-missing"
          >
            {isSent ? 'Send this version' : 'Send your review'}
          </button>
          <span className="quiet text-sm" role="status">
            {STATE[state]}
          </span>
        </div>
        <p id="what-is-missing" className="quiet mt-2 text-sm">
          {missing.length === 0
            ? page.received === 'atOnce'
              ? 'The author receives it as soon as it is sent; it cannot be changed then.'
              : 'You may change it until the author receives it.'
            : `Still to do: ${missing
                .map((each) =>
                  each.code === 'words' ? plural(each.needed - each.words, 'more word') : each.title,
                )
                .join(', ')}.`}
        </p>
      </form>
    </div>
  );
}
