import { FailedPage } from '../../ui/FailedPage';
import { lazy, Suspense, useCallback, useRef, type RefObject } from 'react';
import { useParams } from 'react-router';
import type { ForumView } from '../../../contract/discuss';
import type { PostView } from '../../../contract/posts';
import { plural } from '../../../words/numbers';
import { useCourse } from '../../data/course';
import { useSession } from '../../data/session';
import { useWaitingPosts } from '../../data/unsent';
import { useEditorSoon } from '../../ui/editor/RichEditor';
import { useVantage } from '../../data/vantage';
import { Kbd } from '../../ui/keys';
import { Loading } from '../../ui/states';
import { useTitle } from '../../ui/useTitle';
import { BodiesProvider } from './context/bodies';
import { CurrentProvided } from './context/currentPost';
import { ForumProvided, PostProvided } from './context/forumContext';
import { ForumHead, Locked } from './ForumHead';
import { NothingYet } from './NothingYet';
import { Conversation } from './conversation/Conversation';
import { FindBar } from './conversation/FindBar';
import { Picked } from './conversation/Picked';
import type { Row } from './conversation/rows';
import { QuestionPart } from './conversation/QuestionPart';
import { Rail } from './conversation/Rail';
import { SelectionQuote } from './conversation/SelectionQuote';
import { StandingPanel } from './StandingPanel';
import { useForumPage, type ForumPage } from './useForumPage';
import { useTellVisit } from './useTellVisit';
import { Waiting } from './Waiting';

const Beside = lazy(async () => ({ default: (await import('./conversation/Beside')).Beside }));
const Stack = lazy(async () => ({ default: (await import('./conversation/Stack')).Stack }));

/** A forum: its prompt, what it asks of you, and the conversation. */
export function Forum() {
  useEditorSoon();
  const { forum } = useParams();
  return <OneForum key={forum} id={forum!} />;
}

function OneForum({ id }: { id: string }) {
  const course = useCourse();
  const findField = useRef<HTMLInputElement>(null);
  const page = useForumPage(id, findField);
  const { context, error, refresh } = page;
  useTitle(context?.forum.title, 'Discuss', course.title);
  useTellVisit(id, context !== null);
  if (context === null) {
    if (!error) return <Loading what="Opening the forum" />;
    return <FailedPage error={error} retry={refresh} />;
  }
  if (context.forum.phase === 'locked') return <Locked forum={context.forum} />;
  return (
    <BodiesProvider bodies={page.bodies}>
      <ForumProvided value={context}>
        <PostProvided value={page.ofPosts}>
          <CurrentProvided value={page.currentPost}>
            <Page page={page} forum={context.forum} current={context.current} findField={findField} />
          </CurrentProvided>
        </PostProvided>
      </ForumProvided>
    </BodiesProvider>
  );
}

interface PageProps {
  readonly page: ForumPage;
  readonly forum: ForumView;
  readonly findField: RefObject<HTMLInputElement | null>;
}

function Page({ page, forum, current, findField }: PageProps & { current: string | null }) {
  const { beside, conversation, order } = page;
  const { threads, posts } = conversation;
  const isStack = page.finding.view === 'stack';
  return (
    <>
      <div className="flex min-h-0 grow">
        {beside === null && <Rail forum={forum} threads={threads} current={current} />}
        <div className="mx-auto w-full max-w-[46rem] min-w-0 px-4 pt-5 pb-24 sm:px-8">
          {!isStack && <Head page={page} forum={forum} />}
          <Arrivals page={page} />
          {isStack ? (
            <Suspense>
              <Stack
                posts={conversation.apart ?? []}
                bodies={page.bodies}
                back={page.unfiltered}
                whole={page.whole}
                print={page.print}
              />
            </Suspense>
          ) : (
            <Posts page={page} forum={forum} findField={findField} />
          )}
        </div>
        {beside !== null && (
          <Suspense>
            <Beside threads={threads} post={beside} />
          </Suspense>
        )}
        {beside === null && forum.phase !== null && !isStack && (
          <aside
            aria-label="Your standing here"
            className="no-print hidden w-68 shrink-0 py-6 pr-5 min-[1240px]:block"
          >
            <div className="sticky top-20 max-h-[calc(100vh-6rem)] overflow-y-auto">
              <StandingPanel forum={forum} posts={posts} />
            </div>
          </aside>
        )}
      </div>
      <SelectionQuote />
      <Picked posts={posts} shown={order.all} letGo={() => page.pickThese([])} isStack={isStack} />
    </>
  );
}

/** The prompt and what is asked, what waits to be sent, and, where there is no room beside, one's standing. */
function Head({ page, forum }: Omit<PageProps, 'findField'>) {
  const course = useCourse().id;
  const person = useSession().state.person!.id;
  const unsent = useWaitingPosts(person).filter((post) => post.course === course && post.forum === forum.id);
  return (
    <ForumHead forum={forum} space={page.space}>
      {forum.phase !== null && (
        <details className="no-print min-[1240px]:hidden">
          <summary className="link-plain cursor-pointer text-sm">
            What counts, who replied to you, whom you replied to
          </summary>
          <div className="pt-3">
            <StandingPanel forum={forum} posts={page.conversation.posts} />
          </div>
        </details>
      )}
      <Waiting posts={unsent} taken={page.refresh} />
    </ForumHead>
  );
}

/** How many posts have come meanwhile; they are shown when they are asked for. */
function Arrivals({ page }: { page: ForumPage }) {
  const { waiting } = page.conversation;
  if (waiting.length === 0) return null;
  return (
    <p role="status" className="sticky top-16 z-10 mt-4 text-center">
      <button type="button" className="btn btn-primary btn-sm h-9 shadow-md" onClick={page.showArrivals}>
        {plural(waiting.length, 'new post')} · show <Kbd>N</Kbd>
      </button>
    </p>
  );
}

const isMine = ({ mine }: PostView) => mine;

/** The conversation, with what is looked for above it. */
function Posts({ page, forum, findField }: PageProps) {
  const course = useCourse();
  const looksAsOther = useVantage() !== null;
  const { conversation, rows, space } = page;
  const { talk, isFiltered, threads, posts, apart, left } = conversation;
  const question = useCallback(
    ({ question, number }: Extract<Row, { kind: 'question' }>) => (
      <QuestionPart question={question} number={number} space={space} />
    ),
    [space],
  );
  return (
    <div className={`ruled mt-6 border-t ${page.justUnsealed ? 'unsealing' : ''}`}>
      {talk.length > 1 && (
        <FindBar
          talk={talk}
          finding={page.finding}
          isStaff={course.role !== 'student'}
          unread={page.unread.size}
          nextUnread={page.nextUnread}
          markAll={page.markAll}
          left={left.length}
          field={findField}
          folding={apart === null ? page.folding : null}
          groupings={forum.groupings}
          pickAll={looksAsOther ? null : () => page.pickThese(page.order.all)}
        />
      )}
      {isFiltered && rows.length === 0 && <p className="quiet py-8">No post matches.</p>}
      {!isFiltered && threads.length === 0 && <NothingYet forum={forum} space={space} />}
      {forum.sealed !== null && posts.some(isMine) && (
        <h2 className="label-caps pt-4 font-sans">What you can read now</h2>
      )}
      <Conversation rows={rows} label="Posts" whole={page.whole} handle={page.setList} question={question} />
    </div>
  );
}
