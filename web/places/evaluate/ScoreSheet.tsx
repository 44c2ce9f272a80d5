import { useState } from 'react';
import { toast } from 'sonner';
import { release } from '../../../contract/docketActs';
import { confirmScore, excuse, type DeskView } from '../../../contract/evaluate';
import { call, sentenceOf } from '../../data/api';
import { useCourse } from '../../data/course';
import { Explanation } from '../../ui/Explanation';
import { Kbd } from '../../ui/keys';
import { maximumWords, pointWords } from '../../../words/numbers';
import { RichEditor } from '../../ui/editor/RichEditor';
import { When } from '../../ui/When';
import { amountWords, explanationWords, isStart } from '../../../words/explanation';
import { Dictate } from './sheet/Dictate';
import { LookAgain } from './sheet/LookAgain';
import { PartOnSheet } from './sheet/PartOnSheet';
import { RemarkFiles } from './sheet/RemarkFiles';
import { Readings } from './sheet/Readings';
import { ReasonedPoints } from './sheet/ReasonedPoints';
import type { Sheet } from './sheet/useSheet';

/** Releases the score of one student, or takes it back. */
export function useRelease(view: DeskView | null, refresh: () => void): () => Promise<void> {
  const course = useCourse().id;
  return async () => {
    if (view === null || view.score.points === null || view.score.excused) return;
    const released = view.score.releasedAt === null;
    try {
      await call(release, { course, forum: view.forum.id }, { students: [view.student.id], released });
      toast.success(`${released ? 'Released to' : 'Taken back from'} ${view.student.given}.`);
    } catch (error) {
      toast.error(sentenceOf(error));
    }
    refresh();
  };
}

/** What somebody else has given meanwhile, and what to do about it. */
function Conflict({ sheet, given }: { sheet: Sheet; given: (view: DeskView | null) => void }) {
  const { theirs, problem } = sheet.now;
  if (!problem) return null;
  return (
    <div role="alert" className="ruled border-t px-5 py-3 text-sm">
      <p className="text-error">{problem.message}</p>
      {theirs && (
        <div className="mt-2">
          {theirs.reading?.second && <p>{theirs.reading.by} has read the student first.</p>}
          <p hidden={theirs.reading?.second}>
            Theirs:{' '}
            <b className="num">
              {theirs.score.points === null ? 'not given yet' : pointWords(theirs.score.points)}
            </b>
            {theirs.score.givenBy && ` by ${theirs.score.givenBy}`}.
          </p>
          <p className="mt-1 flex gap-4">
            <button type="button" className="link-plain" onClick={() => sheet.state.takeTheirs()}>
              {theirs.reading?.second ? 'Start anew' : 'Take theirs'}
            </button>
            <button
              type="button"
              className="link-plain"
              onClick={() => void sheet.state.giveMine().then(given)}
            >
              {theirs.reading?.second ? 'Give mine as the second reading' : 'Give mine instead'}
            </button>
          </p>
        </div>
      )}
    </div>
  );
}

/** Part by part what is suggested and given, the total that adds itself up, and a remark. */
export function ScoreSheet({
  sheet,
  give,
  given,
  openRemarks,
  refresh,
}: {
  sheet: Sheet;
  openRemarks: () => void;
  /** Gives the score and opens the next ready student. */
  give: () => void;
  /** A score was given, without going on. */
  given: (view: DeskView | null) => void;
  refresh: () => void;
}) {
  const course = useCourse();
  const { state, now } = sheet;
  const { view, typed, suggestion, unreadable } = now;
  const { score } = view;
  const [adjusts, setAdjusts] = useState(typed.adjust !== '');
  const [other, setOther] = useState(typed.override !== '');
  const toggleRelease = useRelease(view, refresh);
  const stands = async () => {
    const params = { course: course.id, forum: view.forum.id, student: view.student.id };
    try {
      state.learn(await call(confirmScore, params, { version: score.version }));
      toast.success('The score stands.');
    } catch (error) {
      toast.error(sentenceOf(error));
    }
    refresh();
  };
  const toggleExcused = async () => {
    try {
      await call(
        excuse,
        { course: course.id, forum: view.forum.id, student: view.student.id },
        { excused: !score.excused },
      );
      toast.success(
        score.excused
          ? `${view.student.given} is asked again.`
          : `${view.student.given} is excused from this forum.`,
      );
    } catch (error) {
      toast.error(sentenceOf(error));
    }
    refresh();
  };
  if (view.notAsked !== null && score.points === null && suggestion === null)
    return (
      <p className="quiet p-5">There is nothing to score: the forum is not asked of {view.student.given}.</p>
    );
  const isIncomplete = suggestion === null || (suggestion.incomplete && now.decisions.override === null);
  const total = suggestion?.points ?? null;
  const fieldProblem = (field: string) => (unreadable?.field.startsWith(field) ? unreadable.message : null);
  return (
    <section aria-label="Score sheet" className="flex h-full flex-col">
      <div className="relative min-h-0 grow overflow-y-auto px-5 pt-4 pb-4">
        <h2 className="flex items-baseline text-lg">
          <span className="grow">Score sheet</span>
          {now.canUndo && (
            <button type="button" className="link-plain font-sans text-sm" onClick={() => state.undo()}>
              Undo
            </button>
          )}
        </h2>
        {score.excused ? (
          <p className="mt-3">{view.student.given} is excused from this forum. It does not count for them.</p>
        ) : (
          <>
            {view.state === 'changed' && (
              <p className="rounded-box mt-2 px-3 py-2 text-sm" style={{ background: 'var(--late-wash)' }}>
                <b style={{ color: 'var(--late)' }}>Changed since.</b> {view.student.given} changed something
                after {score.points !== null && pointWords(score.points)} was given. Look again: let it stand,
                or give another score.{' '}
                <button type="button" className="link-plain" onClick={() => void stands()}>
                  Score stands
                </button>
              </p>
            )}
            <Readings
              view={view}
              settled={(next) => {
                state.learn(next);
                refresh();
              }}
            />
            <LookAgain view={view} answered={(next) => state.learn(next)} />
            {view.forum.parts.map((part) => (
              <PartOnSheet key={part.id} sheet={sheet} part={part} />
            ))}
            {suggestion?.lines
              .filter((line) => !isStart(line) && line.code !== 'override')
              .map((line, index) => (
                <p key={index} className="flex justify-between gap-3 pt-2 text-sm">
                  <span>{explanationWords(line, view.forum.parts)}</span>
                  <span className="num whitespace-nowrap" style={{ color: 'var(--late)' }}>
                    {amountWords(line)}
                  </span>
                </p>
              ))}
            <p
              className="flex items-baseline justify-between pt-3 font-serif text-xl font-bold"
              aria-live="polite"
            >
              <span>Total</span>
              <span className="num">
                {total === null || (isIncomplete && total === 0) ? '–' : pointWords(total)}{' '}
                <span className="quiet font-sans text-base font-normal">
                  / {maximumWords(view.forum.maximum)}
                </span>
              </span>
            </p>
            {suggestion?.gate === 'undecided' && (
              <p className="quiet text-sm">
                Whether the initial post is on time is not decided yet; nothing is taken away for now.
              </p>
            )}
            {adjusts && (
              <ReasonedPoints
                title="Adjustment"
                hint="Added, or with a minus taken away"
                points={typed.adjust}
                why={typed.adjustWhy}
                problem={fieldProblem('adjust')}
                change={(points, why) => state.change({ adjust: points, adjustWhy: why })}
                drop={{ words: 'Adjust nothing', run: () => setAdjusts(false) }}
              />
            )}
            {other && (
              <ReasonedPoints
                title="Another total"
                points={typed.override}
                why={typed.why}
                problem={fieldProblem('override')}
                change={(points, why) => state.change({ override: points, why })}
                drop={{ words: 'Use the suggested total', run: () => setOther(false) }}
              />
            )}
            <p className="flex flex-wrap gap-x-4 text-sm">
              {!adjusts && (
                <button type="button" className="link-plain" onClick={() => setAdjusts(true)}>
                  Adjust the total
                </button>
              )}
              {!other && (
                <button type="button" className="link-plain" onClick={() => setOther(true)}>
                  Give another total
                </button>
              )}
            </p>
            {suggestion && suggestion.lines.length > 0 && !isIncomplete && (
              <details className="mt-3">
                <summary className="link-plain text-sm">Why this score</summary>
                <div className="mt-2">
                  <Explanation lines={suggestion.lines} parts={view.forum.parts} total={suggestion.points} />
                </div>
              </details>
            )}
            {view.reading?.second ? (
              <p className="quiet mt-4 text-sm">
                The remark is the first reader’s; add to it once you have given your reading.
              </p>
            ) : (
              <div className="mt-4" id="sheet-remark">
                <RichEditor
                  key={`${view.student.id} ${now.remarkN}`}
                  label="Remark"
                  value={typed.remark}
                  onChange={(doc) => state.change({ remark: doc })}
                  placeholder={`A remark for ${view.student.given}`}
                  minHeight="5rem"
                  onSend={give}
                />
                <p className="mt-1.5 flex flex-wrap items-center gap-x-4 gap-y-1 text-sm">
                  <button type="button" className="link-plain" onClick={openRemarks}>
                    Saved remarks <Kbd>S</Kbd>
                  </button>
                  <Dictate sheet={sheet} />
                </p>
                <RemarkFiles sheet={sheet} />
              </div>
            )}
          </>
        )}
        <p className="quiet mt-3 text-xs">
          {score.givenAt !== null && score.points !== null && (
            <>
              {pointWords(score.points)} given <When at={score.givenAt} />
              {score.givenBy && ` by ${score.givenBy}`}
              {score.releasedAt !== null ? (
                <>
                  , released <When at={score.releasedAt} />
                </>
              ) : (
                ', not released'
              )}
              .{' '}
            </>
          )}
          {now.dirty ? 'Keeping …' : score.version > 0 && score.points === null ? 'Kept, not given yet.' : ''}
        </p>
        <p className="mt-2 flex flex-wrap gap-x-4 text-sm">
          {score.points !== null && !score.excused && (
            <button type="button" className="link-plain" onClick={() => void toggleRelease()}>
              {score.releasedAt === null ? `Release to ${view.student.given}` : 'Take back'}
            </button>
          )}
          <button type="button" className="link-plain" onClick={() => void toggleExcused()}>
            {score.excused ? 'No longer excuse' : `Excuse ${view.student.given}`}
          </button>
        </p>
      </div>
      <Conflict sheet={sheet} given={given} />
      {!score.excused && (
        <div className="ruled flex gap-2 border-t p-4">
          <button
            type="button"
            className="btn btn-primary grow"
            disabled={now.busy || isIncomplete}
            onClick={give}
          >
            {isIncomplete
              ? 'Points are missing'
              : `${view.state === 'changed' ? 'Confirm' : 'Give'} ${pointWords(total!)}, next ready`}{' '}
            <Kbd>Ctrl ↵</Kbd>
          </button>
        </div>
      )}
    </section>
  );
}
