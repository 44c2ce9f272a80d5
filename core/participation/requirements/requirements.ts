import { SLOT_KINDS, type SlotKind } from '../../course/slotKind';
import type { ResolvedNumbers } from '../../course/forum';
import { attachment } from './attachment';
import { initial } from './initial';
import { post } from './post';
import { reply } from './reply';
import type { Requirement } from './requirement';
import { review } from './review';

const byKind = { initial, attachment, reply, review, post } satisfies {
  readonly [K in SlotKind]: Requirement;
};

/** Everything a forum may require, in slot order. */
export const requirements: readonly Requirement[] = SLOT_KINDS.map((kind) => byKind[kind]);

/** The requirement of a kind. */
export const requirementOf = (kind: SlotKind): Requirement => byKind[kind];

/** How many words a required post of a kind needs; 0 where none are asked for. */
export function wordsFor(kind: SlotKind, numbers: ResolvedNumbers): number {
  const { words } = byKind[kind];
  return words === null ? 0 : numbers[words];
}

/** Whether a slot stands for a post of its own. */
export const isOfPost = ({ kind }: { readonly kind: SlotKind }): boolean => byKind[kind].isPost;
