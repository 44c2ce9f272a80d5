import type { Part } from '../../../core/course/evaluation';
import { valueWords } from '../../../words/parts';
import type { PartOnSheet } from '../partFace';

/** How a part that nobody types came about. */
export function Suggested({ at, lead }: { at: PartOnSheet<Part, object>; lead: string }) {
  return at.lines.map((line, index) => (
    <p key={index} className="quiet mt-0.5 text-sm">
      {lead} {(valueWords(line, at.part.basis) ?? '').replace(/^[:,] /, '')}
    </p>
  ));
}
