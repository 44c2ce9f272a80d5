import type { Kept } from '../../../data/keptEdit';
import { useCourse } from '../../../data/course';
import { dateWords } from '../../../ui/dateWords';
import type { ForumForm } from './forumForm';

/** What an earlier visit left unsaved of this form: offered, and put in only when it is asked for. */
export function LeftUnsaved({
  left,
  isNew,
  take,
  discard,
}: {
  left: Kept<ForumForm>;
  /** The forum was never saved. */
  isNew: boolean;
  take: () => void;
  discard: () => void;
}) {
  const { zone } = useCourse();
  const title = left.value.title.trim();
  return (
    <p role="status" className="mb-3 rounded-box px-3.5 py-2.5 text-sm bg-river-wash">
      {isNew
        ? `You began a forum${title === '' ? '' : `, “${title}”,`} and left it unsaved on`
        : 'You left changes to this forum unsaved on'}{' '}
      <span className="num">{dateWords(left.at, zone)}</span>.{' '}
      <button type="button" className="link-plain" onClick={take}>
        {isNew ? 'Continue with it' : 'Restore them'}
      </button>{' '}
      or{' '}
      <button type="button" className="link-plain" onClick={discard}>
        {isNew ? 'discard it' : 'discard them'}
      </button>
      .
    </p>
  );
}
