import { nameOrder } from '../../text/nameOrder';
import type { Points } from '../../course/points';
import { NO_CATEGORY } from './fromCourse';
import type { Tables } from './tables';

/** What a class of the files holds for a course. Ids are the files' own. */
export interface CourseIn {
  readonly title: string;
  readonly people: readonly {
    readonly id: string;
    readonly isStudent: boolean;
    readonly givenName: string;
    readonly familyName: string;
    readonly email: string;
    readonly studentNumber: string | null;
    readonly section: string | null;
  }[];
  readonly categories: readonly { readonly id: string; readonly title: string }[];
  readonly items: readonly {
    readonly id: string;
    readonly title: string;
    readonly categoryId: string | null;
    readonly maximum: Points;
    readonly dueDay: string;
  }[];
  readonly scores: readonly {
    readonly itemId: string;
    readonly studentId: string;
    readonly value: Points | 'excused';
    readonly remark: string;
  }[];
}

const hundredths = (text: string): Points => Math.round(Number((Number(text) * 100).toPrecision(12)));
const isKept = ({ status }: { readonly status?: string }) => status !== 'tobedeleted';

/** The classes that can be read as a course: those with items first, then by title. */
export function classesOf(
  tables: Tables,
): { readonly id: string; readonly title: string; readonly items: number }[] {
  return tables.classes
    .filter(isKept)
    .map(({ sourcedId, title }) => ({
      id: sourcedId!,
      title: title!,
      items: tables.lineItems.filter((item) => item.classSourcedId === sourcedId && isKept(item)).length,
    }))
    .sort((a, b) => b.items - a.items || nameOrder(a.title, b.title));
}

/**
 * What one class holds: who is enrolled, its items with their categories, and their results. Other classes of the same course are read as
 * sections. A result that is not graded yet is no score; what is marked as to be deleted is left out. (docs/formats)
 */
export function intoCourse(tables: Tables, classId: string): CourseIn {
  const of = tables.classes.find(({ sourcedId }) => sourcedId === classId)!;
  const beside = new Map(
    tables.classes
      .filter((each) => each.courseSourcedId === of.courseSourcedId && each !== of && isKept(each))
      .map(({ sourcedId, title }) => [sourcedId!, title!]),
  );
  const enrolled = new Map<string, { isStudent: boolean; section: string | null }>();
  for (const row of tables.enrollments.filter(isKept)) {
    const user = row.userSourcedId!;
    const known = enrolled.get(user);
    if (row.classSourcedId === classId)
      enrolled.set(user, { isStudent: row.role === 'student', section: known?.section ?? null });
  }
  for (const row of tables.enrollments.filter(isKept)) {
    const known = enrolled.get(row.userSourcedId!);
    const section = beside.get(row.classSourcedId!);
    if (known && section !== undefined) known.section ??= section;
  }
  const items = tables.lineItems.filter((item) => item.classSourcedId === classId && isKept(item));
  const itemIds = new Set(items.map(({ sourcedId }) => sourcedId));
  const used = new Set(items.map(({ categorySourcedId }) => categorySourcedId));
  return {
    title: of.title!,
    people: tables.users
      .filter((user) => enrolled.has(user.sourcedId!) && isKept(user))
      .map((user) => ({
        id: user.sourcedId!,
        ...enrolled.get(user.sourcedId!)!,
        givenName: user.givenName!,
        familyName: user.familyName!,
        email: user.email || user.username!,
        studentNumber: user.identifier || null,
      })),
    categories: tables.categories
      .filter(({ sourcedId }) => sourcedId !== NO_CATEGORY && used.has(sourcedId))
      .map(({ sourcedId, title }) => ({ id: sourcedId!, title: title! })),
    items: items.map((item) => ({
      id: item.sourcedId!,
      title: item.title!,
      categoryId: item.categorySourcedId === NO_CATEGORY ? null : item.categorySourcedId!,
      maximum: hundredths(item.resultValueMax!),
      dueDay: item.dueDate!,
    })),
    scores: tables.results
      .filter((row) => itemIds.has(row.lineItemSourcedId!) && isKept(row))
      .flatMap((row): CourseIn['scores'][number][] => {
        const at = {
          itemId: row.lineItemSourcedId!,
          studentId: row.studentSourcedId!,
          remark: row.comment ?? '',
        };
        if (row.scoreStatus === 'exempt') return [{ ...at, value: 'excused' }];
        return row.scoreStatus === 'fully graded' ? [{ ...at, value: hundredths(row.score!) }] : [];
      }),
  };
}
