import { useState } from 'react';
import { groupsOfSize, type SplitBy } from '../../../core/roster/splitIntoGroups';
import { Choice } from '../../ui/Choice';
import { plural } from '../../../words/numbers';

/** Deals students into groups: at random or with sections mixed, into a number of groups or groups of a size. */
export function DealForm({
  students,
  groups,
  deal,
}: {
  students: number;
  groups: number;
  deal: (count: number, by: SplitBy) => void;
}) {
  const [by, setBy] = useState<SplitBy>('random');
  const [count, setCount] = useState({ what: 'groups' as 'groups' | 'size', n: String(groups || 4) });
  const n = Number(count.n);
  const valid = Number.isInteger(n) && n >= 1 && n <= 500;
  const made = !valid ? 0 : count.what === 'groups' ? n : groupsOfSize(students, n);
  return (
    <form
      className="flex flex-wrap items-center gap-2"
      onSubmit={(event) => {
        event.preventDefault();
        if (valid) deal(made, by);
      }}
    >
      Deal
      <Choice
        label="How students are dealt"
        value={by}
        choose={setBy}
        options={[
          ['random', 'at random'],
          ['sectionsMixed', 'balanced by section'],
        ]}
      />
      into
      <Choice
        label="By number or by size"
        value={count.what}
        choose={(what) => setCount({ ...count, what })}
        options={[
          ['groups', 'this many groups'],
          ['size', 'groups of this size'],
        ]}
      />
      <input
        className="input input-sm raised num h-9 w-16 text-center"
        aria-label="How many"
        inputMode="numeric"
        value={count.n}
        onChange={(event) => setCount({ ...count, n: event.target.value })}
      />
      <button className="btn btn-sm raised ruled h-9" disabled={!valid}>
        Deal
      </button>
      <span className="quiet text-sm">
        {valid
          ? `${plural(made, 'group')} of about ${Math.round(students / made)}; locked students stay`
          : 'Write a number from 1 to 500.'}
      </span>
    </form>
  );
}
