import type { DeskView } from '../../../contract/evaluate';
import type { Decisions } from '../../../core/scoring/suggest';
import type { RichNode } from '../../../core/text/richText';
import { maximumWords, pointWords, readPoints } from '../../ui/pointWords';

/** What is typed on the sheet, not yet what is meant. */
export interface Typed {
  readonly parts: Readonly<Record<string, string>>;
  readonly override: string;
  readonly why: string;
  readonly remark: RichNode | null;
}

/** What is kept of a score, as the sheet shows it. */
export function typedFrom(view: DeskView): Typed {
  const { decisions, remark } = view.score;
  return {
    parts: Object.fromEntries(
      view.forum.parts.map((part) => {
        const points = decisions.parts[part.id]?.points ?? null;
        return [part.id, points === null ? '' : pointWords(points)];
      }),
    ),
    override: decisions.override === null ? '' : pointWords(decisions.override.points),
    why: decisions.override?.reason ?? '',
    remark,
  };
}

/** What is meant, or the first thing that cannot be read, with its field. */
export function meaningOf(
  typed: Typed,
  view: DeskView,
): { decisions: Decisions; problem: { field: string; message: string } | null } {
  let problem: { field: string; message: string } | null = null;
  const parts: Record<string, { points: number | null }> = {};
  for (const part of view.forum.parts) {
    if (part.kind !== 'direct') continue;
    const read = readPoints(typed.parts[part.id] ?? '');
    if (read === undefined || (read !== null && (read < 0 || read > part.maximum))) {
      problem ??= {
        field: part.id,
        message: `${part.title}: write points from 0 to ${maximumWords(part.maximum)}.`,
      };
    } else if (read !== null) parts[part.id] = { points: read };
  }
  const other = readPoints(typed.override);
  const most = view.forum.aboveMaximum ? 10_000_00 : view.forum.maximum;
  if (other === undefined || (other !== null && (other < 0 || other > most))) {
    problem ??= { field: 'override', message: `The total: write points from 0 to ${maximumWords(most)}.` };
  } else if (other !== null && typed.why.trim() === '') {
    problem ??= { field: 'why', message: 'Say why another total is given; the student reads it.' };
  }
  const override = typeof other === 'number' ? { points: other, reason: typed.why.trim() } : null;
  return { decisions: { parts, adjustment: view.score.decisions.adjustment, override }, problem };
}
