import { forwardRef, useEffect, useImperativeHandle, useMemo, useRef, useState } from 'react';
import { toast } from 'sonner';
import { excuse, release, saveScore, type DeskView } from '../../../contract/evaluate';
import { ApiProblem, call, sentenceOf } from '../../data/api';
import { useCourse } from '../../data/course';
import { Explanation } from '../../ui/Explanation';
import { Kbd } from '../../ui/keys';
import { maximumWords, pointWords } from '../../ui/pointWords';
import { RichEditor } from '../../ui/editor/RichEditor';
import { When } from '../../ui/When';
import { explanationWords } from '../../ui/explanationWords';
import { PartRow } from './PartRow';
import { meaningOf, typedFrom, type Typed } from './sheetMeaning';

/** What the Desk's keys ask of the sheet. */
export interface SheetHandle {
  readonly give: (andNext: boolean) => void;
  readonly focusPart: (index: number) => void;
  readonly focusRemark: () => void;
  readonly toggleRelease: () => void;
}

interface Props {
  readonly view: DeskView;
  /** Whether to put the cursor where something is missing. */
  readonly focusFirst: boolean;
  readonly onView: (view: DeskView) => void;
  readonly onGiven: (view: DeskView, andNext: boolean) => void;
  readonly refresh: () => void;
}

/** Part by part what is suggested and given, the total that adds itself up, and a remark. */
export const ScoreSheet = forwardRef<SheetHandle, Props>(function ScoreSheet(
  { view, focusFirst, onView, onGiven, refresh },
  handle,
) {
  const course = useCourse();
  const [typed, setTyped] = useState(() => typedFrom(view));
  const [version, setVersion] = useState(view.score.version);
  const [dirty, setDirty] = useState(false);
  const [busy, setBusy] = useState(false);
  const [problem, setProblem] = useState<{ field: string; message: string } | null>(null);
  const [theirs, setTheirs] = useState<DeskView | null>(null);
  const [other, setOther] = useState(view.score.decisions.override !== null);
  const inputs = useRef<(HTMLInputElement | null)[]>([]);
  const remark = useRef<HTMLDivElement>(null);
  const saving = useRef<Promise<void>>(Promise.resolve());
  const versionNow = useRef(version);
  const params = useMemo(
    () => ({ course: course.id, forum: view.forum.id, student: view.student.id }),
    [course.id, view.forum.id, view.student.id],
  );

  useEffect(() => {
    if (!focusFirst) return;
    const first = inputs.current.find((input) => input && input.value === '') ?? inputs.current.find(Boolean);
    first?.focus();
    first?.select();
  }, [focusFirst, view.student.id]);

  const send = (give: boolean, from: number | null, andNext: boolean): Promise<void> => {
    const { decisions, problem: wrong } = meaningOf(typed, view);
    if (wrong) {
      if (give) setProblem(wrong);
      return Promise.resolve();
    }
    const work = async () => {
      try {
        const answer = await call(saveScore, params, {
          version: from ?? versionNow.current,
          decisions,
          remark: typed.remark,
          give,
        });
        versionNow.current = answer.score.version;
        setVersion(answer.score.version);
        setDirty(false);
        setTheirs(null);
        setProblem(null);
        onView(answer);
        if (give) onGiven(answer, andNext);
      } catch (error) {
        if (error instanceof ApiProblem && error.problem.code === 'conflict')
          setTheirs(error.problem.current as DeskView);
        setProblem({ field: 'sheet', message: sentenceOf(error) });
      }
    };
    saving.current = saving.current.then(work);
    return saving.current;
  };

  // What is decided is kept as it is typed, so that leaving loses nothing.
  const latest = useRef(send);
  useEffect(() => {
    latest.current = send;
  });
  useEffect(() => {
    if (!dirty || theirs) return;
    const timer = setTimeout(() => void latest.current(false, null, false), 700);
    return () => clearTimeout(timer);
  }, [typed, dirty, theirs]);
  const unsaved = useRef(false);
  useEffect(() => {
    unsaved.current = dirty && theirs === null;
  }, [dirty, theirs]);
  useEffect(
    () => () => {
      if (unsaved.current) void latest.current(false, null, false);
    },
    [],
  );

  const change = (next: Partial<Typed>) => {
    setTyped({ ...typed, ...next });
    setDirty(true);
    setProblem(null);
  };
  const give = async (andNext: boolean) => {
    if (busy) return;
    const { problem: wrong } = meaningOf(typed, view);
    if (wrong) {
      setProblem(wrong);
      return;
    }
    setBusy(true);
    await send(true, null, andNext);
    setBusy(false);
  };
  const { score, suggestion } = view;
  const toggleRelease = async () => {
    try {
      await call(
        release,
        { course: course.id, forum: view.forum.id },
        { students: [view.student.id], released: score.releasedAt === null },
      );
      toast.success(
        score.releasedAt === null
          ? `Released to ${view.student.given}.`
          : `Taken back from ${view.student.given}.`,
      );
    } catch (error) {
      toast.error(sentenceOf(error));
    }
    refresh();
  };
  const toggleExcused = async () => {
    try {
      await call(excuse, params, { excused: !score.excused });
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
  useImperativeHandle(handle, () => ({
    give: (andNext) => void give(andNext),
    focusPart: (index) => {
      const input = inputs.current.filter(Boolean)[index];
      input?.focus();
      input?.select();
    },
    focusRemark: () => remark.current?.querySelector<HTMLElement>('[role=textbox]')?.focus(),
    toggleRelease: () => {
      if (score.points !== null) void toggleRelease();
    },
  }));

  const { decisions, problem: unreadable } = meaningOf(typed, view);
  const isIncomplete =
    view.forum.parts.some((part) => part.kind === 'direct' && decisions.parts[part.id] === undefined) &&
    decisions.override === null;
  // The server computes; while its answer is on the way the sum of what is typed is not shown as the total.
  const settled = !dirty && suggestion !== null;
  const total = suggestion?.points ?? null;
  const label = view.state === 'changed' ? 'Confirm' : 'Give';

  if (view.notAsked !== null && score.points === null && suggestion === null) {
    return (
      <p className="quiet p-5">There is nothing to score: the forum is not asked of {view.student.given}.</p>
    );
  }
  return (
    <section aria-label="Score sheet" className="flex h-full flex-col">
      <div className="relative min-h-0 grow overflow-y-auto px-5 pt-4 pb-4">
        <h2 className="text-lg">Score sheet</h2>
        {score.excused ? (
          <p className="mt-3">{view.student.given} is excused from this forum. It does not count for them.</p>
        ) : (
          <>
            {view.state === 'changed' && (
              <p className="rounded-box mt-2 px-3 py-2 text-sm" style={{ background: 'var(--late-wash)' }}>
                <b style={{ color: 'var(--late)' }}>Changed since.</b> {view.student.given} changed something
                after {score.points !== null && pointWords(score.points)} was given. Look again and confirm,
                or give another score.
              </p>
            )}
            {view.forum.parts.map((part, index) => (
              <PartRow
                key={part.id}
                part={part}
                view={view}
                typed={typed}
                problem={unreadable?.field === part.id ? unreadable.message : null}
                inputRef={(node) => {
                  inputs.current[index] = node;
                }}
                change={(text) => change({ parts: { ...typed.parts, [part.id]: text } })}
              />
            ))}
            {suggestion &&
              suggestion.lines
                .filter(
                  ({ code }) =>
                    ![
                      'given',
                      'notYetGiven',
                      'completion',
                      'completionAllOrNothing',
                      'allWaived',
                      'override',
                    ].includes(code),
                )
                .map((line, index) => (
                  <p key={index} className="flex justify-between gap-3 pt-2 text-sm">
                    <span>{explanationWords(line, view.forum.parts)}</span>
                    <span className="num whitespace-nowrap" style={{ color: 'var(--late)' }}>
                      {line.amount < 0 ? '−' : '+'}
                      {pointWords(Math.abs(line.amount))}
                    </span>
                  </p>
                ))}
            <p
              className="flex items-baseline justify-between pt-3 font-serif text-xl font-bold"
              aria-live="polite"
            >
              <span>Total</span>
              <span className={`num ${settled ? '' : 'opacity-50'}`}>
                {isIncomplete && total === 0 ? '–' : total === null ? '–' : pointWords(total)}{' '}
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
            {other ? (
              <div className="ruled mt-2 space-y-2 border-t pt-3">
                <label className="flex items-center justify-between gap-3">
                  <span>Another total</span>
                  <input
                    className="input input-sm raised num h-9 w-20 text-right font-semibold"
                    inputMode="decimal"
                    aria-label="Another total"
                    value={typed.override}
                    onChange={(event) => change({ override: event.target.value })}
                    autoFocus={typed.override === ''}
                  />
                </label>
                <input
                  className="input input-sm raised h-9 w-full"
                  aria-label="Why another total"
                  placeholder="Why (the student reads it)"
                  value={typed.why}
                  onChange={(event) => change({ why: event.target.value })}
                />
                <button
                  type="button"
                  className="link-plain text-sm"
                  onClick={() => {
                    setOther(false);
                    change({ override: '', why: '' });
                  }}
                >
                  Use the suggested total
                </button>
              </div>
            ) : (
              <button type="button" className="link-plain text-sm" onClick={() => setOther(true)}>
                Give another total
              </button>
            )}
            {suggestion && suggestion.lines.length > 0 && !isIncomplete && (
              <details className="mt-3">
                <summary className="link-plain text-sm">Why this score</summary>
                <div className="mt-2">
                  <Explanation lines={suggestion.lines} parts={view.forum.parts} total={suggestion.points} />
                </div>
              </details>
            )}
            <div className="mt-4" ref={remark}>
              <RichEditor
                key={theirs === null ? `${view.student.id}-${version === 0}` : 'theirs'}
                label="Remark"
                value={typed.remark}
                onChange={(doc) => change({ remark: doc })}
                placeholder={`A remark for ${view.student.given}`}
                minHeight="5rem"
                onSend={() => void give(true)}
              />
            </div>
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
          {dirty ? 'Keeping …' : version > 0 && score.points === null ? 'Kept, not given yet.' : ''}
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
      {problem && (
        <div role="alert" className="ruled border-t px-5 py-3 text-sm">
          <p className="text-error">{problem.message}</p>
          {theirs && (
            <div className="mt-2">
              <p>
                Theirs:{' '}
                <b className="num">
                  {theirs.score.points === null ? 'not given yet' : pointWords(theirs.score.points)}
                </b>
                {theirs.score.givenBy && ` by ${theirs.score.givenBy}`}.
              </p>
              <p className="mt-1 flex gap-4">
                <button
                  type="button"
                  className="link-plain"
                  onClick={() => {
                    setTyped(typedFrom(theirs));
                    versionNow.current = theirs.score.version;
                    setVersion(theirs.score.version);
                    setDirty(false);
                    setTheirs(null);
                    setProblem(null);
                    onView(theirs);
                  }}
                >
                  Take theirs
                </button>
                <button
                  type="button"
                  className="link-plain"
                  onClick={() => void send(true, theirs.score.version, false)}
                >
                  Give mine instead
                </button>
              </p>
            </div>
          )}
        </div>
      )}
      {!score.excused && (
        <div className="ruled flex gap-2 border-t p-4">
          <button
            type="button"
            className="btn btn-primary grow"
            disabled={busy || isIncomplete}
            onClick={() => void give(true)}
          >
            {isIncomplete
              ? 'Points are missing'
              : `${label}${settled && total !== null ? ` ${pointWords(total)}` : ''}, next ready`}{' '}
            <Kbd>Ctrl ↵</Kbd>
          </button>
        </div>
      )}
    </section>
  );
});
