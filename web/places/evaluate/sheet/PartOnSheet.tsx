import type { ReactNode } from 'react';
import type { Part } from '../../../../core/course/evaluation';
import { slotsOf } from '../../../../core/scoring/kinds/basis';
import { ticksItself } from '../../../../core/scoring/kinds/checklist';
import { explanationWords, isStart } from '../../../../words/explanation';
import { Kbd } from '../../../ui/keys';
import { maximumWords, percentWords, pointWords } from '../../../../words/numbers';
import { Tally } from '../../../ui/Tally';
import { Alike } from './Alike';
import { Choice } from './Choice';
import { CriterionOnSheet } from './CriterionOnSheet';
import { PointsField } from './PointsField';
import { NOTHING_TYPED } from './typed';
import { fieldId, type Sheet } from './useSheet';

function Checklist({ sheet, part }: { sheet: Sheet; part: Extract<Part, { kind: 'checklist' }> }) {
  const { now, state } = sheet;
  const typed = now.typed.parts[part.id] ?? NOTHING_TYPED;
  return (
    <ul className="mt-1.5">
      {part.items.map((item) => {
        const itself = ticksItself(item, now.view.slots);
        const ticked = typed.items[item.id] ?? itself ?? false;
        const row = `${part.id} ${item.id}`;
        const byHand = item.id in typed.items && itself !== null && typed.items[item.id] !== itself;
        return (
          <li
            key={item.id}
            id={fieldId(row)}
            className={`rounded-field flex items-center gap-2 px-1.5 py-1 ${sheet.active === row ? 'bg-base-200' : ''}`}
          >
            <button
              type="button"
              role="checkbox"
              aria-checked={ticked}
              className="flex min-w-0 grow cursor-pointer items-start gap-2 text-left"
              onClick={() => {
                sheet.mark(row);
                state.changePart(part.id, { items: { ...typed.items, [item.id]: !ticked } });
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

function Scale({ sheet, part }: { sheet: Sheet; part: Extract<Part, { kind: 'levels' }> }) {
  const typed = sheet.now.typed.parts[part.id] ?? NOTHING_TYPED;
  const level = part.levels.find(({ id }) => id === typed.levelId);
  return (
    <>
      <div
        id={fieldId(part.id)}
        className={`rounded-field mt-1 ${sheet.active === part.id ? 'bg-base-200' : ''}`}
        role="radiogroup"
        aria-label={part.title}
      >
        {part.levels.map((level, nth) => (
          <Choice
            key={level.id}
            nth={nth}
            title={level.title}
            description={level.description}
            amount={percentWords(level.share)}
            chosen={typed.levelId === level.id}
            withDigit={sheet.active === part.id}
            choose={() => {
              sheet.mark(part.id);
              sheet.state.changePart(part.id, { levelId: typed.levelId === level.id ? null : level.id });
            }}
          />
        ))}
      </div>
      <Alike sheet={sheet} level={level ? { part: part.id, id: level.id, title: level.title } : null} />
    </>
  );
}

/** What a part that nobody types says of how it came about. */
function Suggested({ sheet, part }: { sheet: Sheet; part: Part }) {
  const lines = sheet.now.suggestion?.lines.filter((line) => line.partId === part.id && isStart(line)) ?? [];
  return lines.map((line, index) => (
    <p key={index} className="quiet mt-0.5 text-sm">
      {part.kind === 'perPost' ? 'The posts: ' : 'suggested: '}
      {explanationWords(line, [part]).replace(/^[^:]+: /, '')}
    </p>
  ));
}

/** One part of the score sheet: what is given in it, and what it comes to. */
export function PartOnSheet({ sheet, part }: { sheet: Sheet; part: Part }) {
  const { now } = sheet;
  const result = now.suggestion?.parts.find(({ partId }) => partId === part.id);
  const typed = now.typed.parts[part.id] ?? NOTHING_TYPED;
  let body: ReactNode = null;
  if (part.kind === 'rubric')
    body = part.criteria.map((criterion) => (
      <CriterionOnSheet key={criterion.id} sheet={sheet} part={part} criterion={criterion} />
    ));
  else if (part.kind === 'checklist') body = <Checklist sheet={sheet} part={part} />;
  else if (part.kind === 'levels') body = <Scale sheet={sheet} part={part} />;
  else if (part.kind !== 'direct') body = <Suggested sheet={sheet} part={part} />;
  const problem = now.unreadable?.field === part.id ? now.unreadable.message : null;
  return (
    <div className="ruled border-b py-3">
      <div className="flex items-center gap-3">
        <h3 className="grow font-sans text-base font-semibold">{part.title}</h3>
        <Tally
          slots={slotsOf(part.basis, now.view.slots).filter(({ kind }) => kind !== 'attachment')}
          scale={0.85}
        />
        {part.kind === 'direct' ? (
          <PointsField
            sheet={sheet}
            row={part.id}
            label={`${part.title}: points out of ${maximumWords(part.maximum)}`}
            value={typed.points}
            isWrong={problem !== null}
            change={(points) => sheet.state.changePart(part.id, { points })}
          />
        ) : (
          <b className="num">{result && !result.incomplete ? pointWords(result.value) : '–'}</b>
        )}
        <span className="quiet num min-w-8">/ {maximumWords(part.maximum)}</span>
      </div>
      {problem && <p className="mt-1 text-sm text-error">{problem}</p>}
      {body}
      {part.kind === 'perPost' && result?.incomplete && (
        <p className="quiet mt-0.5 text-xs">
          Beside each post stands its field; <Kbd>↓</Kbd> goes from one to the next.
        </p>
      )}
    </div>
  );
}
