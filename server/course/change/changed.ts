/** A score something happened to. */
export interface TouchedScore {
  readonly itemId: string;
  readonly studentId: string;
}

/** What a change of a course came to, for those who are told of it. */
export interface Changed {
  /** When it was made, UTC ms. */
  readonly at: number;
  /** The posts that were written or changed in any way, by forum. */
  readonly posts: ReadonlyMap<string, readonly string[]>;
  readonly scores: readonly TouchedScore[];
  /** Whose own something was changed: a score, say. */
  readonly people: readonly string[];
}

/** Hears what was changed in a course, once it is kept. */
export interface HearsChanges {
  changed(courseId: string, what: Changed): void;
}
