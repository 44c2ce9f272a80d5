import type { Forum } from '../course/forum';
import type { Instant } from '../time/instant';
import type { Done } from './kinds/basis';
import { decisionProblem } from './kinds/partKinds';
import type { Points } from '../course/points';
import { suggest, type Decisions, type Suggestion } from './suggest';

/**
 * Why a given score stays though the changed rules would have it otherwise: it was given in place of what is computed; the student has
 * changed posts since, which someone has to look at first; something in it has to be given anew; or the forum is no longer asked.
 */
export type Stays = 'overridden' | 'changed' | 'incomplete' | 'notAsked';

/** What a change of rules does to one student's score. Points in hundredths; null where there are none. */
export interface ScoreMove {
  /** Whether a given score is meant, or only what is suggested. */
  readonly stands: 'given' | 'suggested';
  readonly before: Points | null;
  readonly after: Points | null;
  /** null where the score moves. */
  readonly stays: Stays | null;
}

/** A forum's rules, and what a student has done by them. */
export interface ByRules {
  readonly forum: Forum;
  readonly done: Done;
}

/** What is kept of a student's score. */
export interface KeptScore {
  readonly decisions: Decisions;
  /** null while none is given. */
  readonly points: Points | null;
  /** The student changed posts since it was given. */
  readonly changed: boolean;
}

/** What the rules come to with what was decided, without what was given in its place; null where something is missing. */
function computed(suggestion: Suggestion | null, forum: Forum, decisions: Decisions): Points | null {
  if (suggestion === null || suggestion.incomplete) return null;
  const misfits = forum.evaluation!.parts.some(
    (part) => decisionProblem(part, decisions.parts[part.id] ?? {})?.code === 'outOfRange',
  );
  return misfits ? null : suggestion.computed;
}

/**
 * Rehearses a change of a forum's rules for one student: from what to what their score would move. A given score moves only where the
 * changed rules come to something else than the rules before, so that what else has happened since is not slipped in with them.
 * (docs/rules §6)
 *
 * @returns null where nothing would move
 * @example rehearse(before, after, { decisions, points: 684, changed: false }, t)?.after // 750
 */
export function rehearse(before: ByRules, after: ByRules, kept: KeptScore, t: Instant): ScoreMove | null {
  const { decisions, points, changed } = kept;
  const was = suggest(before.forum, before.done, decisions, t);
  const would = suggest(after.forum, after.done, decisions, t);
  if (points === null) {
    const [from, to] = [was?.points ?? null, would?.points ?? null];
    return from === to ? null : { stands: 'suggested', before: from, after: to, stays: null };
  }
  const next = computed(would, after.forum, decisions);
  const isSame = was !== null && computed(was, before.forum, decisions) === next;
  if (isSame || (next === points && decisions.override === null)) return null;
  const stays = (why: Stays | null): ScoreMove => ({
    stands: 'given',
    before: points,
    after: next,
    stays: why,
  });
  if (would === null) return was === null ? null : stays('notAsked');
  if (decisions.override !== null) return stays('overridden');
  if (next === null) return stays('incomplete');
  return stays(changed ? 'changed' : null);
}

/** Whether applying changed rules gives a score anew; one that was given in place of what is computed only where asked. (docs/rules §6) */
export function isGivenAnew(move: ScoreMove, overridesToo: boolean): boolean {
  if (move.stands !== 'given' || move.after === null || move.after === move.before) return false;
  return move.stays === null || (move.stays === 'overridden' && overridesToo);
}
