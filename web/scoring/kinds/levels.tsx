import { z } from 'zod';
import type { LevelsPart } from '../../../core/course/evaluation';
import { percentWords } from '../../../words/numbers';
import { newId } from '../../data/newId';
import { nameText, percentText, plainText } from '../../forms/codecs';
import { EditedList } from '../form/EditedList';
import { NumberField, TextField } from '../form/fields';
import { guideIdText } from '../form/guideId';
import type { FieldsProps, PartFace, PartOnSheet } from '../partFace';
import { CompareLevel } from '../sheet/CompareLevel';
import { fieldId } from '../sheet/fieldId';
import { LevelChoice } from '../sheet/LevelChoice';

const codec = z.object({
  guideId: guideIdText,
  levels: z
    .array(
      z.object({
        id: z.string(),
        title: nameText('the level'),
        description: plainText,
        share: percentText,
      }),
    )
    .min(1, 'Add at least one level.'),
});
type Fields = z.input<typeof codec>;
type Level = Fields['levels'][number];

const level = (title: string, share: string): Level => ({ id: newId(), title, description: '', share });

/** What a scale that has no level yet begins with. */
const firstLevels = () => [
  level('Carries the conversation', '100'),
  level('Takes part', '75'),
  level('Is there', '50'),
  level('Is hardly there', '0'),
];

/** Named levels, each a share of the part's points. */
function ScaleFields({ fields: { levels }, name, says, change }: FieldsProps<Fields>) {
  return (
    <div className="mt-2 space-y-2 pl-7">
      <EditedList
        noun="level"
        name={name}
        rows={levels}
        change={(next) => change({ levels: next })}
        fresh={() => (levels.length === 0 ? firstLevels() : [level('', '0')])}
        field="levels"
        says={says}
      >
        {({ row, index, which, update, actions }) => (
          <div>
            <div className="flex flex-wrap items-center gap-2">
              <NumberField
                label={`Share of ${which}`}
                value={row.share}
                change={(share) => update({ share })}
              />
              % for
              <TextField
                label={`Name of ${which}`}
                className="h-9 w-44"
                value={row.title}
                change={(title) => update({ title })}
              />
              <TextField
                label={`What ${which} means`}
                placeholder="What it means"
                className="h-9 min-w-44 grow"
                value={row.description}
                change={(description) => update({ description })}
              />
              {actions}
            </div>
            {says(`levels.${index}.title`)}
            {says(`levels.${index}.share`)}
          </div>
        )}
      </EditedList>
    </div>
  );
}

interface Typed {
  readonly levelId: string | null;
}

function ScaleOnSheet({ at }: { at: PartOnSheet<LevelsPart, Typed> }) {
  const { part, typed } = at;
  const isActive = at.active === part.id;
  const chosen = part.levels.find(({ id }) => id === typed.levelId);
  return (
    <>
      <div
        id={fieldId(part.id)}
        className={`rounded-field mt-1 ${isActive ? 'bg-base-200' : ''}`}
        role="radiogroup"
        aria-label={part.title}
      >
        {part.levels.map(({ id, title, description, share }, nth) => (
          <LevelChoice
            key={id}
            nth={nth}
            title={title}
            description={description}
            amount={percentWords(share)}
            chosen={typed.levelId === id}
            withDigit={isActive}
            choose={() => {
              at.mark(part.id);
              at.change({ levelId: typed.levelId === id ? null : id });
            }}
          />
        ))}
      </div>
      <CompareLevel
        view={at.view}
        level={chosen ? { part: part.id, id: chosen.id, title: chosen.title } : null}
      />
    </>
  );
}

/** One of several named levels. */
export const levels: PartFace<LevelsPart, Fields, Typed> = {
  form: {
    offers: [{ words: 'by a level you choose' }],
    start: { guideId: '', levels: [] },
    codec,
    Fields: ScaleFields,
  },
  sheet: {
    nothing: { levelId: null },
    typed: ({ levelId }) => ({ levelId: levelId ?? null }),
    decision: (_, { levelId }) => (levelId === null ? {} : { levelId }),
    rows: (part, { levelId }) => [
      {
        id: part.id,
        title: part.title,
        isField: false,
        choices: part.levels.length,
        isGiven: levelId !== null,
        chosen: levelId,
        choose: (nth) => {
          const nextLevel = part.levels[nth];
          return nextLevel ? { levelId: nextLevel.id } : null;
        },
      },
    ],
    Body: ScaleOnSheet,
    Beside: null,
    AtPost: null,
  },
};
