import type { DeskView } from '../../../contract/evaluate';
import type { Part } from '../../../core/course/evaluation';
import { explanationWords } from '../../ui/explanationWords';
import { maximumWords, pointWords } from '../../ui/pointWords';
import { Tally } from '../../ui/Tally';
import type { Typed } from './sheetMeaning';

/** One part of the score sheet: a field for what is given, or what is suggested. */
export function PartRow({
  part,
  view,
  typed,
  change,
  problem,
  inputRef,
}: {
  part: Part;
  view: DeskView;
  typed: Typed;
  change: (text: string) => void;
  /** What is wrong with what is typed. */
  problem: string | null;
  inputRef: (node: HTMLInputElement | null) => void;
}) {
  const suggestion = view.suggestion;
  const result = suggestion?.parts.find(({ partId }) => partId === part.id);
  const line = suggestion?.lines.find(({ partId, code }) => partId === part.id && code !== 'lateness');
  const slots = view.slots.filter(
    (slot) =>
      part.basis === 'whole' || (part.basis === 'replies' ? slot.kind === 'reply' : slot.kind === 'initial'),
  );
  return (
    <div className="ruled border-b py-3">
      <div className="flex items-center gap-3">
        <span className="grow font-semibold">{part.title}</span>
        <Tally slots={slots} scale={0.85} />
        {part.kind === 'direct' ? (
          <input
            ref={inputRef}
            inputMode="decimal"
            aria-invalid={problem !== null}
            aria-label={`${part.title}: points out of ${maximumWords(part.maximum)}`}
            className="input input-sm raised num h-9 w-20 text-right font-semibold"
            value={typed.parts[part.id] ?? ''}
            placeholder="–"
            onChange={(event) => change(event.target.value)}
          />
        ) : (
          <b className="num">{result ? pointWords(result.value) : '–'}</b>
        )}
        <span className="quiet num w-8">/ {maximumWords(part.maximum)}</span>
      </div>
      {problem && <p className="mt-1 text-sm text-error">{problem}</p>}
      {part.kind !== 'direct' && line && (
        <p className="quiet mt-0.5 text-sm">
          suggested: {explanationWords(line, view.forum.parts).replace(/^[^:]+: /, '')}
        </p>
      )}
    </div>
  );
}
