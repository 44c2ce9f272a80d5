import { readPoints } from '../../forms/readPoints';
import { Plus, X } from 'lucide-react';
import { useFieldArray } from 'react-hook-form';
import { newId } from '../../data/newId';
import { pointWords } from '../../../words/numbers';
import type { FieldKit } from './fieldKit';
import type { ForumForm } from './forumForm';
import { PartDetail } from './scoring/PartDetail';
import { newPart } from './scoring/partForm';

const line = 'flex flex-wrap items-center gap-2';
const select = 'select select-sm raised h-9 w-auto';

/** The parts of an evaluation: points, name, how each is scored, and what it looks at. */
export function Parts({ kit, values }: { kit: FieldKit; values: ForumForm }) {
  const { form, says } = kit;
  const list = useFieldArray({ control: form.control, name: 'parts', keyName: 'key' });
  const sum = values.parts.reduce((total, part) => total + (readPoints(part.points) ?? 0), 0);
  return (
    <div className="space-y-2">
      {list.fields.map((field, index) => {
        const part = values.parts[index];
        return (
          <div key={field.key} className="ruled border-t pt-2 first:border-0 first:pt-0">
            <div className={line}>
              <input
                {...form.register(`parts.${index}.points`)}
                inputMode="decimal"
                aria-label={`Points of part ${index + 1}`}
                className="input input-sm raised num h-9 w-16 text-center"
              />
              for
              <input
                {...form.register(`parts.${index}.title`)}
                aria-label={`Name of part ${index + 1}`}
                className="input input-sm raised h-9 w-32"
              />
              <select
                {...form.register(`parts.${index}.kind`)}
                aria-label={`How part ${index + 1} is scored`}
                className={select}
              >
                <option value="direct">as you give them</option>
                <option value="rubric">by a rubric</option>
                <option value="levels">by a level you choose</option>
                <option value="checklist">by a checklist</option>
                <option value="perPost">post by post</option>
                <option value="completion">by how many were made</option>
                <option value="allOrNothing">only if all were made</option>
                <option value="ratings">by the ratings of others</option>
              </select>
              <select
                {...form.register(`parts.${index}.basis`)}
                aria-label={`What part ${index + 1} looks at`}
                className={select}
              >
                <option value="initial">of the initial post</option>
                <option value="replies">of the replies</option>
                <option value="whole">of everything</option>
              </select>
              <button
                type="button"
                className="btn btn-ghost btn-xs btn-square"
                aria-label={`Take part ${index + 1} away`}
                onClick={() => list.remove(index)}
              >
                <X className="size-3.5" aria-hidden />
              </button>
            </div>
            {says(`parts.${index}.points`)}
            {says(`parts.${index}.title`)}
            {part && (
              <PartDetail
                part={part}
                name={`part ${index + 1}`}
                says={(name) => says(`parts.${index}.${name}`)}
                change={(patch) => {
                  for (const [key, value] of Object.entries(patch))
                    form.setValue(`parts.${index}.${key}` as `parts.${number}.title`, value as string, {
                      shouldDirty: true,
                    });
                }}
              />
            )}
          </div>
        );
      })}
      <div className={line}>
        <button
          type="button"
          className="btn btn-sm raised ruled h-9"
          onClick={() => list.append(newPart(newId()))}
        >
          <Plus className="size-4" aria-hidden />
          Add a part
        </button>
        <span className="quiet num text-sm">
          {pointWords(sum)} of {values.maximum || '0'}
        </span>
      </div>
    </div>
  );
}
