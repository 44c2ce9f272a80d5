import { useCallback } from 'react';
import type { ReactNode, Ref, RefObject } from 'react';
import { Link, useLocation } from 'react-router';
import { Context } from './Context';
import { useForumContext } from '../context/forumContext';
import { PostItem } from './PostItem';
import { RowList, type RowListHandle } from './RowList';
import type { PostRow, Row } from './rows';
import { withoutFilters } from './useFinding';

/** The rows of a conversation: posts in their threads or one by one, and questions with the place to answer them. */
export function Conversation({
  rows,
  label,
  whole = false,
  prefix = 'post',
  handle,
  scroller,
  question,
}: {
  rows: readonly Row[];
  label: string;
  /** Lays out everything. */
  whole?: boolean;
  prefix?: 'post' | 'beside';
  handle?: Ref<RowListHandle>;
  scroller?: RefObject<HTMLElement | null>;
  question?: (row: Extract<Row, { kind: 'question' }>) => ReactNode;
}) {
  const { writing, current } = useForumContext();
  const pinned = new Set<string>();
  for (const { kind, key } of rows) if (kind === 'question') pinned.add(key);
  if (writing?.kind === 'answer') pinned.add(writing.parentId);
  if (writing?.kind === 'edit') pinned.add(writing.postId);
  if (current !== null) pinned.add(current);
  const render = useCallback(
    (row: Row, place: { at: number; of: number }) =>
      row.kind === 'question' ? question?.(row) : <PostInRow row={row} place={place} prefix={prefix} />,
    [question, prefix],
  );
  return (
    <RowList
      rows={rows}
      label={label}
      whole={whole}
      pinned={pinned}
      handle={handle}
      scroller={scroller}
      render={render}
    />
  );
}

function PostInRow({
  row,
  place,
  prefix,
}: {
  row: PostRow;
  place: { at: number; of: number };
  prefix: 'post' | 'beside';
}) {
  const { search } = useLocation();
  const { post, answers } = row.placed;
  return (
    <div className={row.opens && place.at > 1 ? 'ruled border-t pt-2' : ''}>
      <PostItem
        row={row}
        place={place}
        prefix={prefix}
        above={row.alone && answers && <Context answers={answers} />}
        after={
          row.alone && (
            <Link
              to={{ search: withoutFilters(new URLSearchParams(search)).toString(), hash: `post-${post.id}` }}
              className="link-plain no-print mt-1 inline-block text-sm"
            >
              Read it in the conversation
            </Link>
          )
        }
      />
    </div>
  );
}
