/** The sign of a score that is given and not released: an eye struck through, which says what it means when one points at it. */
export function Unreleased({ spoken = true }: { spoken?: boolean }) {
  return (
    <span className="unreleased" title="Not released: the student does not see it yet">
      {spoken && <span className="sr-only"> not released</span>}
    </span>
  );
}
