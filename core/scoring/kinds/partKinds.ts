import type { Part } from '../../course/forum';
import { completion } from './completion';
import { direct } from './direct';
import type { PartContext, PartKind, PartValue } from './partKind';

/** Every kind of part, by its name. (rules §6) */
const partKinds: { readonly [K in Part['kind']]: PartKind<Extract<Part, { kind: K }>> } = {
  direct,
  completion,
};

/** The kind of a part, ready to be asked about any part of that kind. */
export function kindOf(part: Part): PartKind {
  return partKinds[part.kind] as unknown as PartKind;
}

/** Step 1: the value of a part. (rules §6) */
export function valueOf(context: PartContext): PartValue {
  return kindOf(context.part).value(context);
}
