import { Copy } from 'lucide-react';
import { toast } from './toast';

/** A one-time link, to be copied and handed over. */
export function LinkToCopy({ address, name }: { address: string; name: string }) {
  return (
    <div>
      <p className="text-sm">Give {name} this link. It works once, for seven days; a new one replaces it.</p>
      <div className="mt-2 flex gap-2">
        <input
          readOnly
          aria-label="One-time link"
          className="input input-sm raised h-9 grow"
          value={address}
          onFocus={(event) => event.target.select()}
        />
        <button
          type="button"
          className="btn btn-sm raised ruled h-9"
          onClick={() => {
            navigator.clipboard.writeText(address).then(
              () => toast.success('Copied.'),
              () => toast.error('The browser did not allow copying; select the link and copy it yourself.'),
            );
          }}
        >
          <Copy className="size-4" aria-hidden />
          Copy
        </button>
      </div>
    </div>
  );
}
