import type { ForumForEdit } from '../../../../contract/plan';

/** Someone else saved the forum meanwhile: what is typed stays, and one of the two is chosen. */
export function SaveConflict({
  theirs,
  title,
  take,
  overwrite,
}: {
  theirs: ForumForEdit;
  title: string;
  take: () => void;
  overwrite: () => void;
}) {
  return (
    <div role="alert" className="rounded-box mb-3 px-4 py-3 bg-late-wash">
      <p>
        Someone else saved this forum meanwhile
        {theirs.settings.title !== title && <> (its title is now “{theirs.settings.title}”)</>}. Your settings
        are still in the form.
      </p>
      <p className="mt-2 flex gap-4">
        <button type="button" className="link-plain" onClick={take}>
          Take theirs
        </button>
        <button type="button" className="link-plain" onClick={overwrite}>
          Save mine over it
        </button>
      </p>
    </div>
  );
}
