import type { MoveChangeView } from '../../../contract/roster';
import { plural } from '../../../words/numbers';
import { Dialog } from '../../ui/Dialog';

const READING: Record<MoveChangeView['reading'], string> = {
  same: '',
  reseals: 'is sealed again',
  unseals: 'can read everything at once',
  loses: 'can no longer read it',
  gains: 'can now read it',
};

function sentence(change: MoveChangeView): string {
  const parts = [];
  if (change.from !== change.to)
    parts.push(`goes from ${change.from ?? 'no group'} to ${change.to ?? 'no group'}`);
  else if (change.reading === 'same') parts.push('has other dates');
  if (change.posts > 0)
    parts.push(
      `${plural(change.posts, 'post')} ${change.posts === 1 ? 'stays' : 'stay'} in ${change.from ?? 'the old place'}`,
    );
  if (READING[change.reading]) parts.push(READING[change.reading]);
  return parts.join('; ');
}

/** What a move means, forum by forum. */
export function MoveChanges({ changes }: { changes: readonly MoveChangeView[] }) {
  const forums = [...new Set(changes.map(({ forum }) => forum))];
  return (
    <div
      className="mt-3 max-h-96 space-y-4 overflow-y-auto"
      tabIndex={0}
      role="group"
      aria-label="What changes"
    >
      {forums.map((forum) => (
        <section key={forum}>
          <h3 className="text-base">{forum}</h3>
          <ul className="mt-1 text-sm">
            {changes
              .filter((change) => change.forum === forum)
              .map((change) => (
                <li key={change.student} className="ruled border-b py-1 last:border-0">
                  <b className="font-semibold">{change.student}</b> {sentence(change)}.
                </li>
              ))}
          </ul>
        </section>
      ))}
    </div>
  );
}

/** What a move means in forums under way, before it is made. */
export function MoveWarning({
  changes,
  confirm,
  close,
}: {
  changes: readonly MoveChangeView[];
  confirm: () => void;
  close: () => void;
}) {
  return (
    <Dialog title="This move changes something in forums under way" onClose={close} wide>
      <p className="quiet">
        Posts stay where they were written; for their author they still count. Nothing has been moved yet.
      </p>
      <MoveChanges changes={changes} />
      <button type="button" className="btn btn-primary mt-5" onClick={confirm}>
        Move anyway
      </button>
    </Dialog>
  );
}
