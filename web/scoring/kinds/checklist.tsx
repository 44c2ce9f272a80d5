import { z } from 'zod';
import type { ChecklistPart } from '../../../core/course/evaluation';
import type { SlotKind } from '../../../core/course/slotKind';
import { isTicked, ticksItself } from '../../../core/scoring/kinds/checklist';
import { pointWords } from '../../../words/numbers';
import { TIES } from '../../../words/requirements';
import { newId } from '../../data/newId';
import { nameText, pointsText } from '../../forms/codecs';
import { readPoints } from '../../forms/readPoints';
import { EditedList } from '../form/EditedList';
import { NumberField, SelectField, TextField } from '../form/fields';
import { guideIdText } from '../form/guideId';
import { MostInAll } from '../form/MostInAll';
import type { FieldsProps, PartFace, PartOnSheet } from '../partFace';
import { fieldId } from '../sheet/fieldId';

/** The required post that ticks an item, as `reply 2`; empty where only the evaluator does. */
const slotText = z.codec(z.string(), z.custom<ChecklistPart['items'][number]['slot']>(), {
  decode: (text) => {
    const [kind, number] = text.split(' ');
    return text === '' ? null : { kind: kind as SlotKind, number: Number(number) };
  },
  encode: (slot) => (slot === null ? '' : `${slot.kind} ${slot.number}`),
});

const codec = z.object({
  guideId: guideIdText,
  items: z
    .array(z.object({ id: z.string(), title: nameText('the item'), points: pointsText, slot: slotText }))
    .min(1, 'Add at least one item.'),
});
type Fields = z.input<typeof codec>;

const ties = [
  ['', 'you tick it'] as const,
  ...TIES.map(([slot, name]) => [slot, `${name} ticks it`] as const),
];

/** Items with their points; those tied to a required post tick themselves. */
function ChecklistFields(props: FieldsProps<Fields>) {
  const { fields, name, says, change } = props;
  const { items } = fields;
  const most = items.reduce((sum, { points }) => sum + (readPoints(points) ?? 0), 0);
  return (
    <div className="mt-2 space-y-2 pl-7">
      <EditedList
        noun="item"
        name={name}
        rows={items}
        change={(next) => change({ items: next })}
        fresh={() => [{ id: newId(), title: '', points: '1', slot: '' }]}
        field="items"
        says={says}
        beside={items.length > 0 && <MostInAll most={most} {...props} />}
      >
        {({ row, index, which, update, actions }) => (
          <div>
            <div className="flex flex-wrap items-center gap-2">
              <NumberField
                label={`Points of ${which}`}
                value={row.points}
                change={(points) => update({ points })}
              />
              <TextField
                label={`Name of ${which}`}
                placeholder="What should be there"
                className="h-9 min-w-52 grow"
                value={row.title}
                change={(title) => update({ title })}
              />
              {!props.isForPeers && (
                <SelectField
                  label={`What ticks ${which}`}
                  value={row.slot}
                  change={(slot) => update({ slot })}
                  options={ties}
                />
              )}
              {actions}
            </div>
            {says(`items.${index}.title`)}
            {says(`items.${index}.points`)}
          </div>
        )}
      </EditedList>
    </div>
  );
}

interface Typed {
  /** The items that were ticked or unticked by hand. */
  readonly items: Readonly<Record<string, boolean>>;
}

function ChecklistOnSheet({ at }: { at: PartOnSheet<ChecklistPart, Typed> }) {
  const { part, typed, view } = at;
  return (
    <ul className="mt-1.5">
      {part.items.map((item) => {
        const itself = ticksItself(item, view.slots);
        const ticked = isTicked(item, view.slots, typed);
        const row = `${part.id} ${item.id}`;
        const byHand = item.id in typed.items && itself !== null && typed.items[item.id] !== itself;
        return (
          <li
            key={item.id}
            id={fieldId(row)}
            className={`rounded-field flex items-center gap-2 px-1.5 py-1 ${at.active === row ? 'bg-base-200' : ''}`}
          >
            <button
              type="button"
              role="checkbox"
              aria-checked={ticked}
              className="flex min-w-0 grow cursor-pointer items-start gap-2 text-left"
              onClick={() => {
                at.mark(row);
                at.change({ items: { ...typed.items, [item.id]: !ticked } });
              }}
            >
              <span
                aria-hidden
                className={`ruled mt-0.5 grid size-4.5 shrink-0 place-items-center rounded border text-xs font-bold ${ticked ? 'border-primary bg-primary text-primary-content' : ''}`}
              >
                {ticked ? '✓' : ''}
              </span>
              <span className="min-w-0">
                {item.title}
                {itself !== null && (
                  <span className="quiet block text-xs">
                    {byHand ? 'changed by hand' : ticked ? 'ticked itself' : 'waits for the post'}
                  </span>
                )}
              </span>
            </button>
            <span className="quiet num shrink-0 text-sm">{pointWords(item.points)}</span>
          </li>
        );
      })}
    </ul>
  );
}

/** Items that are ticked or not. */
export const checklist: PartFace<ChecklistPart, Fields, Typed> = {
  form: {
    offers: [{ words: 'by a checklist' }],
    start: { guideId: '', items: [] },
    codec,
    Fields: ChecklistFields,
  },
  sheet: {
    nothing: { items: {} },
    typed: ({ items }) => ({ items: items ?? {} }),
    decision: (_, { items }) => (Object.keys(items).length === 0 ? {} : { items }),
    rows: (part, { items }, view) =>
      part.items.map((item) => ({
        id: `${part.id} ${item.id}`,
        title: item.title,
        isField: false,
        choices: 2,
        isGiven: item.id in items || ticksItself(item, view.slots) !== null,
        chosen: null,
        choose: (nth) => ({ items: { ...items, [item.id]: nth === 0 } }),
      })),
    Body: ChecklistOnSheet,
    Beside: null,
    AtPost: null,
  },
};
