import { useState } from 'react';
import { toast } from '../../../ui/toast';
import { editPost, writePost, type ForumView } from '../../../../contract/discuss';
import type { FileView } from '../../../../contract/files';
import { EMPTY_TEXT, type RichNode } from '../../../../core/text/richText';
import { ApiProblem, call, sentenceOf } from '../../../data/api';
import { useCourse } from '../../../data/course';
import { useSession } from '../../../data/session';
import { isUnreachable, unsentOf } from '../../../data/unsent';
import { writingKey, type Writing } from '../context/writing';
import { isEmptyText, type DraftInHand } from './useDraft';

/** What the server is sent of a new post. */
const newPost = (
  id: string,
  writing: Exclude<Writing, { kind: 'edit' }>,
  doc: RichNode,
  files: readonly FileView[],
) => ({
  id,
  parentId: writing.kind === 'answer' ? writing.parentId : null,
  questionId: writing.kind === 'answer' ? null : (writing.questionId ?? null),
  spaceId: writing.kind === 'answer' ? null : (writing.spaceId ?? null),
  doc,
  attachments: files.map((file) => ({ id: file.id, alt: file.alt })),
  starter: writing.kind === 'starter',
  aside: writing.kind === 'answer' && writing.aside === true,
  draft: writingKey(writing),
});

/**
 * Sends what is being written. Whoever would send what does not count is asked first; a new post that cannot reach the server is kept
 * and sent as soon as it can.
 */
export function useSendingPost({
  forum,
  writing,
  draft,
  uploading,
  warning,
  onDone,
}: {
  forum: ForumView;
  writing: Writing;
  draft: DraftInHand;
  /** Whether a file is still on its way. */
  uploading: boolean;
  /** Whether what is written would not count. */
  warning: boolean;
  onDone: (result: { id: string; unsealed: boolean } | null) => void;
}) {
  const course = useCourse().id;
  const person = useSession().state.person!.id;
  const [busy, setBusy] = useState(false);
  const [problem, setProblem] = useState<string | null>(null);
  const [warned, setWarned] = useState(false);
  const [version, setVersion] = useState(writing.kind === 'edit' ? writing.version : 0);
  const { files } = draft;
  const hasSomething = !isEmptyText(draft.doc) || files.length > 0;
  const params = { course, forum: forum.id };

  /** Keeps a new post to be sent later; false where the browser keeps nothing. */
  const keepForLater = (doc: RichNode): boolean => {
    if (writing.kind === 'edit') return false;
    const body = newPost(draft.postId, writing, doc, files);
    if (!unsentOf(person).add({ person, ...params, body, files, problem: null })) return false;
    draft.finish(false);
    toast.success('Saved. It is sent as soon as the server can be reached.');
    onDone(null);
    return true;
  };
  const send = async () => {
    const doc = draft.doc ?? (files.length > 0 ? EMPTY_TEXT : null);
    if (busy || doc === null || !hasSomething) return;
    if (uploading) return setProblem('A file is still being sent; wait a moment, or remove it.');
    if (warning && !warned) return setWarned(true);
    setBusy(true);
    setProblem(null);
    const attachments = files.map((file) => ({ id: file.id, alt: file.alt }));
    try {
      const result =
        writing.kind === 'edit'
          ? await call(editPost, { ...params, post: writing.postId }, { version, doc, attachments })
          : await call(writePost, params, newPost(draft.postId, writing, doc, files));
      draft.finish(false);
      onDone(result);
    } catch (error) {
      setBusy(false);
      if (isUnreachable(error) && keepForLater(doc)) return;
      setProblem(sentenceOf(error));
      if (error instanceof ApiProblem && error.problem.code === 'conflict')
        setVersion((error.problem.current as { version: number }).version);
    }
  };
  return {
    busy,
    problem,
    /** Whether it was said that it would not count. */
    warned,
    hasSomething,
    send: () => void send(),
    /** Something was typed: what was said of the text before holds no more. */
    typed: () => setWarned(false),
  };
}
