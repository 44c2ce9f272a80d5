import type { Id } from '../course/id';
import type { Percent } from '../course/points';
import { FEW, FEW_STUDENTS, type Classmate, type Written } from './written';

/** A part of the class: a section, a group. */
export interface Circle {
  readonly id: Id;
  /** How many of the class belong to it. */
  readonly size: number;
}

/** How far parts of a class answer one another, over what everyone could answer. */
export interface Mixing {
  /** Replies between students of whom both belong to a part. */
  readonly of: number;
  /** Those that went to another part. */
  readonly across: number;
  /** The share that would, if nobody looked at parts, in hundredths of a percent. */
  readonly expected: Percent;
}

/** Who talks with whom. (rules §11) */
export interface Talk {
  /** In the order given. */
  readonly people: readonly { readonly id: Id; readonly given: number; readonly received: number }[];
  /** Who answered whom how often, by their places in `people`. */
  readonly pairs: readonly (readonly [from: number, to: number, replies: number])[];
  /** Replies of students to students. */
  readonly replies: number;
  /** Replies of staff to students. */
  readonly byStaff: number;
  /** Students who neither answered a classmate nor were answered by one. */
  readonly alone: readonly Id[];
  /** null where the class has no parts of this kind. */
  readonly sections: Mixing | null;
  readonly groups: Mixing | null;
  readonly told: boolean;
}

/** Who answered students in one forum. */
export interface ForumAnswers {
  /** Whether the whole class reads there. */
  readonly isOpen: boolean;
  /** Replies by students to others: who wrote, whom they answered, how often. */
  readonly pairs: readonly (readonly [from: Id, to: Id, replies: number])[];
  /** Replies by staff to each. */
  readonly byStaff: ReadonlyMap<Id, number>;
}

/** Counts who answered students in a forum. */
export function answersIn(posts: readonly Written[]): ForumAnswers {
  const pairs = new Map<Id, Map<Id, number>>();
  const byStaff = new Map<Id, number>();
  for (const { authorId, byStaff: ofStaff, answers } of posts) {
    if (answers === null || answers.byStaff || answers.authorId === authorId) continue;
    const to = answers.authorId;
    if (ofStaff) {
      byStaff.set(to, (byStaff.get(to) ?? 0) + 1);
      continue;
    }
    let given = pairs.get(authorId);
    if (!given) pairs.set(authorId, (given = new Map()));
    given.set(to, (given.get(to) ?? 0) + 1);
  }
  return {
    isOpen: posts[0]?.readers === 'class',
    pairs: [...pairs].flatMap(([from, given]) => [...given].map(([to, n]) => [from, to, n] as const)),
    byStaff,
  };
}

/** How far replies cross the borders of parts of one kind; null where there is one part at most. */
function mixingOf(forums: readonly ForumAnswers[], partOf: ReadonlyMap<Id, Id>): Mixing | null {
  const sizes = new Map<Id, number>();
  for (const part of partOf.values()) sizes.set(part, (sizes.get(part) ?? 0) + 1);
  if (sizes.size < 2) return null;
  let [of, across, chance] = [0, 0, 0];
  for (const { isOpen, pairs } of forums) {
    if (!isOpen) continue;
    for (const [from, to, n] of pairs) {
      const own = partOf.get(from);
      const other = partOf.get(to);
      if (own === undefined || other === undefined) continue;
      of += n;
      if (own !== other) across += n;
      chance += (n * (partOf.size - sizes.get(own)!)) / (partOf.size - 1);
    }
  }
  return { of, across, expected: of === 0 ? 0 : Math.round((chance * 10_000) / of) };
}

/**
 * Who talks with whom: replies between students, who stands alone, and how far sections and groups mix. The last is counted only where
 * the whole class reads, for only there could they. It is told from five students and ten replies on. (rules §11)
 *
 * @param groupOf the group of each student in one group plan; empty where there is none
 */
export function talkOf(
  students: readonly Classmate[],
  forums: readonly ForumAnswers[],
  groupOf: ReadonlyMap<Id, Id>,
): Talk {
  const place = new Map(students.map(({ id }, index) => [id, index]));
  const { length } = students;
  const given = new Int32Array(length);
  const received = new Int32Array(length);
  const counts = new Map<number, number>();
  let byStaff = 0;
  for (const { pairs, byStaff: ofStaff } of forums) {
    for (const [from, to, n] of pairs) {
      const [a, b] = [place.get(from), place.get(to)];
      if (a === undefined || b === undefined) continue;
      given[a]! += n;
      received[b]! += n;
      counts.set(a * length + b, (counts.get(a * length + b) ?? 0) + n);
    }
    for (const [to, n] of ofStaff) if (place.has(to)) byStaff += n;
  }
  const sectionOf = new Map(
    students.flatMap(({ id, sectionId }) => (sectionId === null ? [] : [[id, sectionId] as const])),
  );
  const replies = given.reduce((sum, each) => sum + each, 0);
  return {
    people: students.map(({ id }, at) => ({ id, given: given[at]!, received: received[at]! })),
    pairs: [...counts]
      .sort(([a], [b]) => a - b)
      .map(([key, n]) => [Math.floor(key / length), key % length, n]),
    replies,
    byStaff,
    alone: students.flatMap(({ id }, at) => (given[at] === 0 && received[at] === 0 ? [id] : [])),
    sections: mixingOf(forums, sectionOf),
    groups: mixingOf(forums, groupOf),
    told: length >= FEW_STUDENTS && replies >= FEW,
  };
}

/**
 * The same between parts of a class, where it is too large to draw everyone.
 *
 * @param parts in the order in which they are drawn
 * @returns who answered whom how often, by places in `parts`
 */
export function betweenParts(
  talk: Pick<Talk, 'people' | 'pairs'>,
  parts: readonly Circle[],
  partOf: ReadonlyMap<Id, Id>,
): (readonly [from: number, to: number, replies: number])[] {
  const place = new Map(parts.map(({ id }, index) => [id, index]));
  const placeOf = talk.people.map(({ id }) => place.get(partOf.get(id) ?? ''));
  const counts = new Map<number, number>();
  for (const [from, to, n] of talk.pairs) {
    const [a, b] = [placeOf[from], placeOf[to]];
    if (a === undefined || b === undefined) continue;
    const key = a * parts.length + b;
    counts.set(key, (counts.get(key) ?? 0) + n);
  }
  return [...counts]
    .sort(([a], [b]) => a - b)
    .map(([key, n]) => [Math.floor(key / parts.length), key % parts.length, n]);
}
