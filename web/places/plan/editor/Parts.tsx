import { AddRow } from '../../../ui/RowActions';
import { line, select, type RowProps } from './rowProps';
import { readPoints } from '../../../forms/readPoints';
import { X } from 'lucide-react';
import { useFieldArray } from 'react-hook-form';
import { newId } from '../../../data/newId';
import { pointWords } from '../../../../words/numbers';
import { PartFields } from '../../../scoring/PartFields';
import { newPart, offerOf, offers, withOffer, type TypedPart } from '../../../scoring/partForm';

/** The parts of an evaluation: points, name, how each is scored, and what it looks at. */
export function Parts({ kit, values }: RowProps) {
  const { form, says } = kit;
  const list = useFieldArray({ control: form.control, name: 'rules.evaluation.parts', keyName: 'key' });
  const sum = values.rules.evaluation.parts.reduce(
    (total, part) => total + (readPoints(part.maximum) ?? 0),
    0,
  );
  const change = (index: number, part: TypedPart) =>
    form.setValue(`rules.evaluation.parts.${index}`, part, { shouldDirty: true });
  return (
    <div className="space-y-2">
      {list.fields.map((field, index) => {
        const part = values.rules.evaluation.parts[index];
        return (
          <div key={field.key} className="ruled border-t pt-2 first:border-0 first:pt-0">
            <div className={line}>
              <input
                {...form.register(`rules.evaluation.parts.${index}.maximum`)}
                inputMode="decimal"
                aria-label={`Points of part ${index + 1}`}
                className="input input-sm raised num h-9 w-16 text-center"
              />
              for
              <input
                {...form.register(`rules.evaluation.parts.${index}.title`)}
                aria-label={`Name of part ${index + 1}`}
                className="input input-sm raised h-9 w-32"
              />
              <select
                value={part ? offerOf(part).name : ''}
                aria-label={`How part ${index + 1} is scored`}
                className={select}
                onChange={(event) => part && change(index, withOffer(part, event.target.value))}
              >
                {offers.map(({ name, words }) => (
                  <option key={name} value={name}>
                    {words}
                  </option>
                ))}
              </select>
              <select
                {...form.register(`rules.evaluation.parts.${index}.basis`)}
                aria-label={`What part ${index + 1} looks at`}
                className={select}
              >
                <option value="initial">of the initial post</option>
                <option value="replies">of the replies</option>
                {(values.rules.review.on || part?.basis === 'reviews') && (
                  <option value="reviews">of the reviews they write</option>
                )}
                <option value="whole">of everything</option>
              </select>
              <button
                type="button"
                className="btn btn-ghost btn-xs btn-square"
                aria-label={`Remove part ${index + 1}`}
                onClick={() => list.remove(index)}
              >
                <X className="size-3.5" aria-hidden />
              </button>
            </div>
            {says(`rules.evaluation.parts.${index}.maximum`)}
            {says(`rules.evaluation.parts.${index}.title`)}
            {part && (
              <PartFields
                part={part}
                name={`part ${index + 1}`}
                says={(name) => says(`rules.evaluation.parts.${index}.${name}`)}
                change={(next) => change(index, next)}
              />
            )}
          </div>
        );
      })}
      <div className={line}>
        <AddRow name="part" add={() => list.append(newPart(newId()))} />
        <span className="quiet num text-sm">
          {pointWords(sum)} of {values.rules.evaluation.maximum || '0'}
        </span>
      </div>
    </div>
  );
}
