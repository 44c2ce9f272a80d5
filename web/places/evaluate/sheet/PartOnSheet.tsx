import type { Part } from '../../../../core/course/evaluation';
import { isOfPost } from '../../../../core/participation/requirements/requirements';
import { slotsOf } from '../../../../core/scoring/kinds/basis';
import { isStart } from '../../../../words/explanation';
import { maximumWords, pointWords } from '../../../../words/numbers';
import type { PartOnSheet as Shown } from '../../../scoring/partFace';
import { faceOf } from '../../../scoring/partFaces';
import { Tally } from '../../../ui/Tally';
import { typedOf } from './typed';
import type { Sheet } from './useSheet';

/** A part as its face shows it on a sheet. */
function shown({ now, state, active, mark, step }: Sheet, part: Part): Shown<Part, object> {
  const result = now.suggestion?.parts.find(({ partId }) => partId === part.id);
  return {
    part,
    typed: typedOf(part, now.typed),
    view: now.view,
    active,
    lines: now.suggestion?.lines.filter((line) => line.partId === part.id && isStart(line)) ?? [],
    isIncomplete: result?.incomplete ?? false,
    problem: (row) => (now.unreadable?.field === row ? now.unreadable.message : null),
    change: (patch) => state.changePart(part.id, patch),
    mark,
    step,
  };
}

/** One part of the score sheet: what is given in it, and what it comes to. */
export function PartOnSheet({ sheet, part }: { sheet: Sheet; part: Part }) {
  const { now } = sheet;
  const at = shown(sheet, part);
  const { Body, Beside } = faceOf(part.kind).sheet;
  const result = now.suggestion?.parts.find(({ partId }) => partId === part.id);
  const problem = at.problem(part.id);
  return (
    <div className="ruled border-b py-3">
      <div className="flex items-center gap-3">
        <h3 className="grow font-sans text-base font-semibold">{part.title}</h3>
        <Tally
          slots={slotsOf(part.basis, now.view.slots).filter(
            (slot) => isOfPost(slot) || slot.kind === 'review',
          )}
          scale={0.85}
        />
        {Beside === null ? (
          <b className="num">{result && !result.incomplete ? pointWords(result.value) : '–'}</b>
        ) : (
          <Beside at={at} />
        )}
        <span className="quiet num min-w-8">/ {maximumWords(part.maximum)}</span>
      </div>
      {problem && <p className="mt-1 text-sm text-error">{problem}</p>}
      {Body && <Body at={at} />}
    </div>
  );
}

/** What one post is given in the parts that are scored post by post, set beside the post itself. */
export function PartsAtPost({ sheet, post, number }: { sheet: Sheet; post: string; number: number }) {
  return sheet.now.view.forum.parts.map((part) => {
    const { AtPost } = faceOf(part.kind).sheet;
    const looksAt = sheet.rows.some((row) => row.part === part && row.id === `${part.id} ${post}`);
    return AtPost && looksAt && <AtPost key={part.id} at={shown(sheet, part)} post={post} number={number} />;
  });
}
