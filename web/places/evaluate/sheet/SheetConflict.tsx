import { pointWords } from '../../../../words/numbers';
import type { Sheet } from './useSheet';

/** What someone else has given meanwhile, and what to do about it. */
export function SheetConflict({ sheet }: { sheet: Sheet }) {
  const { theirs, problem } = sheet.now;
  if (!problem) return null;
  return (
    <div role="alert" className="ruled border-t px-5 py-3 text-sm">
      <p className="text-error">{problem.message}</p>
      {theirs && (
        <div className="mt-2">
          {theirs.reading?.second && <p>{theirs.reading.by} has read the student first.</p>}
          <p hidden={theirs.reading?.second}>
            Theirs:{' '}
            <b className="num">
              {theirs.score.points === null ? 'not given yet' : pointWords(theirs.score.points)}
            </b>
            {theirs.score.givenBy && ` by ${theirs.score.givenBy}`}.
          </p>
          <p className="mt-1 flex gap-4">
            <button type="button" className="link-plain" onClick={() => sheet.state.takeTheirs()}>
              {theirs.reading?.second ? 'Start again' : 'Take theirs'}
            </button>
            <button type="button" className="link-plain" onClick={() => void sheet.state.giveMine()}>
              {theirs.reading?.second ? 'Give mine as the second reading' : 'Give mine instead'}
            </button>
          </p>
        </div>
      )}
    </div>
  );
}
