import { useCallback, useEffect, useMemo, useRef, useState } from 'react';
import { dropDraft, keepDraft, type DraftView } from '../../../../contract/discuss';
import type { FileView } from '../../../../contract/files';
import { EMPTY_TEXT, walk, type RichNode } from '../../../../core/text/richText';
import { plainText } from '../../../../core/text/plainText';
import { ApiProblem, call, sentenceOf } from '../../../data/api';

const PAUSE = 900;

/** What is being written: a text, and the files below it. */
export interface Draft {
  readonly doc: RichNode | null;
  readonly files: readonly FileView[];
}

interface Local extends Draft {
  /** Whether the server has it too. */
  readonly synced: boolean;
}

/** The place of a draft in the browser. */
export function localDraft(place: { course: string; forum: string; key: string; person: string }) {
  const name = `juror-draft ${place.person} ${place.course} ${place.forum} ${place.key}`;
  return {
    read(): Local | null {
      try {
        const text = localStorage.getItem(name);
        if (text === null) return null;
        const kept = JSON.parse(text) as Partial<Local>;
        return { doc: kept.doc ?? null, files: kept.files ?? [], synced: kept.synced ?? false };
      } catch {
        return null;
      }
    },
    write(local: Local | null): void {
      try {
        if (local === null) localStorage.removeItem(name);
        else localStorage.setItem(name, JSON.stringify(local));
      } catch {
        // The server's copy is enough.
      }
    },
  };
}

/** Whether there is nothing in a text: no word, no image, no quoted passage. */
export function isEmptyText(doc: RichNode | null): boolean {
  if (doc === null) return true;
  let holds = plainText(doc, { quotes: 'all' }) !== '';
  walk(doc, ({ type }) => (holds ||= type === 'image' || type === 'quotation'));
  return !holds;
}

/** Where a draft stands: kept on the server, only here, or on its way; or why the server does not keep it. */
export type DraftState =
  | { readonly kind: 'none' | 'keeping' | 'onlyHere' | 'signedOut' }
  | { readonly kind: 'kept'; readonly at: number }
  | { readonly kind: 'refused'; readonly why: string };

/**
 * The text and files of a composer, kept in the browser with every change and on the server after a pause, so that a closed
 * tab, a lost connection or an expired session loses nothing.
 *
 * @param place the course, forum and composer, and who writes: another person at the same machine has drafts of their own
 */
export function useDraft(
  place: { course: string; forum: string; key: string; person: string },
  fromServer: DraftView | null,
  start: Draft,
) {
  const { course, forum, key, person } = place;
  const local = useMemo(() => localDraft({ course, forum, key, person }), [person, course, forum, key]);
  const [draft, setDraft] = useState<Draft>(() => {
    const here = local.read();
    if (here !== null && !here.synced) return here;
    return fromServer ? { doc: fromServer.doc, files: fromServer.attachments } : start;
  });
  const [state, setState] = useState<DraftState>({ kind: 'none' });
  const timer = useRef<ReturnType<typeof setTimeout>>(undefined);
  const latest = useRef(draft);
  const done = useRef(false);

  const keep = useCallback(
    async ({ doc, files }: Draft) => {
      const params = { course, forum, key };
      try {
        if (isEmptyText(doc) && files.length === 0) {
          await call(dropDraft, params);
          local.write(null);
          setState({ kind: 'none' });
          return;
        }
        const attachments = files.map(({ id, alt }) => ({ id, alt }));
        const { savedAt } = await call(keepDraft, params, { doc: doc ?? EMPTY_TEXT, attachments });
        if (done.current) return;
        local.write({ doc, files, synced: true });
        setState({ kind: 'kept', at: savedAt });
      } catch (error) {
        setState(
          !(error instanceof ApiProblem)
            ? { kind: 'onlyHere' }
            : error.problem.status === 401
              ? { kind: 'signedOut' }
              : { kind: 'refused', why: sentenceOf(error) },
        );
      }
    },
    [course, forum, key, local],
  );

  const change = useCallback(
    (part: Partial<Draft>) => {
      latest.current = { ...latest.current, ...part };
      setDraft(latest.current);
      local.write({ ...latest.current, synced: false });
      setState({ kind: 'keeping' });
      clearTimeout(timer.current);
      timer.current = setTimeout(() => void keep(latest.current), PAUSE);
    },
    [keep, local],
  );

  useEffect(() => () => clearTimeout(timer.current), []);

  /** The text was sent, or thrown away. */
  const finish = useCallback(
    (throwAway: boolean) => {
      done.current = true;
      clearTimeout(timer.current);
      local.write(null);
      if (throwAway) void call(dropDraft, { course, forum, key }).catch(() => undefined);
    },
    [course, forum, key, local],
  );
  return { ...draft, change, state, finish };
}
