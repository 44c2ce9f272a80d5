import { plainText } from '../../../../core/text/plainText';
import { timeWords } from '../../../ui/dateWords';
import { numberWords } from '../../../../words/numbers';
import { useCourse } from '../../../data/course';
import type { DraftInHand, DraftState } from './useDraft';

function draftWords(state: DraftState, zone: string): string {
  if (state.kind === 'kept') return `draft saved ${timeWords(state.at, zone)}`;
  if (state.kind === 'keeping') return 'saving …';
  if (state.kind === 'elsewhere') return 'saved in this tab';
  if (state.kind === 'sentElsewhere') return 'saved in this tab: what you had here was sent meanwhile';
  if (state.kind === 'signedOut') return 'saved in this browser: sign in again to go on';
  if (state.kind === 'refused') return `saved in this browser only: ${state.why}`;
  return state.kind === 'onlyHere' ? 'saved in this browser only: the server cannot be reached' : '';
}

/** How many words are written, of how many that are needed, and where the draft is kept. */
export function WordCount({
  words,
  needs,
  wished,
  draft,
}: {
  words: number;
  /** 0 for none. */
  needs: number;
  /** These words are only wished for. */
  wished: boolean;
  draft: DraftState;
}) {
  const { zone } = useCourse();
  const share = needs === 0 ? 0 : Math.min(1, words / needs);
  return (
    <>
      <p className="num text-sm">
        <b>{numberWords(words)}</b>
        {needs > 0
          ? ` of ${numberWords(needs)} words${wished ? ' recommended' : ''}`
          : words === 1
            ? ' word'
            : ' words'}
        <span className="quiet" aria-live="polite">
          {draft.kind !== 'none' && ` · ${draftWords(draft, zone)}`}
        </span>
      </p>
      {needs > 0 && (
        <div className="drawn mt-1.5 h-1 rounded-full bg-rule" aria-hidden>
          <div
            className={`h-full rounded-full ${share >= 1 ? 'bg-done' : 'bg-river'}`}
            style={{ width: `${share * 100}%` }}
          />
        </div>
      )}
    </>
  );
}

/** Asks what becomes of another text that was written here, in another tab or on another machine. */
export function DraftElsewhere({ state, settle }: Pick<DraftInHand, 'state' | 'settle'>) {
  if (state.kind !== 'elsewhere') return null;
  return (
    <div role="alert" className="rounded-box mt-2 px-4 py-3 bg-late-wash">
      <p>You have written something else here, in another tab or on another machine. Both are saved:</p>
      <p className="quiet mt-1 line-clamp-3 text-sm">{plainText(state.theirs.doc, { quotes: 'none' })}</p>
      <p className="mt-2 flex flex-wrap gap-x-4 gap-y-1">
        <button type="button" className="link-plain" onClick={() => settle('below')}>
          Put it below this text
        </button>
        <button type="button" className="link-plain" onClick={() => settle('mine')}>
          Keep only this text
        </button>
      </p>
    </div>
  );
}
