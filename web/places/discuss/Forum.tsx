import { useCallback, useEffect, useMemo, useRef, useState } from 'react';
import { useNavigate, useParams } from 'react-router';
import { toast } from 'sonner';
import { useSWRConfig } from 'swr';
import { getForum, type ForumView } from '../../../contract/discuss';
import { ApiProblem } from '../../data/api';
import { useCourse } from '../../data/course';
import { useIsLive } from '../../data/live';
import { useWaitingPosts } from '../../data/unsent';
import { useSession } from '../../data/session';
import { useAddress } from '../../data/useAddress';
import { useApi } from '../../data/useApi';
import { useVantage } from '../../data/vantage';
import { Kbd } from '../../ui/keys';
import { NotFound } from '../../ui/NotFound';
import { plural } from '../../../words/numbers';
import { Failed, Loading } from '../../ui/states';
import { useTitle } from '../../ui/useTitle';
import { ForumHead, Locked } from './ForumHead';
import { Beside } from './reading/Beside';
import { BodiesProvider, useBodies } from './context/bodies';
import { Conversation } from './reading/Conversation';
import { FindBar } from './reading/FindBar';
import { ForumProvided, type ForumContext } from './context/forumContext';
import { Picked } from './reading/Picked';
import { QuestionPart } from './reading/QuestionPart';
import { Rail } from './reading/Rail';
import type { RowListHandle } from './reading/RowList';
import { SelectionQuote } from './reading/SelectionQuote';
import { Stack } from './reading/Stack';
import { useConversation } from './reading/useConversation';
import { useFinding, withoutFilters } from './reading/useFinding';
import { useFolding } from './reading/useFolding';
import { useForumKeys } from './reading/useForumKeys';
import { usePrinting } from './reading/usePrinting';
import { useGoing } from './reading/useGoing';
import { useLiveForum } from './reading/useLiveForum';
import { useReading } from './context/useReading';
import { useRows } from './reading/useRows';
import { StandingPanel } from './StandingPanel';
import { Waiting } from './Waiting';
import { sayUnsealed } from './writing/Composer';
import { useWriting } from './writing/useWriting';

/** A forum: its prompt, what it asks of you, and the conversation. */
export function Forum() {
  const { forum } = useParams();
  return <ForumPage key={forum} id={forum!} />;
}

/** Polling, while nothing arrives by itself: seldom where an answer is long. */
const refreshAfter = (forum: ForumView | undefined) => ((forum?.posts.length ?? 0) > 1000 ? 120_000 : 30_000);

/** Whether what a poll brings is what is here already; as text, for there may be ten thousand posts in it. */
const isSame = (one: ForumView | undefined, other: ForumView | undefined) =>
  one === other || JSON.stringify(one) === JSON.stringify(other);

function ForumPage({ id }: { id: string }) {
  const course = useCourse();
  const person = useSession().state.person!.id;
  const navigate = useNavigate();
  const { mutate: mutateAll } = useSWRConfig();
  const isLive = useIsLive();
  const { data, error, mutate } = useApi(
    getForum,
    { course: course.id, forum: id },
    { refreshInterval: isLive ? 0 : refreshAfter, compare: isSame },
  );
  const { search, set } = useAddress();
  const { writing, write, quoting, quote } = useWriting(id);
  const looksAsOther = useVantage() !== null;
  const [picks, setPicks] = useState<ReadonlySet<string>>(new Set());
  const [justUnsealed, setJustUnsealed] = useState(false);
  const findField = useRef<HTMLInputElement>(null);
  const [list, setList] = useState<RowListHandle | null>(null);
  useTitle(data?.title, 'Discuss', course.title);
  const asked = search.get('space');
  // A journal is always somebody's; elsewhere no choice means everything.
  const space = data?.spaces.find(({ id: spaceId }) => spaceId === asked) ?? null;
  const bodies = useBodies(data, id);
  useLiveForum({ course: course.id, forum: id }, bodies, mutate);
  const finding = useFinding(data);
  const pickedNames = search.get('posts');
  const picked = useMemo(() => pickedNames?.split('.') ?? [], [pickedNames]);
  const talkIn = useConversation(data, space?.id, finding, picked);
  const { posts, threads, talk, left, isFiltered, apart, waiting, showAll } = talkIn;
  const folding = useFolding(threads);
  const reading = useReading(data, mutate);
  const rows = useRows(data, threads, apart, folding);
  const unread = useMemo(() => new Set(talk.filter(({ read }) => !read).map((each) => each.id)), [talk]);
  const order = useMemo(
    () => ({
      shown: rows.flatMap((row) => (row.kind === 'post' ? [row.key] : [])),
      all: (apart ?? threads.flatMap((thread) => thread.posts)).map(({ post }) => post.id),
    }),
    [rows, apart, threads],
  );
  const { whole, print } = usePrinting(() => bodies.all(order.shown));

  const { current, goTo } = useGoing({
    isThere: data !== undefined,
    order,
    apart: apart !== null,
    folding,
    list,
  });
  const showArrivals = () => {
    if (!data || waiting.length === 0) return;
    showAll();
    finding.clear();
    void navigate(
      {
        search: withoutFilters(new URLSearchParams(window.location.search)).toString(),
        hash: `post-${waiting[0]!.id}`,
      },
      { replace: true },
    );
  };
  const isHere = useCallback((post: string) => apart === null || order.shown.includes(post), [apart, order]);
  const changed = useCallback(
    (unsealed: boolean, postId?: string) => {
      void mutate().then((fresh) => {
        if (!postId || (unsealed && fresh)) return;
        const go = (search: string) => void navigate({ search, hash: `post-${postId}` }, { replace: true });
        // Whoever answers one post after the other of what they looked for goes on there.
        if (isHere(postId)) go(window.location.search);
        else
          toast.success('It is sent.', {
            action: {
              label: 'Show it',
              onClick: () => go(withoutFilters(new URLSearchParams(window.location.search)).toString()),
            },
          });
      });
      void mutateAll((key) => typeof key === 'string' && /\/(my-work|would)\b/.test(key));
    },
    [mutate, mutateAll, navigate, isHere],
  );
  // The seal opens by one's own post here or in another tab, or by the clock: everything behind it is shown at once.
  const [wasSealed, setWasSealed] = useState(false);
  const isSealed = data !== undefined && data.sealed !== null;
  if (data && wasSealed !== isSealed) {
    setWasSealed(isSealed);
    if (wasSealed) {
      setJustUnsealed(true);
      showAll();
    }
  }
  // Where each question is sealed on its own, answering one opens what others answered to it.
  const [sealedQuestions, setSealedQuestions] = useState('');
  const nowSealed = data?.questions.flatMap(({ id: question, sealed }) => (sealed ? [question] : [])) ?? [];
  if (data && sealedQuestions !== nowSealed.join(' ')) {
    setSealedQuestions(nowSealed.join(' '));
    if (sealedQuestions.split(' ').some((question) => question !== '' && !nowSealed.includes(question)))
      showAll();
  }
  const others = justUnsealed ? (data?.posts.filter((post) => post.authorId !== data.me).length ?? 0) : null;
  const told = useRef(false);
  useEffect(() => {
    if (others === null || told.current) return;
    told.current = true;
    sayUnsealed(others);
  }, [others]);
  const outbox = useWaitingPosts(person).filter((post) => post.course === course.id && post.forum === id);
  const hands: ForumContext | null = data
    ? {
        forum: data,
        writing,
        write,
        changed,
        reading,
        fold: (post, away) => folding.fold([post], away),
        picks,
        pick: (post, on) =>
          setPicks((before) => {
            const next = new Set(before);
            if (on) next.add(post);
            else next.delete(post);
            return next;
          }),
        openBeside: (post) => set({ beside: post ?? '' }, { push: true }),
        goTo,
        current,
        quoting,
        quote,
      }
    : null;
  const { nextUnread } = useForumKeys({
    posts,
    order,
    unread,
    bodies,
    hands: hands ?? NO_HANDS,
    findField,
    goTo,
    showArrivals,
    print: () => void print(),
  });
  if (error && !data) {
    return error instanceof ApiProblem && error.problem.status === 404 ? (
      <NotFound />
    ) : (
      <Failed error={error} retry={() => void mutate()} />
    );
  }
  if (!data || !hands) return <Loading what="Opening the forum" />;
  if (data.phase === 'locked') return <Locked forum={data} />;
  const beside = search.get('beside');
  const isStack = finding.view === 'stack';
  const bar = talk.length > 1 && (
    <FindBar
      talk={talk}
      finding={finding}
      isStaff={course.role !== 'student'}
      unread={unread.size}
      nextUnread={nextUnread}
      markAll={(read) =>
        void reading.mark(
          talk.filter((each) => each.read !== read && !each.mine).map((each) => each.id),
          read,
        )
      }
      left={left.length}
      field={findField}
      folding={apart === null ? folding : null}
      groupings={data.groupings}
      pickAll={looksAsOther ? null : () => setPicks(new Set(order.all))}
    />
  );
  return (
    <BodiesProvider bodies={bodies}>
      <ForumProvided value={hands}>
        <div className="flex min-h-0 grow">
          {beside === null && <Rail forum={data} threads={threads} current={current} />}
          <div className="mx-auto w-full max-w-[46rem] min-w-0 px-4 pt-5 pb-24 sm:px-8">
            {!isStack && (
              <ForumHead forum={data} space={space}>
                {data.phase !== null && (
                  <details className="no-print min-[1240px]:hidden">
                    <summary className="link-plain cursor-pointer text-sm">
                      What counts, who answered you, whom you answered
                    </summary>
                    <div className="pt-3">
                      <StandingPanel forum={data} posts={posts} />
                    </div>
                  </details>
                )}
                <Waiting posts={outbox} taken={() => void mutate()} />
              </ForumHead>
            )}
            {waiting.length > 0 && (
              <p role="status" className="sticky top-16 z-10 mt-4 text-center">
                <button type="button" className="btn btn-primary btn-sm h-9 shadow-md" onClick={showArrivals}>
                  {plural(waiting.length, 'new post')} · show <Kbd>N</Kbd>
                </button>
              </p>
            )}
            {isStack ? (
              <Stack
                posts={apart ?? []}
                bodies={bodies}
                back={withoutFilters(search).toString()}
                whole={whole}
                print={() => void print()}
              />
            ) : (
              <div className={`ruled mt-6 border-t ${justUnsealed ? 'unsealing' : ''}`}>
                {bar}
                {isFiltered && rows.length === 0 && <p className="quiet py-8">No post here is like that.</p>}
                {!isFiltered && threads.length === 0 && <NothingYet forum={data} space={space} />}
                {data.sealed !== null && posts.some(({ mine }) => mine) && (
                  <h2 className="label-caps pt-4 font-sans">What you can read now</h2>
                )}
                <Conversation
                  rows={rows}
                  label="Posts"
                  whole={whole}
                  handle={setList}
                  question={({ question, number }) => (
                    <QuestionPart question={question} number={number} space={space} />
                  )}
                />
              </div>
            )}
          </div>
          {beside !== null && <Beside threads={threads} post={beside} />}
          {beside === null && data.phase !== null && !isStack && (
            <aside
              aria-label="Your standing here"
              className="no-print hidden w-68 shrink-0 py-6 pr-5 min-[1240px]:block"
            >
              <div className="sticky top-20 max-h-[calc(100vh-6rem)] overflow-y-auto">
                <StandingPanel forum={data} posts={posts} />
              </div>
            </aside>
          )}
        </div>
        <SelectionQuote />
        <Picked posts={posts} shown={order.all} letGo={() => setPicks(new Set())} isStack={isStack} />
      </ForumProvided>
    </BodiesProvider>
  );
}

const nothing = () => undefined;
/** Before the forum is there, its keys do nothing. */
const NO_HANDS: Parameters<typeof useForumKeys>[0]['hands'] = {
  reading: { watch: () => nothing, mark: async () => undefined, bookmark: async () => undefined },
  write: nothing,
  picks: new Set(),
  pick: nothing,
  openBeside: nothing,
  quote: nothing,
};

function NothingYet({ forum, space }: { forum: ForumView; space: ForumView['spaces'][number] | null }) {
  if (forum.sealed !== null || forum.openings === 'answerQuestions') return null;
  const isStaff = forum.phase === null;
  return (
    <p className="quiet py-8">
      {forum.phase === 'announced'
        ? 'Nothing has been written yet; posting has not opened.'
        : forum.readers === 'staff'
          ? isStaff
            ? space === null
              ? 'No entries yet. Choose whose journal to read or write in.'
              : `${space.title} has written nothing here yet.`
            : 'Your journal is empty. Only staff and you read it.'
          : 'Nobody has written yet. The first post opens the conversation.'}
    </p>
  );
}
