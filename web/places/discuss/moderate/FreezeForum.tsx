import { freezeForum } from '../../../../contract/moderate';
import { call } from '../../../data/api';
import { useCourse } from '../../../data/course';
import { saidWithUndo } from '../../../ui/saidWithUndo';
import { orSayWhyNot } from '../../../ui/sayWhyNot';

/** Stops posting in a forum now, whatever its window says, or lets it go on. */
export function FreezeForum({ forum }: { forum: { readonly id: string; readonly frozen: boolean } }) {
  const course = useCourse().id;
  const set = async (frozen: boolean) => {
    await orSayWhyNot(async () => {
      await call(freezeForum, { course, forum: forum.id }, { frozen });
      saidWithUndo(frozen ? 'Frozen: only staff write here now.' : 'Posting follows its dates again.', () =>
        set(!frozen),
      );
    });
  };
  return (
    <button type="button" className="link-plain" onClick={() => void set(!forum.frozen)}>
      {forum.frozen ? 'Unfreeze the forum' : 'Freeze the forum'}
    </button>
  );
}
