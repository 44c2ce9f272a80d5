const collator = new Intl.Collator('en');

/**
 * How names and titles are put in order: by the letters people see, whatever marks they carry, and not by their code.
 *
 * @example ['Zhou', 'Łukasz', 'Adams'].sort(nameOrder) // ['Adams', 'Łukasz', 'Zhou']
 */
export const nameOrder = (one: string, other: string): number => collator.compare(one, other);
