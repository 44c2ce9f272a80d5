import { Copy } from 'lucide-react';
import { toast } from './toast';

/** An address, to be selected or copied at a click. */
export function AddressToCopy({ address, label }: { address: string; label: string }) {
  return (
    <div className="mt-2 flex gap-2">
      <input
        readOnly
        aria-label={label}
        className="input input-sm raised h-9 min-w-0 grow"
        value={address}
        onFocus={(event) => event.target.select()}
      />
      <button
        type="button"
        className="btn btn-sm raised ruled h-9"
        aria-label={`Copy: ${label}`}
        onClick={() => {
          navigator.clipboard.writeText(address).then(
            () => toast.success('Copied.'),
            () => toast.error('The browser did not allow copying. Select the address and copy it yourself.'),
          );
        }}
      >
        <Copy className="size-4" aria-hidden />
        Copy
      </button>
    </div>
  );
}
