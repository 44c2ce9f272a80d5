/** Says that changes are kept on this machine and not saved, and lets them be thrown away. */
export function Unsaved({ overtaken, discard }: { overtaken: boolean; discard: () => void }) {
  return (
    <p className="text-sm" role="status">
      {overtaken ? (
        <span className="text-late">
          Someone else has saved this since. These are your changes; saving replaces theirs.{' '}
        </span>
      ) : (
        <span className="quiet">Unsaved changes, kept on this machine. </span>
      )}
      <button type="button" className="link-plain" onClick={discard}>
        Discard them
      </button>
    </p>
  );
}
