import type { HearsChanges } from '../course/change/changed';

/** Where the events of one browser go. */
export interface Stream {
  readonly personId: string;
  /** Whether the session it was opened with still stands; asking keeps nothing alive. */
  readonly stillSignedIn: () => Promise<boolean>;
  readonly write: (text: string) => void;
  readonly end: () => void;
}

/** Hears what changes in courses, and tells the browsers of those whom it concerns. */
export interface Live extends HearsChanges {
  /** The clock was moved by hand. */
  clockMoved(): void;
  /** Opens a stream; `last` is the name of the last event the browser heard, to go on from there. */
  open(stream: Stream, last: string | null): Promise<void>;
  /** The forums open in a browser from now on, by the name its stream was given; false where there is no such stream of theirs. */
  haveOpen(personId: string, stream: string, forums: readonly { course: string; forum: string }[]): boolean;
  /** Sessions of someone are over: streams that were opened with them end at once. */
  sessionsEnded(personId: string): void;
  /** A browser went away, or its stream is ended. */
  close(stream: Stream): void;
  /** Tells people what the clock alone has changed for them. */
  tick(): Promise<void>;
  /** Resolves when everything that happened so far is told. */
  settled(): Promise<void>;
  /** Ends every stream and tells nothing more. */
  stop(): void;
}
