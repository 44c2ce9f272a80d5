import type { z } from 'zod';

type FieldErrors = { field: string; message: string }[];

/** An error that a person is told about: a status, a stable code, a sentence, and the fields concerned. */
export class Problem extends Error {
  constructor(
    readonly status: number,
    readonly code: string,
    detail: string,
    readonly errors?: FieldErrors,
    readonly current?: unknown,
    readonly headers?: Readonly<Record<string, string>>,
  ) {
    super(detail);
  }
}

/** What a person may not know of, and what is not there: the same answer. */
export const notFound = () =>
  new Problem(404, 'notFound', 'There is nothing at this address, or it is not for you.');

/** A rule that says no. */
export const refused = (code: string, detail: string) => new Problem(403, code, detail);

/** A field that has to be put right. */
export const wrongField = (field: string, message: string) =>
  new Problem(422, 'fields', message, [{ field, message }]);

/** Someone else saved in between. */
export const conflict = (detail: string, current: unknown) =>
  new Problem(409, 'conflict', detail, undefined, current);

/** Zod's findings as fields with sentences. */
export function fieldsProblem(error: z.ZodError): Problem {
  const errors = error.issues.map((issue) => ({
    field: [...issue.path, ...(issue.code === 'unrecognized_keys' ? issue.keys.slice(0, 1) : [])].join('.'),
    message:
      issue.code === 'unrecognized_keys'
        ? `Juror does not know the field "${issue.keys[0]}".`
        : issue.message,
  }));
  const first = errors[0]!;
  return new Problem(
    422,
    'fields',
    // A whole sentence says by itself what it is about.
    first.field === '' || first.message.endsWith('.') ? first.message : `${first.field}: ${first.message}`,
    errors,
  );
}
