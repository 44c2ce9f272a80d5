import { newId } from '../../../data/newId';
import { readPoints } from '../../../forms/readPoints';
import { AddRow, RowDeeds } from '../../../ui/RowDeeds';
import type { BuilderProps } from './builderProps';
import { Reach } from './Reach';
import type { ItemForm } from './partForm';
import { changed, moved, without, withBelow } from './rows';

const TIES: readonly (readonly [string, string])[] = [
  ['', 'you tick it'],
  ['initial 1', 'the initial post ticks it'],
  ['initial 2', 'the second initial post ticks it'],
  ['initial 3', 'the third initial post ticks it'],
  ['attachment 1', 'the required attachment ticks it'],
  ...[1, 2, 3, 4, 5, 6].map((n) => [`reply ${n}`, `reply ${n} ticks it`] as const),
  ...[1, 2, 3, 4, 5, 6].map((n) => [`post ${n}`, `post ${n} ticks it`] as const),
];

/** Items with their points; those tied to a required post tick themselves. */
export function ChecklistBuilder({ part, name, says, change }: BuilderProps) {
  const { items } = part;
  const set = (next: ItemForm[]) => change({ items: next });
  const most = items.reduce((sum, { points }) => sum + (readPoints(points) ?? 0), 0);
  return (
    <div className="mt-2 space-y-2 pl-7">
      {items.map((item, index) => {
        const update = (patch: Partial<ItemForm>) => set(changed(items, index, patch));
        const which = `item ${index + 1} of ${name}`;
        return (
          <div key={item.id}>
            <div className="flex flex-wrap items-center gap-2">
              <input
                className="input input-sm raised num h-9 w-16 text-center"
                inputMode="decimal"
                aria-label={`Points of ${which}`}
                value={item.points}
                onChange={(event) => update({ points: event.target.value })}
              />
              <input
                className="input input-sm raised h-9 min-w-52 grow"
                aria-label={`Name of ${which}`}
                placeholder="What is to be there"
                value={item.title}
                onChange={(event) => update({ title: event.target.value })}
              />
              <select
                className="select select-sm raised h-9 w-auto"
                aria-label={`What ticks ${which}`}
                value={item.slot}
                onChange={(event) => update({ slot: event.target.value })}
              >
                {TIES.map(([value, words]) => (
                  <option key={value} value={value}>
                    {words}
                  </option>
                ))}
              </select>
              <RowDeeds
                name="item"
                index={index}
                last={items.length - 1}
                move={(from, to) => set(moved(items, from, to))}
                copy={() => set(withBelow(items, index, { ...item, id: newId() }))}
                remove={() => set(without(items, index))}
              />
            </div>
            {says(`items.${index}.title`)}
            {says(`items.${index}.points`)}
          </div>
        );
      })}
      {says('items')}
      <div className="flex flex-wrap items-center gap-3">
        <AddRow name="item" add={() => set([...items, { id: newId(), title: '', points: '1', slot: '' }])} />
        {items.length > 0 && <Reach most={most} part={part} change={change} />}
      </div>
    </div>
  );
}
