import type { Id } from '../course/id';
import type { Points } from '../course/points';
import { plainText } from '../text/plainText';
import type { RichNode } from '../text/richText';
import { countWords } from '../text/words';

/** What a reviewer says to one criterion of the guide. Points in hundredths. */
export interface CriterionReview {
  /** The level chosen; null or absent: none yet. */
  readonly levelId?: Id | null;
  /** In place of a level's points, where the guide takes any number. */
  readonly points?: Points | null;
  /** Of an item of a checklist; not ticked is a decision too. */
  readonly ticked?: boolean;
  readonly comment?: string;
}

/** A comment on a passage of the post. */
export interface ReviewPassage {
  readonly id: Id;
  /** As it stands in the version reviewed. */
  readonly text: string;
  /** Which of several occurrences of these words, from 0. */
  readonly nth: number;
  readonly comment: string;
}

/** What somebody wrote about another's post. It is never the score. (rules §9) */
export interface ReviewContent {
  /** By criterion, see {@link criteriaOf}. */
  readonly values: Readonly<Record<Id, CriterionReview>>;
  /** The overall comment. */
  readonly overall: RichNode;
  readonly passages: readonly ReviewPassage[];
  /** Files given back, by id. */
  readonly files: readonly Id[];
}

/** The words of the overall comment, without what it quotes. (rules §9) */
export const overallWords = ({ overall }: Pick<ReviewContent, 'overall'>): number =>
  countWords(plainText(overall, { quotes: 'none' }));
