import { useEffect, useRef, useState } from 'react';
import { useSearchParams } from 'react-router';
import { toast } from '../../../ui/toast';
import { getPostDoc } from '../../../../contract/discuss';
import { quotationNode } from '../../../../core/text/quotation';
import { call } from '../../../data/api';
import { useCourse } from '../../../data/course';
import type { ForumContext, Quoting } from '../context/forumContext';
import { writingOf, type Writing } from '../context/writing';
import { sayWhyNot } from '../../../ui/sayWhyNot';

/** What is being written in a forum, one thing at a time, and a passage on its way into it. The address may ask for a draft. */
export function useWriting(forum: string): Pick<ForumContext, 'writing' | 'write' | 'quoting' | 'quote'> {
  const course = useCourse().id;
  const [search] = useSearchParams();
  const [writing, setWriting] = useState<Writing | null>(() => writingOf(search.get('write')));
  const [quoting, setQuoting] = useState<Quoting | null>(null);
  const edited = useRef(search.get('write')?.match(/^edit:(.+)$/)?.[1]);
  useEffect(() => {
    const post = edited.current;
    if (!post) return;
    edited.current = undefined;
    call(getPostDoc, { course, forum, post }).then(
      (loaded) => setWriting({ kind: 'edit', postId: post, ...loaded }),
      sayWhyNot,
    );
  }, [course, forum]);
  return {
    writing,
    write: (next) => {
      setWriting(next);
      setQuoting(null);
    },
    quoting,
    quote: (from) => {
      if (from === null) return setQuoting(null);
      if (from.passage === '') return void toast('Select the passage you want to quote first.');
      if (writing === null || writing.kind === 'starter') setWriting({ kind: 'answer', parentId: from.post });
      setQuoting((before) => ({
        node: quotationNode(from.post, from.version, from.passage),
        n: (before?.n ?? 0) + 1,
      }));
    },
  };
}
