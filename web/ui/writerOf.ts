import type { InPair } from '../../contract/textInCommon';

/** Who wrote a post of a pair: an earlier course names nobody. */
export const writerOf = ({ student, course }: Pick<InPair, 'student' | 'course'>): string =>
  student?.name ?? (course === null ? 'Someone' : `A student of ${course}`);
