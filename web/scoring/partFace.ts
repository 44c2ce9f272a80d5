import type { ComponentType, ReactNode } from 'react';
import type { z } from 'zod';
import type { DeskView } from '../../contract/evaluate';
import type { Part } from '../../core/course/evaluation';
import type { ExplanationLine } from '../../core/scoring/kinds/explanation';
import type { PartDecision } from '../../core/scoring/kinds/partKinds';

/*
 * How a kind of part shows in the interface: its fields in the forum's form and the library, and its place on the score sheet. What it
 * says in words stands in words/parts.ts, its rule in core/scoring/kinds.
 *
 * P: the part. F: its own fields as they are typed in a form. T: what is typed and chosen for it on the sheet.
 */

/** What the fields of a part need: what is typed, how it is changed, and what is wrong with a field. */
export interface FieldsProps<F> {
  readonly fields: F;
  /** The part's points, as they are typed; null where the fields decide them, as in the library. */
  readonly maximum: string | null;
  /** Which part, as `part 2`. */
  readonly name: string;
  readonly says: (field: string) => ReactNode;
  readonly change: (patch: Partial<F>) => void;
  readonly changeMaximum: (points: string) => void;
  /** Students judge one another’s posts by it: it looks at the post it is about, and serves no part of a score. */
  readonly isForPeers?: boolean;
}

/** A way of scoring that the form offers. */
interface Offer<F> {
  readonly words: string;
  /** Fields that it decides. */
  readonly sets?: Partial<F>;
}

/** A kind in a forum's form, and in the library where it has a guide. */
export interface PartForm<P extends Part, F extends object> {
  readonly offers: readonly Offer<F>[];
  /** The fields as they begin. */
  readonly start: F;
  /** Reads the fields; shown the other way round. */
  readonly codec: z.ZodType<Omit<P, 'id' | 'title' | 'maximum' | 'basis' | 'kind'>, F>;
  /** null where nothing is asked. */
  readonly Fields: ComponentType<FieldsProps<F>> | null;
}

/** Tells what cannot be read, by the row it stands in, and what would be right. */
export type Tell = (row: string, message: string) => void;

/** One thing on the sheet that is given by itself: walked through with the arrows, chosen with a digit. */
export interface PartRow<T> {
  readonly id: string;
  readonly title: string;
  /** A number is typed here; else something is chosen. */
  readonly isField: boolean;
  /** How many can be chosen; of an item of a checklist: ticked, then not. */
  readonly choices: number;
  readonly isGiven: boolean;
  /** The level that is chosen. */
  readonly chosen: string | null;
  /** What is typed once the nth is chosen. */
  readonly choose: (nth: number) => Partial<T> | null;
}

/** One part on the sheet of the student at hand. */
export interface PartOnSheet<P extends Part, T> {
  readonly part: P;
  readonly typed: T;
  readonly view: DeskView;
  /** The row at hand; null where there is none. */
  readonly active: string | null;
  /** How the part's value came about. */
  readonly lines: readonly ExplanationLine[];
  readonly isIncomplete: boolean;
  /** What cannot be read in a row. */
  readonly problem: (row: string) => string | null;
  readonly change: (patch: Partial<T>) => void;
  /** Takes note that a row is at hand. */
  readonly mark: (row: string) => void;
  /** Goes some rows on. */
  readonly step: (by: number) => void;
}

/** A kind on the score sheet. */
export interface PartSheet<P extends Part, T extends object> {
  /** Nothing decided. */
  readonly nothing: T;
  /** What was decided, as it is typed. */
  readonly typed: (decision: PartDecision) => T;
  /** What is meant; what cannot be read is left out and told. */
  readonly decision: (part: P, typed: T, tell: Tell) => PartDecision;
  readonly rows: (part: P, typed: T, view: DeskView) => readonly PartRow<T>[];
  /** Below the part's name. */
  readonly Body: ComponentType<{ at: PartOnSheet<P, T> }> | null;
  /** In place of what the part comes to, beside its name. */
  readonly Beside: ComponentType<{ at: PartOnSheet<P, T> }> | null;
  /** Beside each post that the part looks at. */
  readonly AtPost: ComponentType<{ at: PartOnSheet<P, T>; post: string; number: number }> | null;
}

/** A kind of part as it shows. To add one: CONTRIBUTING.md, "a scoring kind". */
export interface PartFace<P extends Part, F extends object, T extends object> {
  readonly form: PartForm<P, F>;
  readonly sheet: PartSheet<P, T>;
}
