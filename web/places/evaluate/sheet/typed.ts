import type { DeskView, Passage } from '../../../../contract/evaluate';
import type { FileView } from '../../../../contract/files';
import type { Part } from '../../../../core/course/evaluation';
import type { Decisions } from '../../../../core/scoring/suggest';
import type { RichNode } from '../../../../core/text/richText';
import { pointWords } from '../../../../words/numbers';
import { faceOf } from '../../../scoring/partFaces';
import { readGiven } from '../../../scoring/sheet/typedPoints';

/** What is typed on the sheet, not yet what is meant. */
export interface Typed {
  /** By part; each kind of part types what is its own. */
  readonly parts: Readonly<Record<string, object>>;
  readonly adjust: string;
  readonly adjustWhy: string;
  readonly override: string;
  readonly why: string;
  readonly remark: RichNode | null;
  readonly passages: readonly Passage[];
  readonly files: readonly FileView[];
}

/** A field that cannot be read, and what would be right. */
export interface SheetProblem {
  readonly field: string;
  readonly message: string;
}

/** What is typed and chosen for one part. */
export const typedOf = (part: Part, { parts }: Pick<Typed, 'parts'>): object =>
  parts[part.id] ?? faceOf(part.kind).sheet.nothing;

/** What is kept of a score, as the sheet shows it. */
export function typedFrom(view: DeskView): Typed {
  const { decisions, remark } = view.score;
  const { adjustment, override } = decisions;
  return {
    parts: Object.fromEntries(
      view.forum.parts.map(({ id, kind }) => [id, faceOf(kind).sheet.typed(decisions.parts[id] ?? {})]),
    ),
    adjust: adjustment === null ? '' : pointWords(adjustment.points),
    adjustWhy: adjustment?.reason ?? '',
    override: override === null ? '' : pointWords(override.points),
    why: override?.reason ?? '',
    remark,
    passages: view.score.passages,
    files: view.score.files,
  };
}

/** What is meant, or the first thing that cannot be read, with its field. */
export function meaningOf(
  typed: Typed,
  view: DeskView,
): { decisions: Decisions; problem: SheetProblem | null } {
  let problem: SheetProblem | null = null;
  const tell = (field: string, message: string) => {
    problem ??= { field, message };
  };
  const parts = Object.fromEntries(
    view.forum.parts.flatMap((part) => {
      const decision = faceOf(part.kind).sheet.decision(part, typedOf(part, typed), tell);
      return Object.keys(decision).length === 0 ? [] : [[part.id, decision] as const];
    }),
  );
  const most = view.forum.aboveMaximum ? 10_000_00 : view.forum.maximum;
  const reasoned = (
    text: string,
    why: string,
    { field, title, what, least }: { field: string; title: string; what: string; least: number },
  ) => {
    const points = readGiven(text, title, most, (message) => tell(field, message), least);
    if (points !== null && why.trim() === '') tell(`${field} why`, `Say why ${what}; the student reads it.`);
    else if (points !== null) return { points, reason: why.trim() };
    return null;
  };
  const adjustment = reasoned(typed.adjust, typed.adjustWhy, {
    field: 'adjust',
    title: 'The adjustment',
    what: 'the total is adjusted',
    least: -view.forum.maximum,
  });
  const override = reasoned(typed.override, typed.why, {
    field: 'override',
    title: 'The total',
    what: 'another total is given',
    least: 0,
  });
  return { decisions: { parts, adjustment, override }, problem };
}
