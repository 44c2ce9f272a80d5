import { useState } from 'react';
import { toast } from '../../../ui/toast';
import { actOnDocket, undoDocketAction } from '../../../../contract/docketActions';
import type { AnswerOf, SentOf } from '../../../../contract/endpoint';
import { plural } from '../../../../words/numbers';
import { call } from '../../../data/api';
import { useCourse } from '../../../data/course';
import { newId } from '../../../data/newId';
import { withQuery } from '../../../data/useApi';
import { saidWithUndo } from '../../../ui/saidWithUndo';
import { orSayWhyNot } from '../../../ui/sayWhyNot';
import { useSaving } from '../../../ui/useSaving';

/** What an action would come to, or came to. */
export type ActionPreview = AnswerOf<typeof actOnDocket>;
/** What is done, to whom, and what is remarked. */
export type AskedOfMany = Pick<SentOf<typeof actOnDocket>, 'action' | 'students' | 'remark'>;

/** Takes back what was done to many, and says for whom not, because something changed since. */
export async function undoAction(
  params: { readonly course: string; readonly forum: string },
  names: 'shown' | 'hidden',
  action: string,
): Promise<void> {
  await orSayWhyNot(async () => {
    const { undone, passed } = await call(withQuery(undoDocketAction, { names }), { ...params, action });
    const others = passed.length > 0 ? ` ${passed.map(({ name }) => name).join(', ')} changed since.` : '';
    toast.success(`Undone for ${plural(undone, 'student')}.${others}`);
  });
}

/** Does the same to many students of a docket: first only looked at, then done, and taken back in one step. */
export function useManyAtOnce(forum: string, names: 'shown' | 'hidden', onClose: () => void) {
  const params = { course: useCourse().id, forum };
  const [preview, setPreview] = useState<ActionPreview | null>(null);
  const { busy, problem, attempt } = useSaving();
  return {
    preview,
    busy,
    problem,
    /** Something else is asked for: what was looked at holds no more. */
    forget: () => setPreview(null),
    look: (asked: AskedOfMany) =>
      void attempt(async () => {
        setPreview(await call(actOnDocket, params, { ...asked, id: newId(), preview: true, names }));
      }),
    doIt: (asked: AskedOfMany) =>
      void attempt(async () => {
        const id = newId();
        const { changes } = await call(actOnDocket, params, { ...asked, id, preview: false, names });
        saidWithUndo(`Done for ${plural(changes.length, 'student')}.`, () => undoAction(params, names, id));
        onClose();
      }),
  };
}
