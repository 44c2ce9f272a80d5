import type { ForumView } from '../../../contract/discuss';

/** What stands in the place of posts where there are none, and why. */
export function NothingYet({
  forum,
  space,
}: {
  forum: ForumView;
  space: ForumView['spaces'][number] | null;
}) {
  if (forum.sealed !== null || forum.openings === 'answerQuestions') return null;
  const isStaff = forum.phase === null;
  return (
    <p className="quiet py-8">
      {forum.phase === 'announced'
        ? 'Nothing has been written yet; posting has not opened.'
        : forum.readers === 'staff'
          ? isStaff
            ? space === null
              ? 'No entries yet. Choose whose journal to read or write in.'
              : `${space.title} has written nothing here yet.`
            : 'Your journal is empty. Only staff and you read it.'
          : 'Nobody has written yet. The first post opens the conversation.'}
    </p>
  );
}
