import type { Id } from '../course/id';
import type { Student } from '../course/roster';
import type { Instant } from '../time/instant';

/** A post that stands (not removed, not held, no aside), as Insight reads it. (rules §11) */
export interface Written {
  readonly id: Id;
  readonly forumId: Id;
  readonly authorId: Id;
  readonly byStaff: boolean;
  /** null for an opening post. */
  readonly parentId: Id | null;
  readonly threadId: Id;
  /** Who wrote the post it answers; null for an opening post. */
  readonly answers: { readonly authorId: Id; readonly byStaff: boolean } | null;
  readonly at: Instant;
  readonly words: number;
  /** By when such a post of its author was due; null where by no date, and for staff. */
  readonly due: Instant | null;
  /** Holds a question mark. */
  readonly asks: boolean;
  /** Holds a link, a file, a picture or a quoted passage. */
  readonly brings: boolean;
  /** Who can answer it: everyone of the class, some of it, or none but staff. */
  readonly readers: 'class' | 'some' | 'staff';
}

/** The students Insight looks at. */
export type Classmate = Pick<Student, 'id' | 'sectionId' | 'groupIds' | 'enrolledFrom'>;

/** With fewer students nothing is told about a class. */
export const FEW_STUDENTS = 5;
/** With fewer posts, replies or scores nothing is told about them. */
export const FEW = 10;
