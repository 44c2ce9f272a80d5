import type { ItemFields } from '../contract/items';
import type { InCourse } from '../server/course/setup/inCourse';
import type { Deps } from '../server/feature/deps';
import { changeCells, remarkCell } from '../server/gradebook/changeCells';
import { changeCourse } from '../server/course/change/changeCourse';
import { releaseItem } from '../server/course/scores/releaseItem';
import { saveItem } from '../server/gradebook/saveItem';
import { studentId, when } from './course';

const ITEMS: readonly (ItemFields & { readonly id: string })[] = [
  {
    id: 'gauge-walk',
    title: 'Gauge walk along the Tannery Cut',
    categoryId: 'readings',
    maximum: 500,
    display: 'points',
    counts: true,
    extraCredit: false,
    dueAt: when('02-21 13:00'),
  },
  {
    id: 'lamp-post-sheet',
    title: 'Lamp post sheet',
    categoryId: 'readings',
    maximum: 200,
    display: 'points',
    counts: true,
    extraCredit: true,
    dueAt: null,
  },
];

/** What stands beside the forums in the gradebook: a walk with points entered by hand, and a sheet for extra credit. */
export async function keepItems(deps: Deps, as: (personId: string) => Promise<InCourse>): Promise<void> {
  const made = when('02-21 18:00');
  const teodora = await as('teodora');
  for (const { id, ...fields } of ITEMS)
    await changeCourse(deps, teodora, made, (change) =>
      saveItem(change, teodora, id, { version: 0, fields }),
    );
  const staff = await as('teodora');
  const students = [...staff.setup.students.keys()].sort();
  // Vasco was not there; nor were a few others, of whom one is excused.
  const away = new Set([studentId('Vasco', 'Pereira'), ...students.filter((_, index) => index % 11 === 7)]);
  const walked = students.filter((id) => !away.has(id));
  await changeCells(
    deps,
    staff,
    {
      changes: walked.map((student, index) => ({
        item: 'gauge-walk',
        student,
        before: null,
        after: 500 - 25 * ((index * 7) % 8),
      })),
      why: null,
    },
    made,
  );
  const absent = [...away].find((id) => id !== studentId('Vasco', 'Pereira'))!;
  await changeCells(
    deps,
    staff,
    {
      changes: [{ item: 'gauge-walk', student: absent, before: null, after: 'excused' }],
      why: 'Was ill; has shown the note.',
    },
    when('02-23 09:00'),
  );
  await changeCells(
    deps,
    staff,
    {
      changes: walked
        .filter((_, index) => index % 5 === 1)
        .map((student) => ({ item: 'lamp-post-sheet', student, before: null, after: 200 })),
      why: null,
    },
    made,
  );
  const remarked = { itemId: 'gauge-walk', studentId: studentId('Ines', 'Vardanyan') };
  const remark = 'You read the gauge from below, as one should. Bring a longer line.';
  await changeCourse(deps, staff, made, (change) => remarkCell(change, staff, remarked, remark));
  const walk = { id: 'gauge-walk', forumId: null };
  await changeCourse(deps, staff, when('02-23 10:00'), (change) =>
    releaseItem(change, staff, walk, 'all', true),
  );
}
