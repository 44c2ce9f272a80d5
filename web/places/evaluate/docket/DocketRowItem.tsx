import { Link } from 'react-router';
import type { DocketRow } from '../../../../contract/evaluate';
import { EVIDENCE_WORDS } from '../../../../words/evidence';
import { plural, pointWords } from '../../../../words/numbers';
import { Unreleased } from '../../../ui/Unreleased';
import { Tally } from '../../../ui/Tally';
import { isWaitedFor, STATE_WORDS } from './states';

/** What is to be known of a student before their pages are opened. */
function notes(row: DocketRow): readonly { words: string; color: string; strong: boolean }[] {
  return [
    { is: row.asks, words: 'asks for another look', color: 'text-late', strong: true },
    { is: row.reading?.wanted, words: 'waits for a second reading', color: 'text-primary', strong: true },
    { is: row.reading?.settle, words: 'two readings to settle', color: 'text-late', strong: true },
    {
      is: row.marks.length > 0,
      words: row.marks.map((mark) => EVIDENCE_WORDS[mark]).join(' · '),
      color: 'text-seal',
      strong: false,
    },
  ].filter(({ is }) => is === true);
}

/** One student of the docket: tally, name, words, state or points. */
export function DocketRowItem({
  row,
  selected,
  to,
  picked,
  pick,
}: {
  row: DocketRow;
  selected: boolean;
  to: string;
  /** Whether the student is picked; null while nobody is being picked. */
  picked: boolean | null;
  pick: () => void;
}) {
  const strong = isWaitedFor(row);
  const shows = row.points !== null && row.state !== 'changed' && row.state !== 'excused';
  return (
    <div
      className={`flex items-center ${selected ? 'bg-neutral text-neutral-content' : 'hover:bg-base-200'}`}
    >
      {picked !== null && (
        <input
          type="checkbox"
          className="checkbox checkbox-sm ml-3 shrink-0 border-current bg-transparent text-current"
          aria-label={`Pick ${row.student.name}`}
          checked={picked}
          onChange={pick}
        />
      )}
      <Link
        to={to}
        aria-current={selected ? 'true' : undefined}
        className={`flex min-w-0 grow items-center gap-3 py-1.5 pr-4 ${picked === null ? 'pl-4' : 'pl-3'}`}
        title={`${plural(row.posts, 'post')}, ${plural(row.words, 'word')}${row.daysLate > 0 ? `, ${plural(row.daysLate, 'day')} late` : ''}${row.held > 0 ? `, ${row.held} held` : ''}`}
      >
        <span className="flex w-10 shrink-0 justify-start">
          <Tally slots={row.slots} />
        </span>
        <span className="min-w-0 grow">
          <span className={`block leading-tight wrap-anywhere ${strong ? 'font-semibold' : ''}`}>
            {row.student.sortable}
          </span>
          <span className={`num block text-xs ${selected ? 'opacity-80' : 'quiet'}`}>
            {plural(row.words, 'word')}
            {row.daysLate > 0 && ` · ${plural(row.daysLate, 'day')} late`}
            {row.held > 0 && ` · ${row.held} held`}
          </span>
          {notes(row).map(({ words, color, strong: isStrong }) => (
            <span
              key={words}
              className={`block text-xs ${isStrong ? 'font-semibold' : ''} ${selected ? '' : color}`}
            >
              {words}
            </span>
          ))}
        </span>
        <span
          className={`num shrink-0 text-sm ${selected ? '' : row.state === 'changed' ? 'font-semibold text-late' : 'quiet'}`}
        >
          {shows ? (
            <>
              {pointWords(row.points!)}
              {!row.released && <Unreleased spoken={false} />}
              <span className="sr-only"> {STATE_WORDS[row.state]}</span>
            </>
          ) : (
            STATE_WORDS[row.state]
          )}
        </span>
      </Link>
    </div>
  );
}
