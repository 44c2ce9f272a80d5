import { useCallback, useEffect, useRef, useState } from 'react';
import { saveReviewDraft, sendReview, type ReviewPage } from '../../../contract/reviews';
import { ApiProblem, call, sentenceOf } from '../../data/api';
import { useCourse } from '../../data/course';
import { useKeptEdit } from '../../data/useKeptEdit';
import { isUnreachable } from '../../data/unsent';
import { toast } from '../../ui/toast';
import { typedFrom, type TypedReview } from './reviewTyped';

/** So long after the last key it is kept on the server, too, ms. */
const PAUSE = 1500;
/** So often what waits is tried again, ms. */
const AGAIN = 4000;

/**
 * A review while it is typed: kept in the browser and on the server, and sent once; where the server cannot be reached, it is sent as
 * soon as it can, also when the page is opened again.
 */
export function useTypedReview(page: ReviewPage) {
  const course = useCourse().id;
  const { id } = page.line;
  const params = { course, assignment: id };
  const kept = useKeptEdit<TypedReview>('review', id);
  const [typed, setTyped] = useState<TypedReview>(() => {
    const { restored } = kept;
    const savedAt = Math.max(page.draft?.savedAt ?? 0, page.sent?.at ?? 0);
    return restored !== null && restored.at >= savedAt ? restored.value : typedFrom(page);
  });
  const [state, setState] = useState<'asSent' | 'typed' | 'kept' | 'keptHere' | 'refused'>(
    page.draft === null ? 'asSent' : 'kept',
  );
  const [busy, setBusy] = useState(false);
  const [problem, setProblem] = useState<{ field: string; message: string } | null>(null);
  const timer = useRef<ReturnType<typeof setTimeout> | null>(null);
  const latest = useRef(typed);

  const keepOnServer = useCallback(
    async (value: TypedReview) => {
      try {
        await call(saveReviewDraft, { course, assignment: id }, { content: value.content });
        setState('kept');
      } catch (error) {
        if (!isUnreachable(error)) {
          setState('refused');
          return setProblem({ field: '', message: sentenceOf(error) });
        }
        setState('keptHere');
        timer.current ??= setTimeout(() => {
          timer.current = null;
          void keeping.current(latest.current);
        }, AGAIN);
      }
    },
    [course, id],
  );
  const keeping = useRef(keepOnServer);
  useEffect(() => {
    keeping.current = keepOnServer;
  });
  const set = (next: TypedReview) => {
    latest.current = next;
    setTyped(next);
    setState('typed');
    setProblem(null);
    kept.keep(next);
    if (timer.current) clearTimeout(timer.current);
    timer.current = setTimeout(() => {
      timer.current = null;
      void keepOnServer(next);
    }, PAUSE);
  };
  useEffect(
    () => () => {
      if (timer.current) clearTimeout(timer.current);
    },
    [],
  );

  const send = async () => {
    if (busy) return;
    if (timer.current) clearTimeout(timer.current);
    timer.current = null;
    setBusy(true);
    setProblem(null);
    const { content, files } = latest.current;
    const whole = { ...content, files: files.map((file) => file.id) };
    try {
      await call(sendReview, params, { after: page.sent?.number ?? 0, content: whole });
      kept.drop();
      latest.current = { content: whole, files, waits: false };
      setTyped(latest.current);
      setState('asSent');
      toast.success('Your review is sent.');
    } catch (error) {
      if (isUnreachable(error)) {
        latest.current = { ...latest.current, waits: true };
        setTyped(latest.current);
        kept.keep(latest.current);
      } else {
        const first = error instanceof ApiProblem ? error.first : null;
        latest.current = { ...latest.current, waits: false };
        setTyped(latest.current);
        setProblem(first ?? { field: '', message: sentenceOf(error) });
        void keepOnServer(latest.current);
      }
    }
    setBusy(false);
  };
  const sending = useRef(send);
  useEffect(() => {
    sending.current = send;
  });
  const { waits } = typed;
  useEffect(() => {
    if (!waits) return;
    const again = setInterval(() => void sending.current(), AGAIN);
    return () => clearInterval(again);
  }, [waits]);
  return { typed, set, send, busy, problem, state };
}
