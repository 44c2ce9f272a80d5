import { toast } from '../../../ui/toast';
import { actOnPosts, type ModerateAction } from '../../../../contract/moderate';
import { call } from '../../../data/api';
import { useCourse } from '../../../data/course';
import { plural, numberWords } from '../../../../words/numbers';
import { saidWithUndo } from '../../../ui/saidWithUndo';
import { sayWhyNot } from '../../../ui/sayWhyNot';

const DONE: Record<ModerateAction, string> = {
  remove: 'removed. Staff and their authors can still read what is removed.',
  restore: 'restored.',
  approve: 'approved. Classmates can read it now.',
  return: 'returned.',
  hold: 'held: classmates do not read it until it is approved.',
  unhold: 'as before.',
  waitAgain: 'waiting for approval again.',
};
const BACK: Record<ModerateAction, ModerateAction> = {
  remove: 'restore',
  restore: 'remove',
  approve: 'waitAgain',
  return: 'waitAgain',
  hold: 'unhold',
  unhold: 'hold',
  waitAgain: 'approve',
};

/** What staff do to posts, one or thousands, told when it is done and taken back with Undo. */
export function useModerateActions(forum: string, done?: () => void) {
  const course = useCourse().id;
  /** Rejects with the server's sentence; nothing is done then. */
  const act = async (
    does: ModerateAction,
    posts: readonly string[],
    { below = false, reason = null }: { below?: boolean; reason?: string | null } = {},
  ): Promise<void> => {
    const answer = await call(
      actOnPosts,
      { course, forum },
      { action: does, posts: [...posts], below, reason },
    );
    const undo = () => act(BACK[does], answer.changed).catch(sayWhyNot);
    if (answer.changed.length > 0)
      saidWithUndo(`${plural(answer.changed.length, 'post')} ${DONE[does]}`, undo);
    for (const { why, posts: passed } of answer.passed)
      toast(`${numberWords(passed.length)} skipped: ${passed.length === 1 ? 'it' : 'each'} ${why}.`);
    done?.();
  };
  return act;
}
export type DoModerate = ReturnType<typeof useModerateActions>;
