import { readPoints } from '../../../forms/readPoints';
import { Plus, X } from 'lucide-react';
import { newId } from '../../../data/newId';
import { maximumWords } from '../../../../words/numbers';
import { AddRow, RowDeeds } from '../../../ui/RowDeeds';
import type { BuilderProps } from './builderProps';
import { Reach } from './Reach';
import type { CriterionForm, LevelForm } from './partForm';
import { changed, moved, without, withBelow } from './rows';

const mostOf = (criterion: CriterionForm) =>
  Math.max(0, ...criterion.levels.map(({ points }) => readPoints(points) ?? 0));

/** A criterion as it starts: three levels, from nothing to all of what is left to reach. */
function newCriterion(left: number): CriterionForm {
  const level = (title: string, points: number): LevelForm => ({
    id: newId(),
    title,
    description: '',
    points: maximumWords(points),
  });
  const most = Math.max(left, 100);
  return {
    id: newId(),
    title: '',
    description: '',
    outcome: '',
    basis: 'whole',
    levels: [level('Clear', most), level('In part', Math.round(most / 2)), level('Not there', 0)],
  };
}

/** A copy with ids of its own. */
const copyOf = (criterion: CriterionForm): CriterionForm => ({
  ...criterion,
  id: newId(),
  title: criterion.title === '' ? '' : `${criterion.title} (copy)`,
  levels: criterion.levels.map((level) => ({ ...level, id: newId() })),
});

function Level({
  level,
  name,
  change,
  remove,
}: {
  level: LevelForm;
  name: string;
  change: (patch: Partial<LevelForm>) => void;
  remove: () => void;
}) {
  return (
    <div className="flex items-center gap-1.5">
      <input
        className="input input-sm raised num h-8 w-14 shrink-0 px-1 text-center"
        inputMode="decimal"
        aria-label={`Points of ${name}`}
        value={level.points}
        onChange={(event) => change({ points: event.target.value })}
      />
      <input
        className="input input-sm raised h-8 w-40 shrink-0"
        aria-label={`Name of ${name}`}
        placeholder="Level"
        value={level.title}
        onChange={(event) => change({ title: event.target.value })}
      />
      <input
        className="input input-sm raised h-8 min-w-0 grow"
        aria-label={`What ${name} means`}
        placeholder="What it means"
        value={level.description}
        onChange={(event) => change({ description: event.target.value })}
      />
      <button
        type="button"
        className="btn btn-ghost btn-xs btn-square"
        aria-label={`Take ${name} away`}
        onClick={remove}
      >
        <X className="size-3.5" aria-hidden />
      </button>
    </div>
  );
}

/** Criteria with their levels, built in place; students read them before they write. */
export function RubricBuilder({ part, name, says, change }: BuilderProps) {
  const { criteria } = part;
  const set = (next: CriterionForm[]) => change({ criteria: next });
  const most = criteria.reduce((sum, criterion) => sum + mostOf(criterion), 0);
  return (
    <div className="mt-2 space-y-3 pl-7">
      {criteria.map((criterion, index) => {
        const update = (patch: Partial<CriterionForm>) => set(changed(criteria, index, patch));
        const which = `criterion ${index + 1} of ${name}`;
        return (
          <fieldset key={criterion.id} className="ruled rounded-box border p-3">
            <legend className="sr-only">{criterion.title || which}</legend>
            <div className="flex flex-wrap items-center gap-2">
              <input
                className="input input-sm raised h-9 min-w-40 grow font-semibold"
                aria-label={`Name of ${which}`}
                placeholder="Criterion"
                value={criterion.title}
                onChange={(event) => update({ title: event.target.value })}
              />
              <RowDeeds
                name="criterion"
                index={index}
                last={criteria.length - 1}
                move={(from, to) => set(moved(criteria, from, to))}
                copy={() => set(withBelow(criteria, index, copyOf(criterion)))}
                remove={() => set(without(criteria, index))}
              />
            </div>
            {says(`criteria.${index}.title`)}
            <div className="mt-2 space-y-2">
              <input
                className="input input-sm raised h-9 w-full"
                aria-label={`What ${which} asks`}
                placeholder="What it asks"
                value={criterion.description}
                onChange={(event) => update({ description: event.target.value })}
              />
              <div className="flex flex-wrap gap-2">
                <select
                  className="select select-sm raised h-9 w-auto"
                  aria-label={`What ${which} looks at`}
                  value={criterion.basis}
                  onChange={(event) => update({ basis: event.target.value as CriterionForm['basis'] })}
                >
                  <option value="whole">looks at everything</option>
                  <option value="initial">looks at the initial post</option>
                  <option value="replies">looks at the replies</option>
                </select>
                <input
                  className="input input-sm raised h-9 min-w-52 grow"
                  aria-label={`Outcome that ${which} serves`}
                  placeholder="Serves a learning outcome, if any"
                  value={criterion.outcome}
                  onChange={(event) => update({ outcome: event.target.value })}
                />
              </div>
            </div>
            <div className="mt-2.5 space-y-1.5">
              {criterion.levels.map((level, at) => (
                <Level
                  key={level.id}
                  level={level}
                  name={`level ${at + 1} of ${which}`}
                  change={(patch) => update({ levels: changed(criterion.levels, at, patch) })}
                  remove={() => update({ levels: without(criterion.levels, at) })}
                />
              ))}
              <button
                type="button"
                className="btn btn-ghost btn-xs"
                aria-label={`Add a level to ${which}`}
                onClick={() =>
                  update({
                    levels: [...criterion.levels, { id: newId(), title: '', description: '', points: '0' }],
                  })
                }
              >
                <Plus className="size-4" aria-hidden />
                Level
              </button>
            </div>
            {criterion.levels.map((level, at) => (
              <div key={level.id}>
                {says(`criteria.${index}.levels.${at}.title`)}
                {says(`criteria.${index}.levels.${at}.points`)}
              </div>
            ))}
            {says(`criteria.${index}.levels`)}
          </fieldset>
        );
      })}
      {says('criteria')}
      <div className="flex flex-wrap items-center gap-3">
        <AddRow
          name="criterion"
          add={() => set([...criteria, newCriterion((readPoints(part.points) ?? 0) - most)])}
        />
        {criteria.length > 0 && <Reach most={most} part={part} change={change} />}
      </div>
      <label className="flex items-center gap-2 text-sm">
        <input
          type="checkbox"
          className="checkbox checkbox-sm"
          checked={part.anyNumber}
          onChange={(event) => change({ anyNumber: event.target.checked })}
        />
        Any number between the lowest and the highest level may be given
      </label>
    </div>
  );
}
