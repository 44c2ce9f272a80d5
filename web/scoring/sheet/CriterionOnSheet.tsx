import { useState } from 'react';
import type { Criterion, RubricPart } from '../../../core/course/evaluation';
import { rangeOf } from '../../../core/scoring/kinds/rubric';
import { pointWords } from '../../../words/numbers';
import type { PartOnSheet } from '../partFace';
import { Serves } from '../../ui/Serves';
import { CompareLevel } from './CompareLevel';
import { fieldId } from './fieldId';
import { LevelChoice } from './LevelChoice';
import { PointsField } from './PointsField';

/** What is typed and chosen for one criterion. */
export interface CriterionTyped {
  readonly levelId: string | null;
  readonly points: string;
  readonly comment: string;
}
/** Nothing chosen or typed for a criterion. */
export const NO_CRITERION: CriterionTyped = { levelId: null, points: '', comment: '' };

/** What is typed and chosen for a rubric, by criterion. */
export interface RubricTyped {
  readonly criteria: Readonly<Record<string, CriterionTyped>>;
}

/** One criterion: its levels to choose from, a number where the rubric allows any, and a comment. */
export function CriterionOnSheet({
  at,
  criterion,
}: {
  at: PartOnSheet<RubricPart, RubricTyped>;
  criterion: Criterion;
}) {
  const [isCommenting, setCommenting] = useState(false);
  const { part } = at;
  const { criteria } = at.typed;
  const typed = criteria[criterion.id] ?? NO_CRITERION;
  const row = `${part.id} ${criterion.id}`;
  const isActive = at.active === row;
  const { least, most } = rangeOf(criterion);
  const level = criterion.levels.find(({ id }) => id === typed.levelId);
  const levelPoints = level?.points;
  const problem = at.problem(row);
  const change = (patch: Partial<CriterionTyped>) =>
    at.change({ criteria: { ...criteria, [criterion.id]: { ...typed, ...patch } } });
  return (
    <div id={fieldId(row)} className={`rounded-field mt-2 px-1.5 py-1.5 ${isActive ? 'bg-base-200' : ''}`}>
      <div className="flex items-baseline gap-2">
        <span className="min-w-0 grow font-medium" title={criterion.description || undefined}>
          {criterion.title}
        </span>
        <CompareLevel
          view={at.view}
          level={level ? { part: part.id, criterion: criterion.id, id: level.id, title: level.title } : null}
        />
        <button
          type="button"
          className="link-plain text-xs"
          aria-expanded={isCommenting || typed.comment !== ''}
          onClick={() => setCommenting(!isCommenting)}
        >
          Comment<span className="sr-only"> on {criterion.title}</span>
        </button>
        {part.anyNumber && (
          <PointsField
            at={at}
            row={row}
            id={fieldId(`${row} number`)}
            label={`${criterion.title}: points from ${pointWords(least)} to ${pointWords(most)}`}
            value={typed.points}
            placeholder={levelPoints === undefined ? '–' : pointWords(levelPoints)}
            change={(points) => change({ points })}
          />
        )}
      </div>
      <Serves codes={criterion.outcomes} className="text-xs" />
      {problem && <p className="text-sm text-error">{problem}</p>}
      <div role="radiogroup" aria-label={criterion.title} className="mt-1">
        {criterion.levels.map((level, nth) => (
          <LevelChoice
            key={level.id}
            nth={nth}
            title={level.title}
            description={level.description}
            amount={pointWords(level.points)}
            chosen={typed.levelId === level.id}
            withDigit={isActive}
            choose={() => {
              at.mark(row);
              change({ levelId: typed.levelId === level.id ? null : level.id, points: '' });
            }}
          />
        ))}
      </div>
      {(isCommenting || typed.comment !== '') && (
        <textarea
          className="textarea textarea-sm raised mt-1.5 w-full leading-snug"
          rows={2}
          maxLength={4000}
          aria-label={`Comment on ${criterion.title}`}
          placeholder="The student reads it with the score"
          autoFocus={isCommenting}
          value={typed.comment}
          onChange={(event) => change({ comment: event.target.value })}
        />
      )}
    </div>
  );
}
