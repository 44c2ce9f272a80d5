import { AddressToCopy } from './AddressToCopy';

/** A one-time link, to be copied and handed over. */
export function LinkToCopy({ address, name }: { address: string; name: string }) {
  return (
    <div>
      <p className="text-sm">Give {name} this link. It works once, for seven days; a new one replaces it.</p>
      <AddressToCopy address={address} label="One-time link" />
    </div>
  );
}
