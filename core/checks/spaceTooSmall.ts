import type { Check } from './check';
import { finding } from './finding';
import { membersBySpace } from './membersBySpace';

/** Warning: a space with fewer than D + 1 students, where nobody can answer enough different people. (rules §8) */
export const spaceTooSmall: Check = (context) => {
  if (context.forum.readers === 'staff') return [];
  return [...membersBySpace(context)].flatMap(([space, inside]) => {
    const small = inside.filter(({ terms }) => inside.length < terms.numbers.different + 1);
    if (small.length === 0) return [];
    const different = Math.max(...small.map(({ terms }) => terms.numbers.different));
    return [
      finding('warning', 'spaceTooSmall', 'required', {
        of: small,
        params: { space, students: inside.length, different },
      }),
    ];
  });
};
