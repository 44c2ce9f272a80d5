import type { NumberName } from '../../course/forum';
import type { SlotKind } from '../../course/slotKind';
import type { Slot } from '../slot';
import type { Ground } from './ground';

/** Something a forum may require of a student. What else belongs to one, and where: CONTRIBUTING.md, "a requirement". (rules §5) */
export interface Requirement {
  readonly kind: SlotKind;
  /** The number that says how many are required; 0: none. */
  readonly count: NumberName;
  /** The number that says how many words each needs; null where words are not asked for. */
  readonly words: NumberName | null;
  /** Which part of an evaluation looks at it, besides the whole; null: none. */
  readonly basis: 'initial' | 'replies' | 'reviews' | null;
  /** Whether each stands for a post of its own; else it asks something more of a post that stands elsewhere, or is no post at all. */
  readonly isPost: boolean;
  /**
   * The slots, in order, with what fills them.
   *
   * @param before the slots of the requirements that come before
   */
  slots(ground: Ground, before: readonly Slot[]): Slot[];
}
