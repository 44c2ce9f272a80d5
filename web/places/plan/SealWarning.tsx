import type { z } from 'zod';
import type { sealChangeNames } from '../../../contract/plan';
import { Dialog } from '../../ui/Dialog';

function Names({ title, names }: { title: string; names: readonly string[] }) {
  if (names.length === 0) return null;
  return (
    <div className="mt-3">
      <p className="font-semibold">{title}</p>
      <p className="quiet max-h-40 overflow-y-auto">{names.join(', ')}</p>
    </div>
  );
}

/** Before a change is saved that would open or close the seal for someone: their names. */
export function SealWarning({
  names,
  confirm,
  close,
}: {
  names: z.infer<typeof sealChangeNames>;
  confirm: () => void;
  close: () => void;
}) {
  return (
    <Dialog title="This changes who can read" onClose={close}>
      <Names title="Sealed again, until they write more:" names={names.reseals} />
      <Names title="Could read everyone’s posts immediately:" names={names.unseals} />
      <button type="button" className="btn btn-primary mt-5" onClick={confirm}>
        Save anyway
      </button>
    </Dialog>
  );
}
