import type { FieldErrors } from 'react-hook-form';

/** The first thing that is wrong with a form, as a sentence. */
export function firstMessage(errors: FieldErrors): string | undefined {
  for (const each of Object.values(errors)) {
    if (typeof each !== 'object') continue;
    if (typeof each.message === 'string') return each.message;
    const inside = firstMessage(each as FieldErrors);
    if (inside !== undefined) return inside;
  }
  return undefined;
}
