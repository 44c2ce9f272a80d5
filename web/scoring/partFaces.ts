import type { Part } from '../../core/course/evaluation';
import { checklist } from './kinds/checklist';
import { completion } from './kinds/completion';
import { direct } from './kinds/direct';
import { levels } from './kinds/levels';
import { perPost } from './kinds/perPost';
import { ratings } from './kinds/ratings';
import { rubric } from './kinds/rubric';
import type { PartFace } from './partFace';

// eslint-disable-next-line @typescript-eslint/no-explicit-any -- each kind has fields of its own
type AnyFace<K extends Part['kind']> = PartFace<Extract<Part, { kind: K }>, any, any>;

/** Every kind of part as it shows, in the order in which the form offers them. */
export const partFaces = {
  direct,
  rubric,
  levels,
  checklist,
  perPost,
  completion,
  ratings,
} satisfies { readonly [K in Part['kind']]: AnyFace<K> };

/** The fields of each kind as they are typed. */
export type TypedFields = { [K in Part['kind']]: (typeof partFaces)[K]['form']['start'] };

/** The face of a kind, ready for any part of that kind. */
export function faceOf(kind: Part['kind']): PartFace<Part, object, object> {
  return partFaces[kind] as unknown as PartFace<Part, object, object>;
}
