import { useEffect, useState } from 'react';
import { giveToGroup } from '../../../../contract/docketActions';
import { plainText } from '../../../../core/text/plainText';
import { plural } from '../../../../words/numbers';
import { call } from '../../../data/api';
import { useCourse } from '../../../data/course';
import { newId } from '../../../data/newId';
import { Dialog } from '../../../ui/Dialog';
import { Problem } from '../../../ui/Problem';
import { saidWithUndo } from '../../../ui/saidWithUndo';
import { Loading } from '../../../ui/states';
import { useSaving } from '../../../ui/useSaving';
import { Reached } from '../docket/Reached';
import { undoAction, type ActionPreview } from '../docket/useManyAtOnce';
import type { Sheet } from './useSheet';

/** Gives one sheet to everyone of a group: first it shows whom it reaches, then it is done, and taken back in one step. */
export function GiveToGroup({
  sheet,
  group,
  onClose,
}: {
  sheet: Sheet;
  group: { readonly id: string; readonly title: string };
  onClose: () => void;
}) {
  const course = useCourse().id;
  const { state, now } = sheet;
  const { view, typed } = now;
  const remark = typed.remark === null ? '' : plainText(typed.remark, { quotes: 'all' }).trim();
  // With a given score the places in a remark are filled in: it may call one person by name.
  const [withRemark, setWithRemark] = useState(view.score.givenAt === null);
  const [preview, setPreview] = useState<ActionPreview | null>(null);
  const { busy, problem, setProblem, attempt } = useSaving();
  const params = { course, forum: view.forum.id, student: view.student.id };
  const ask = (id: string, isPreview: boolean) =>
    call(giveToGroup, params, {
      id,
      group: group.id,
      version: state.now().view.score.version,
      withRemark: withRemark && remark !== '',
      preview: isPreview,
    });
  const look = () =>
    attempt(async () => {
      if (await state.keepAll()) setPreview(await ask(newId(), true));
      else
        setProblem('What is on the sheet could not be kept. Close this, and correct what the sheet marks.');
    });
  // Once, for what stands on the sheet when it is opened.
  useEffect(() => void look(), []); // eslint-disable-line react-hooks/exhaustive-deps
  const doIt = () =>
    void attempt(async () => {
      const id = newId();
      const { changes } = await ask(id, false);
      saidWithUndo(`Given to ${plural(changes.length, 'student')} of ${group.title}.`, () =>
        undoAction(params, 'shown', id),
      );
      onClose();
    });
  return (
    <Dialog title={`One sheet for ${group.title}`} onClose={onClose} wide>
      <p className="quiet">
        Everyone gets what is entered on this sheet; what follows from their own posts stays their own. You
        can change each score afterwards.
      </p>
      {remark !== '' && (
        <label className="mt-3 flex items-start gap-2.5">
          <input
            type="checkbox"
            className="checkbox checkbox-sm mt-0.5"
            checked={withRemark}
            onChange={(event) => setWithRemark(event.target.checked)}
          />
          <span>
            With the remark: <q className="quiet">{remark}</q>
          </span>
        </label>
      )}
      {preview ? (
        <Reached preview={preview} action="accept" busy={busy} doIt={doIt} />
      ) : (
        problem === null && <Loading what="Looking up who is affected" />
      )}
      <Problem className="mt-2 text-sm">{problem}</Problem>
    </Dialog>
  );
}
