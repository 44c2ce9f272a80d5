import { SheetConflict } from './sheet/SheetConflict';
import { GiveBar } from './sheet/GiveBar';
import { lacksPoints } from '../../../core/scoring/suggest';
import { isNothingToScore } from './sheet/whatIsMissing';
import { SheetFoot } from './sheet/SheetFoot';
import { SheetRemark } from './sheet/SheetRemark';
import { SheetTotal } from './sheet/SheetTotal';
import { toast } from '../../ui/toast';
import { release } from '../../../contract/docketActions';
import { confirmScore, type DeskView } from '../../../contract/evaluate';
import { call } from '../../data/api';
import { useCourse } from '../../data/course';
import { pointWords } from '../../../words/numbers';
import { LookAgain } from './sheet/LookAgain';
import { PartOnSheet } from './sheet/PartOnSheet';
import { Readings } from './sheet/Readings';
import type { Sheet } from './sheet/useSheet';
import { orSayWhyNot } from '../../ui/sayWhyNot';

/** Releases the score of one student, or takes it back. */
export function useRelease(view: DeskView | null): () => Promise<void> {
  const course = useCourse().id;
  return async () => {
    if (view === null || view.score.points === null || view.score.excused) return;
    const released = view.score.releasedAt === null;
    await orSayWhyNot(async () => {
      await call(release, { course, forum: view.forum.id }, { students: [view.student.id], released });
      toast.success(`${released ? 'Released to' : 'Withdrawn from'} ${view.student.given}.`);
    });
  };
}

/** Part by part what is suggested and given, the total that adds itself up, and a remark. */
export function ScoreSheet({
  sheet,
  give,
  openRemarks,
}: {
  sheet: Sheet;
  openRemarks: () => void;
  /** Gives the score and opens the next ready student. */
  give: () => void;
}) {
  const course = useCourse();
  const { state, now } = sheet;
  const { view } = now;
  const { score } = view;
  const toggleRelease = useRelease(view);
  const stands = async () => {
    const params = { course: course.id, forum: view.forum.id, student: view.student.id };
    await orSayWhyNot(async () => {
      state.learn(await call(confirmScore, params, { version: score.version }));
      toast.success('The score stands.');
    });
  };
  if (isNothingToScore(now))
    return (
      <p className="quiet p-5">
        There is nothing to score: this forum is not required of {view.student.given}.
      </p>
    );
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
              <p className="rounded-box mt-2 px-3 py-2 text-sm bg-late-wash">
                <b className="text-late">Changed since.</b> {view.student.given} changed something after{' '}
                {score.points !== null && pointWords(score.points)} was given. Look again: keep the score, or
                give another.{' '}
                <button type="button" className="link-plain" onClick={() => void stands()}>
                  Score stands
                </button>
              </p>
            )}
            <Readings view={view} settled={(next) => state.learn(next)} />
            <LookAgain view={view} answered={(next) => state.learn(next)} />
            {view.forum.parts.map((part) => (
              <PartOnSheet key={part.id} sheet={sheet} part={part} />
            ))}
            <SheetTotal sheet={sheet} isIncomplete={lacksPoints(now.suggestion, now.decisions)} />
            <SheetRemark sheet={sheet} give={give} openRemarks={openRemarks} />
          </>
        )}
        <SheetFoot sheet={sheet} toggleRelease={toggleRelease} />
      </div>
      <SheetConflict sheet={sheet} />
      <GiveBar sheet={sheet} give={give} />
    </section>
  );
}
