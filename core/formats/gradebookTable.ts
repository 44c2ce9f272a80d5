import type { Id } from '../course/id';
import { decimal, type Points } from '../course/points';
import { plainCell } from '../csv/csv';

/** An item as the head of a column names it. */
export interface NamedItem {
  readonly id: Id;
  readonly title: string;
  readonly maximum: Points;
}

/** A student as rows of a file are matched with them. */
export interface NamedStudent {
  readonly id: Id;
  readonly studentNumber: string | null;
  readonly email: string;
  /** "Vardanyan, Ines" */
  readonly sortable: string;
}

/** The columns before and after the items. */
export const PERSON_HEADS = ['Student number', 'Name', 'E-mail', 'Section'] as const;
export const TOTAL_HEADS = ['Total %', 'Letter'] as const;

/** The heads of the items' columns: title and maximum, and a number where two are named alike. */
export function itemHeads(items: readonly NamedItem[]): string[] {
  const seen = new Map<string, number>();
  return items.map(({ title, maximum }) => {
    const head = `${title} (${decimal(maximum)})`;
    const times = (seen.get(head) ?? 0) + 1;
    seen.set(head, times);
    return times === 1 ? head : `${head} no. ${times}`;
  });
}

const STAMP = /^Exported at record (\d+)$/;

/** The head of the last column, by which a file is known to be older than some scores. */
export const stampHead = (record: number): string => `Exported at record ${record}`;

/** What a column of a file is. */
export type TableColumn =
  | { readonly kind: 'item'; readonly head: string; readonly itemId: Id }
  /** It stands in no item of the gradebook, or in none without doubt; it is not read. */
  | {
      readonly kind: 'ignored';
      readonly head: string;
      readonly why: 'unknown' | 'doubled' | 'otherMaximum' | 'worked';
    }
  | { readonly kind: 'person'; readonly head: string; readonly field: (typeof PERSON_HEADS)[number] }
  | { readonly kind: 'stamp'; readonly head: string };

const fold = (text: string) => text.normalize('NFC').trim().replace(/\s+/g, ' ').toLowerCase();
const MAXIMUM = / \([\d.,]+\)( no\. \d+)?$/;

/**
 * What the columns of a file are, by their heads, wherever they stand. An item is known by its title and maximum, or by its title alone where
 * only one is called so; one that stands twice is not read at all, because nobody could say which of the two is meant.
 */
export function matchTable(
  heads: readonly string[],
  items: readonly NamedItem[],
): { readonly columns: readonly TableColumn[]; readonly record: number | null } {
  const full = itemHeads(items).map(fold);
  const titles = items.map(({ title }) => fold(title));
  let record: number | null = null;
  const columns = heads.map((raw): TableColumn => {
    const head = plainCell(raw.trim());
    const stamp = STAMP.exec(head);
    if (stamp) {
      record = Number(stamp[1]);
      return { kind: 'stamp', head };
    }
    const field = PERSON_HEADS.find((name) => fold(name) === fold(head));
    if (field) return { kind: 'person', head, field };
    if (TOTAL_HEADS.some((name) => fold(name) === fold(head)))
      return { kind: 'ignored', head, why: 'worked' };
    const exact = full.indexOf(fold(head));
    if (exact >= 0) return { kind: 'item', head, itemId: items[exact]!.id };
    const title = fold(head.replace(MAXIMUM, ''));
    const named = titles.flatMap((each, at) => (each === title ? [at] : []));
    if (named.length === 0) return { kind: 'ignored', head, why: 'unknown' };
    if (MAXIMUM.test(head)) return { kind: 'ignored', head, why: 'otherMaximum' };
    return named.length === 1
      ? { kind: 'item', head, itemId: items[named[0]!]!.id }
      : { kind: 'ignored', head, why: 'doubled' };
  });
  const count = (same: (other: TableColumn) => boolean) => columns.filter(same).length;
  return {
    record,
    columns: columns.map((column): TableColumn => {
      const isDoubled =
        (column.kind === 'item' &&
          count((other) => other.kind === 'item' && other.itemId === column.itemId) > 1) ||
        (column.kind === 'person' &&
          count((other) => other.kind === 'person' && other.field === column.field) > 1);
      return isDoubled ? { kind: 'ignored', head: column.head, why: 'doubled' } : column;
    }),
  };
}

/** Whom a row of a file is about, or why nobody can be told. */
export type RowOwner = { readonly student: Id } | { readonly problem: 'nobody' | 'two' | 'contradiction' };

const withoutZeros = (number: string) => number.replace(/^0+(?=.)/, '');

/** Finds the students of a file's rows: by number, by e-mail, by a number that lost its leading zeros, then by a name that only one has. */
export function studentFinder(
  students: readonly NamedStudent[],
): (fields: { number: string; email: string; name: string }) => RowOwner {
  const indexed = (key: (student: NamedStudent) => string | null) => {
    const found = new Map<string, Id[]>();
    for (const student of students) {
      const at = key(student);
      if (at !== null && at !== '') found.set(at, [...(found.get(at) ?? []), student.id]);
    }
    return found;
  };
  const numbers = indexed(({ studentNumber }) => studentNumber);
  const bare = indexed(({ studentNumber }) => studentNumber && withoutZeros(studentNumber));
  const emails = indexed(({ email }) => email.toLowerCase());
  const names = indexed(({ sortable }) => fold(sortable));
  return ({ number, email, name }) => {
    const byNumber = numbers.get(number);
    const byEmail = emails.get(email.toLowerCase());
    if (byNumber && byEmail && byNumber[0] !== byEmail[0]) return { problem: 'contradiction' };
    const found = byNumber ?? byEmail ?? bare.get(withoutZeros(number)) ?? names.get(fold(name));
    if (!found) return { problem: 'nobody' };
    return found.length === 1 ? { student: found[0]! } : { problem: 'two' };
  };
}
