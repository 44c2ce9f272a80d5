import { newId } from '../../../data/newId';
import { AddRow, RowDeeds } from '../../../ui/RowDeeds';
import type { BuilderProps } from './builderProps';
import type { ScaleLevelForm } from './partForm';
import { changed, moved, without, withBelow } from './rows';

const START = [
  ['Carries the conversation', '100'],
  ['Takes part', '75'],
  ['Is there', '50'],
  ['Is hardly there', '0'],
] as const;

/** Named levels, each a share of the part's points. */
export function ScaleBuilder({ part, name, says, change }: BuilderProps) {
  const { levels } = part;
  const set = (next: ScaleLevelForm[]) => change({ levels: next });
  const level = (title: string, share: string): ScaleLevelForm => ({
    id: newId(),
    title,
    description: '',
    share,
  });
  return (
    <div className="mt-2 space-y-2 pl-7">
      {levels.map((each, index) => {
        const update = (patch: Partial<ScaleLevelForm>) => set(changed(levels, index, patch));
        const which = `level ${index + 1} of ${name}`;
        return (
          <div key={each.id}>
            <div className="flex flex-wrap items-center gap-2">
              <input
                className="input input-sm raised num h-9 w-16 text-center"
                inputMode="decimal"
                aria-label={`Share of ${which}`}
                value={each.share}
                onChange={(event) => update({ share: event.target.value })}
              />
              % for
              <input
                className="input input-sm raised h-9 w-44"
                aria-label={`Name of ${which}`}
                value={each.title}
                onChange={(event) => update({ title: event.target.value })}
              />
              <input
                className="input input-sm raised h-9 min-w-44 grow"
                aria-label={`What ${which} means`}
                placeholder="What it means"
                value={each.description}
                onChange={(event) => update({ description: event.target.value })}
              />
              <RowDeeds
                name="level"
                index={index}
                last={levels.length - 1}
                move={(from, to) => set(moved(levels, from, to))}
                copy={() => set(withBelow(levels, index, { ...each, id: newId() }))}
                remove={() => set(without(levels, index))}
              />
            </div>
            {says(`levels.${index}.title`)}
            {says(`levels.${index}.share`)}
          </div>
        );
      })}
      {says('levels')}
      <AddRow
        name="level"
        add={() =>
          set(
            levels.length === 0
              ? START.map(([title, share]) => level(title, share))
              : [...levels, level('', '0')],
          )
        }
      />
    </div>
  );
}
