import { Plus, X } from 'lucide-react';
import { newId } from '../../data/newId';
import { maximumWords } from '../../../words/numbers';
import { readPoints } from '../../forms/readPoints';
import type { FieldsProps } from '../partFace';
import { EditedList, type EditedRow } from './EditedList';
import { NumberField, SelectField, TextField } from './fields';
import { changed, without } from './listChanges';
import { ChosenOutcomes } from './ChosenOutcomes';
import { MostInAll } from './MostInAll';

/** A level of a criterion as it is typed. */
interface TypedLevel {
  id: string;
  title: string;
  description: string;
  points: string;
}

/** A criterion as it is typed. */
export interface TypedCriterion {
  id: string;
  title: string;
  description: string;
  /** Codes of the outcomes it serves. */
  outcomes?: string[] | undefined;
  basis: 'initial' | 'replies' | 'whole';
  levels: TypedLevel[];
}

const mostOf = ({ levels }: TypedCriterion) =>
  Math.max(0, ...levels.map(({ points }) => readPoints(points) ?? 0));

/** A criterion as it starts: three levels, from nothing to all of what is left to reach. */
function newCriterion(left: number): TypedCriterion {
  const level = (title: string, points: number): TypedLevel => ({
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
    outcomes: [],
    basis: 'whole',
    levels: [level('Clear', most), level('In part', Math.round(most / 2)), level('Not there', 0)],
  };
}

/** A copy with ids of its own. */
const copyOf = (criterion: TypedCriterion): TypedCriterion => ({
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
  level: TypedLevel;
  name: string;
  change: (patch: Partial<TypedLevel>) => void;
  remove: () => void;
}) {
  return (
    <div className="flex flex-wrap items-center gap-1.5 sm:flex-nowrap">
      <NumberField
        className="h-8 w-14 shrink-0 px-1"
        label={`Points of ${name}`}
        value={level.points}
        change={(points) => change({ points })}
      />
      <TextField
        className="h-8 w-40 shrink-0"
        label={`Name of ${name}`}
        placeholder="Level"
        value={level.title}
        change={(title) => change({ title })}
      />
      <TextField
        className="h-8 min-w-32 grow basis-full sm:min-w-0 sm:basis-0"
        label={`What ${name} means`}
        placeholder="What it means"
        value={level.description}
        change={(description) => change({ description })}
      />
      <button
        type="button"
        className="btn btn-ghost btn-xs btn-square"
        aria-label={`Remove ${name}`}
        onClick={remove}
      >
        <X className="size-3.5" aria-hidden />
      </button>
    </div>
  );
}

function Levels({ row, which, update }: Pick<EditedRow<TypedCriterion>, 'row' | 'which' | 'update'>) {
  const { levels } = row;
  return (
    <div className="mt-2.5 space-y-1.5">
      {levels.map((level, at) => (
        <Level
          key={level.id}
          level={level}
          name={`level ${at + 1} of ${which}`}
          change={(patch) => update({ levels: changed(levels, at, patch) })}
          remove={() => update({ levels: without(levels, at) })}
        />
      ))}
      <button
        type="button"
        className="btn btn-ghost btn-xs"
        aria-label={`Add a level to ${which}`}
        onClick={() =>
          update({ levels: [...levels, { id: newId(), title: '', description: '', points: '0' }] })
        }
      >
        <Plus className="size-4" aria-hidden />
        Level
      </button>
    </div>
  );
}

function BuiltCriterion({
  row,
  index,
  which,
  update,
  actions,
  says,
  isForPeers = false,
}: EditedRow<TypedCriterion> & Pick<FieldsProps<object>, 'says' | 'isForPeers'>) {
  return (
    <fieldset className="ruled rounded-box min-w-0 border p-3">
      <legend className="sr-only">{row.title || which}</legend>
      <div className="flex flex-wrap items-center gap-2">
        <TextField
          className="h-9 min-w-40 grow font-semibold"
          label={`Name of ${which}`}
          placeholder="Criterion"
          value={row.title}
          change={(title) => update({ title })}
        />
        {actions}
      </div>
      {says(`criteria.${index}.title`)}
      <div className="mt-2 space-y-2">
        <TextField
          className="h-9 w-full"
          label={`What ${which} asks`}
          placeholder="What it asks"
          value={row.description}
          change={(description) => update({ description })}
        />
        {!isForPeers && (
          <div className="flex flex-wrap gap-2">
            <SelectField
              label={`What ${which} looks at`}
              value={row.basis}
              change={(basis) => update({ basis })}
              options={[
                ['whole', 'looks at everything'],
                ['initial', 'looks at the initial post'],
                ['replies', 'looks at the replies'],
              ]}
            />
            <ChosenOutcomes
              which={which}
              codes={row.outcomes ?? []}
              change={(outcomes) => update({ outcomes })}
            />
          </div>
        )}
      </div>
      <Levels row={row} which={which} update={update} />
      {row.levels.map(({ id }, at) => (
        <div key={id}>
          {says(`criteria.${index}.levels.${at}.title`)}
          {says(`criteria.${index}.levels.${at}.points`)}
        </div>
      ))}
      {says(`criteria.${index}.levels`)}
    </fieldset>
  );
}

/** Criteria with their levels, built in place; students read them before they write. */
export function BuiltCriteria(
  props: FieldsProps<{ criteria: TypedCriterion[]; anyNumber: boolean; guideId: string }>,
) {
  const { fields, maximum, name, says, change } = props;
  const { criteria } = fields;
  const most = criteria.reduce((sum, criterion) => sum + mostOf(criterion), 0);
  return (
    <div className="mt-2 space-y-3 pl-7">
      <EditedList
        noun="criterion"
        name={name}
        rows={criteria}
        change={(next) => change({ criteria: next })}
        fresh={() => [newCriterion((readPoints(maximum ?? '') ?? 0) - most)]}
        copy={copyOf}
        field="criteria"
        says={says}
        beside={criteria.length > 0 && <MostInAll most={most} {...props} />}
      >
        {(row) => <BuiltCriterion {...row} says={says} isForPeers={props.isForPeers} />}
      </EditedList>
      {!props.isForPeers && (
        <label className="flex items-center gap-2 text-sm">
          <input
            type="checkbox"
            className="checkbox checkbox-sm"
            checked={fields.anyNumber}
            onChange={(event) => change({ anyNumber: event.target.checked })}
          />
          Any number between the lowest and the highest level may be given
        </label>
      )}
    </div>
  );
}
