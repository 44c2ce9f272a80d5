import { useState } from 'react';
import type { RehearsedMove } from '../../../../contract/rehearsal';
import { useCourse } from '../../../data/course';
import { numberWords, pointWords, plural } from '../../../../words/numbers';
import type { Rehearsed } from './useRehearsal';

/** So many are listed before the rest is asked for. */
const FIRST = 60;

const STAYS: Record<NonNullable<RehearsedMove['stays']>, string> = {
  overridden: 'given in place of what is computed',
  changed: 'has changed posts since; look first',
  incomplete: 'points are missing then',
  notAsked: 'no longer asked',
};

const amount = (points: number | null) => (points === null ? '–' : pointWords(points));

function difference({ before, after }: RehearsedMove): string {
  if (before === null || after === null) return '';
  const by = after - before;
  return by === 0 ? '0.00' : `${by > 0 ? '+' : '−'}${pointWords(Math.abs(by))}`;
}

function Moves({ title, moves }: { title: string; moves: readonly RehearsedMove[] }) {
  const [all, setAll] = useState(false);
  if (moves.length === 0) return null;
  const shown = all ? moves : moves.slice(0, FIRST);
  return (
    <section aria-label={title} className="mt-4">
      <h3 className="font-sans font-semibold">
        {title} <span className="quiet num font-normal">{numberWords(moves.length)}</span>
      </h3>
      <table className="mt-1 w-full text-sm">
        <thead className="sr-only">
          <tr>
            <th>Student</th>
            <th>From</th>
            <th>To</th>
            <th>Difference</th>
          </tr>
        </thead>
        <tbody>
          {shown.map((move) => (
            <tr key={move.student.id} className="ruled border-b align-baseline last:border-0">
              <td className="py-1 pr-3">
                {move.student.sortable}
                {(move.released || move.stays !== null) && (
                  <span className="quiet block text-xs">
                    {[move.released && 'released', move.stays !== null && STAYS[move.stays]]
                      .filter(Boolean)
                      .join(' · ')}
                  </span>
                )}
              </td>
              <td className="num w-14 py-1 text-right">{amount(move.before)}</td>
              <td className="num w-18 py-1 text-right font-semibold">
                <span aria-hidden className="quiet pr-1.5 font-normal">
                  →
                </span>
                {amount(move.after)}
              </td>
              <td
                className={`num w-16 py-1 text-right ${move.after !== null && move.before !== null && move.after < move.before ? 'text-late' : ''}`}
              >
                {difference(move)}
              </td>
            </tr>
          ))}
        </tbody>
      </table>
      {shown.length < moves.length && (
        <button type="button" className="link-plain mt-1 text-sm" onClick={() => setAll(true)}>
          Show all {numberWords(moves.length)}
        </button>
      )}
    </section>
  );
}

function summary(moving: number, staying: number, suggested: number): string {
  const said = [
    moving > 0 && `${plural(moving, 'given score')} would move`,
    staying > 0 && `${plural(staying, 'given score')} would stay for a reason`,
    suggested > 0 && `${plural(suggested, 'suggestion')} would change`,
  ].filter((each) => each !== false);
  return `${said.join(', ')}.`;
}

/** What the settings in the form would do to every score, before anything is saved. */
export function Rehearsal({ rehearsed, unread }: { rehearsed: Rehearsed; unread: boolean }) {
  const course = useCourse();
  const { found, progress, problem } = rehearsed;
  const moves = found?.moves ?? null;
  const given = moves?.filter(({ stands }) => stands === 'given') ?? [];
  const moving = given.filter(({ stays }) => stays === null);
  const suggested = moves?.filter(({ stands }) => stands === 'suggested') ?? [];
  return (
    <section aria-label="Rehearsal" aria-busy={progress !== null}>
      <h2 className="text-lg">What would happen to the scores</h2>
      <p className="quiet mt-1 text-sm">
        Change requirements, dates, lateness, parts or points in the form; nothing moves before you save, and
        then you are asked.
      </p>
      <p className="mt-3" role="status">
        {unread
          ? 'Something in the form is not filled in correctly yet.'
          : problem !== null
            ? problem
            : progress !== null && moves === null
              ? `Working out every score of ${course.title} …`
              : moves === null
                ? ''
                : moves.length === 0
                  ? 'No score moves.'
                  : summary(moving.length, given.length - moving.length, suggested.length)}
      </p>
      {progress !== null && (
        <progress
          className="progress progress-primary mt-1 h-1"
          value={progress}
          max={1}
          aria-label="Working it out"
        />
      )}
      <Moves title="Given scores that would move" moves={moving} />
      <Moves title="Given scores that stay" moves={given.filter(({ stays }) => stays !== null)} />
      <Moves title="Suggestions that would change" moves={suggested} />
    </section>
  );
}
