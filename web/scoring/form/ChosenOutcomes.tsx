import { Plus, X } from 'lucide-react';
import { Link } from 'react-router';
import { addresses } from '../../../words/addresses';
import { useCourse } from '../../data/course';
import { Menu } from '../../ui/Menu';

/** The outcomes of the course that a criterion serves: each with a way to take it off, and one more from the list. */
export function ChosenOutcomes({
  which,
  codes,
  change,
}: {
  which: string;
  codes: readonly string[];
  change: (codes: string[]) => void;
}) {
  const { id, outcomes, role } = useCourse();
  const left = outcomes.filter(({ code }) => !codes.includes(code));
  if (outcomes.length === 0 && codes.length === 0)
    return (
      <p className="quiet flex h-9 items-center text-sm">
        {role === 'instructor' ? (
          <Link to={`${addresses.settings(id)}#outcomes`} className="link-plain">
            List learning outcomes for this course
          </Link>
        ) : (
          'This course lists no learning outcomes.'
        )}
      </p>
    );
  return (
    <div className="flex min-w-0 grow basis-52 flex-wrap items-center gap-1.5">
      {codes.map((code) => {
        const known = outcomes.find((outcome) => outcome.code === code);
        return (
          <span
            key={code}
            className="rounded-field ruled inline-flex h-8 max-w-full items-center gap-1 border pl-2 text-sm"
            title={known?.text ?? 'Not in the list of this course'}
          >
            <b className="font-semibold whitespace-nowrap">{code}</b>
            <span className="quiet min-w-0 truncate">{known?.text ?? 'not in this course’s list'}</span>
            <button
              type="button"
              className="btn btn-ghost btn-xs btn-square"
              aria-label={`Take ${code} off ${which}`}
              onClick={() => change(codes.filter((each) => each !== code))}
            >
              <X className="size-3.5" aria-hidden />
            </button>
          </span>
        );
      })}
      {left.length > 0 && (
        <Menu
          button={
            <>
              <Plus className="size-4" aria-hidden />
              Add an outcome
            </>
          }
          label={`Add an outcome that ${which} serves`}
          className="btn btn-ghost btn-xs h-8"
          at="start"
          width="w-80"
          entries={left.map(({ code, text }) => ({
            key: code,
            label: `${code} ${text}`,
            act: () => change([...codes, code]),
          }))}
        />
      )}
    </div>
  );
}
