import type { z } from 'zod';

/** Where a codec tells what it cannot read. */
interface Problems {
  readonly issues: z.core.$ZodRawIssue[];
}

/**
 * Reads a part of a form that is only looked at where something else is chosen; what cannot be read is told at its place.
 *
 * @param at where the part stands in what is read
 * @returns undefined where it cannot be read
 */
export function readInto<Out, In>(
  context: Problems,
  at: readonly (string | number)[],
  codec: z.ZodType<Out, In>,
  typed: In,
): Out | undefined {
  const read = codec.safeDecode(typed);
  for (const { path, message } of read.error?.issues ?? [])
    context.issues.push({ code: 'custom', path: [...at, ...path], message, input: typed });
  return read.data;
}

/** Tells that a field is not as it has to be, though it can be read. */
export function refuse(context: Problems, at: readonly (string | number)[], message: string): void {
  context.issues.push({ code: 'custom', path: [...at], message, input: undefined });
}
