import { useState } from 'react';
import { type DocketAction } from '../../../../contract/docketActions';
import { textOf } from '../../../../core/text/textOf';
import { Dialog } from '../../../ui/Dialog';
import { Reached } from './Reached';
import { useManyAtOnce, type AskedOfMany } from './useManyAtOnce';
import { Problem } from '../../../ui/Problem';
import { RadioLine } from '../../../ui/RadioLine';

const ACTIONS: readonly {
  readonly action: DocketAction;
  readonly whom: 'ready' | 'nothing' | 'shown' | 'picked';
  readonly words: string;
}[] = [
  { action: 'accept', whom: 'ready', words: 'Accept what is suggested for everyone who is ready' },
  { action: 'zero', whom: 'nothing', words: 'Give 0 to everyone with nothing' },
  { action: 'excuse', whom: 'nothing', words: 'Excuse everyone with nothing' },
  { action: 'remark', whom: 'nothing', words: 'Remark on everyone with nothing' },
  { action: 'remark', whom: 'shown', words: 'Remark on everyone the docket shows' },
  { action: 'accept', whom: 'picked', words: 'Accept what is suggested for those you picked' },
  { action: 'excuse', whom: 'picked', words: 'Excuse those you picked who have nothing' },
  { action: 'remark', whom: 'picked', words: 'Remark on those you picked' },
];

/** The same done to many students: chosen, looked at student by student, then done, and taken back in one step. */
export function ManyAtOnce({
  forum,
  names,
  shown,
  picked,
  onClose,
}: {
  forum: string;
  names: 'shown' | 'hidden';
  /** The students the docket shows. */
  shown: readonly string[];
  /** Those who were picked in it. */
  picked: readonly string[];
  onClose: () => void;
}) {
  const [chosen, setChosen] = useState<(typeof ACTIONS)[number] | null>(null);
  const [remark, setRemark] = useState('{given name}, ');
  const lists = { shown, picked };
  const { preview, forget, look, doIt, busy, problem } = useManyAtOnce(forum, names, onClose);
  const asked = (of: (typeof ACTIONS)[number]): AskedOfMany => ({
    action: of.action,
    students: of.whom === 'shown' || of.whom === 'picked' ? [...lists[of.whom]] : of.whom,
    remark: of.action === 'remark' ? textOf(remark) : null,
  });
  return (
    <Dialog title="Many at once" onClose={onClose} wide>
      <ul className="space-y-1">
        {ACTIONS.filter(({ whom }) => whom === 'ready' || whom === 'nothing' || lists[whom].length > 0).map(
          (of) => (
            <li key={of.words}>
              <RadioLine
                name="action"
                checked={chosen === of}
                choose={() => {
                  setChosen(of);
                  forget();
                  if (of.action !== 'remark') look(asked(of));
                }}
                className="flex items-center gap-2.5 py-0.5"
              >
                {of.words}
              </RadioLine>
            </li>
          ),
        )}
      </ul>
      {chosen?.action === 'remark' && (
        <div className="mt-3">
          <textarea
            className="textarea raised w-full"
            rows={3}
            aria-label="Remark for all of them"
            value={remark}
            onChange={(event) => {
              setRemark(event.target.value);
              forget();
            }}
          />
          <p className="quiet mt-1 text-sm">
            {'{given name}, {family name}, {forum} and {score} are filled in for each student.'}
          </p>
          <button
            type="button"
            className="btn btn-sm raised ruled mt-2"
            disabled={busy || remark.trim() === ''}
            onClick={() => look(asked(chosen))}
          >
            Show who is affected
          </button>
        </div>
      )}
      {preview && chosen && (
        <Reached preview={preview} action={chosen.action} busy={busy} doIt={() => doIt(asked(chosen))} />
      )}
      <Problem className="mt-2 text-sm">{problem}</Problem>
    </Dialog>
  );
}
