import { Undo2 } from 'lucide-react';
import { useState } from 'react';
import {
  handOverReviews,
  pairAnew,
  undoReviewing,
  type Reviewing as View,
} from '../../../contract/reviewing';
import { plural } from '../../../words/numbers';
import { call } from '../../data/api';
import { useCourse } from '../../data/course';
import { dateWords } from '../../ui/dateWords';
import { Dialog } from '../../ui/Dialog';
import { useKeys } from '../../ui/keys';
import { orSayWhyNot } from '../../ui/sayWhyNot';
import { toast } from '../../ui/toast';
import { stepWords } from './assignmentWords';

const NAMES: Record<View['settings']['names'], string> = {
  shown: 'Both names are shown.',
  reviewerHidden: 'Authors do not learn who reviews them.',
  bothHidden: 'Neither learns who the other is.',
};

/** When partners are drawn, by when reviews are due, and what each side learns. */
export function Facts({ view }: { view: View }) {
  const { zone } = useCourse();
  const { settings, number, due, pairsAt, pairedAt } = view;
  const drawn =
    settings.pairing === 'byHand'
      ? 'You assign by hand.'
      : pairedAt !== null
        ? `Partners were drawn ${dateWords(pairedAt, zone)}.`
        : pairsAt !== null
          ? `Partners are drawn ${dateWords(pairsAt, zone)}.`
          : 'Nothing says yet when partners are drawn.';
  return (
    <p className="quiet mt-1 max-w-[46rem]">
      {plural(number, 'review')} each{due === null ? '' : `, due ${dateWords(due, zone)}`}. {drawn}{' '}
      {NAMES[settings.names]}
    </p>
  );
}

/** What can be done with all of it at once. */
export function Tools({
  forum,
  view,
  nameOf,
  assign,
  write,
}: {
  forum: string;
  view: View;
  nameOf: (id: string) => string;
  assign: () => void;
  write: () => void;
}) {
  const course = useCourse().id;
  const [asking, setAsking] = useState(false);
  const ready = view.assignments.filter(({ state }) => state === 'sent').length;
  const hand = () =>
    orSayWhyNot(async () => {
      const { handed } = await call(handOverReviews, { course, forum });
      toast.success(`${plural(handed, 'review is', 'reviews are')} with their authors now.`);
    });
  const last = view.lastStep;
  const undo = () =>
    last &&
    orSayWhyNot(async () => {
      await call(undoReviewing, { course, forum, step: last.id });
      toast.success('Undone.');
    });
  useKeys([{ on: 'Ctrl+z', keys: 'Ctrl Z', does: 'undo what you last did here', run: () => void undo() }]);
  return (
    <p className="mt-3 flex flex-wrap items-center gap-2">
      <button type="button" className="btn btn-sm h-9" onClick={assign}>
        Assign a review
      </button>
      {view.settings.received === 'whenReleased' && (
        <button
          type="button"
          className="btn btn-sm btn-primary h-9"
          disabled={ready === 0}
          onClick={() => void hand()}
        >
          Hand {plural(ready, 'review')} over
        </button>
      )}
      <button type="button" className="btn btn-sm h-9" onClick={write}>
        Write to those shown
      </button>
      {view.mayPairAnew && (
        <button type="button" className="btn btn-sm h-9" onClick={() => setAsking(true)}>
          Draw partners anew
        </button>
      )}
      {last && (
        <button
          type="button"
          className="btn btn-ghost btn-sm h-auto min-h-9 py-1 text-left font-normal"
          onClick={() => void undo()}
        >
          <Undo2 className="size-4" aria-hidden />
          <span>Undo: {stepWords(last, nameOf)}</span>
        </button>
      )}
      {asking && (
        <Dialog title="Draw partners anew?" onClose={() => setAsking(false)}>
          <p>Everybody is given other posts. Reviews that were begun are no longer shown.</p>
          <button
            type="button"
            className="btn btn-primary mt-4"
            onClick={() => {
              setAsking(false);
              void orSayWhyNot(() => call(pairAnew, { course, forum }));
            }}
          >
            Draw anew
          </button>
        </Dialog>
      )}
    </p>
  );
}
