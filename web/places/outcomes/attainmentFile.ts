import type { AnswerOf } from '../../../contract/endpoint';
import type { getAttainment } from '../../../contract/outcomes';
import { shareReached } from '../../../core/outcomes/attainment';
import { decimal } from '../../../core/course/points';

type ClassAttainment = AnswerOf<typeof getAttainment>;

/** The class by outcome as the rows of a CSV file: of each outcome the share, the points, what was possible, and by how many criteria. (docs/formats) */
export function attainmentRows(
  { outcomes, rows }: ClassAttainment,
  sections: ReadonlyMap<string, string>,
): string[][] {
  return [
    [
      'student number',
      'name',
      'section',
      ...outcomes.flatMap(({ code }) => [`${code} %`, `${code} points`, `${code} of`, `${code} criteria`]),
    ],
    ...rows.map(({ student, studentNumber, sectionId, reached }) => [
      studentNumber ?? '',
      student.sortable,
      sections.get(sectionId ?? '') ?? '',
      ...reached.flatMap((each) =>
        each === null
          ? ['', '', '', '0']
          : [decimal(shareReached(each)), decimal(each.points), decimal(each.of), String(each.criteria)],
      ),
    ]),
  ];
}
