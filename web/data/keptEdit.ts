/** Something that was being edited, as it was kept. */
export interface Kept<T> {
  readonly value: T;
  /** When it was kept, course time. */
  readonly at: number;
}

/** A place for one unsaved edit. */
export interface KeptEdit<T> {
  read(): Kept<T> | null;
  write(kept: Kept<T>): void;
  drop(): void;
}

/**
 * An unsaved edit in the browser, so that a closed tab loses nothing.
 *
 * @param place what is edited, in which course, and by whom: another person at the same machine has edits of their own
 * @example keptEdit<ForumForm>({ what: 'forum', person, course, id })
 */
export function keptEdit<T>(place: {
  what: string;
  person: string;
  course: string;
  id: string;
}): KeptEdit<T> {
  const key = `juror-edit ${place.what} ${place.person} ${place.course} ${place.id}`;
  return {
    read() {
      try {
        const text = localStorage.getItem(key);
        return text === null ? null : (JSON.parse(text) as Kept<T>);
      } catch {
        return null;
      }
    },
    write(kept) {
      try {
        localStorage.setItem(key, JSON.stringify(kept));
      } catch {
        // Storage is full or closed; the form itself still holds everything.
      }
    },
    drop() {
      try {
        localStorage.removeItem(key);
      } catch {
        // Nothing was kept.
      }
    },
  };
}
