/** What the marks of the timeline mean, and how they are moved. */
export function Legend() {
  const item = 'flex items-center gap-1.5';
  return (
    <p className="quiet hidden flex-wrap items-center gap-x-5 gap-y-1 px-5 pt-4 text-xs min-[900px]:flex">
      <span className={item}>
        <span className="ruled inline-block h-3 w-6 rounded-[2px] border bg-window" /> Visible
      </span>
      <span className={item}>
        <span className="inline-block h-3 w-6 rounded-[2px] bg-river-pale" /> Posting
      </span>
      <span className={item}>
        <span className="inline-block h-4 w-1 bg-base-content" /> initial post due
      </span>
      <span className={item}>
        <span className="flex gap-0.5">
          <span className="inline-block h-3 w-1 bg-base-content" />
          <span className="inline-block h-3 w-1 bg-base-content" />
        </span>
        replies due
      </span>
      <span className={item}>
        <span className="inline-block size-3.5 rounded-full border-[3px] border-base-content bg-base-100" />
        reviews due
      </span>
      <span className={item}>
        <span className="inline-block size-2 rounded-full bg-base-content" /> partners drawn
      </span>
      <span className={item}>
        <span className="inline-block h-1 w-6 rounded bg-late-fill" /> own terms
      </span>
      <span>
        Drag a strip, an edge or a mark; or choose one with Tab and move it with ← → (a day), Shift (a week),
        Alt (an hour), Enter to save.
      </span>
    </p>
  );
}
