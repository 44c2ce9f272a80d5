import { addresses } from '../../../words/addresses';
import { Bell, BellRing, Headphones, Rss } from 'lucide-react';
import { lazy, Suspense, useState, type ReactNode } from 'react';
import { Link } from 'react-router';
import { toast } from '../../ui/toast';
import type { ForumView } from '../../../contract/discuss';
import { setFollow } from '../../../contract/notices';
import { call } from '../../data/api';
import { useCourse } from '../../data/course';
import { useVantage } from '../../data/vantage';
import { dateWords } from '../../ui/dateWords';
import { HowScored } from '../../ui/HowScored';
import { Prose } from '../../ui/Prose';
import { Empty } from '../../ui/states';
import { SpaceChoice } from './conversation/SpaceChoice';
import { FreezeForum } from './moderate/FreezeForum';
import { OpeningComposer } from './writing/OpeningComposer';
import { ClosedNotice, SealNotice, YourPart } from './YourPart';
import { YourReviews } from './YourReviews';
import { orSayWhyNot } from '../../ui/sayWhyNot';

const Player = lazy(async () => ({ default: (await import('./Player')).Player }));
const FeedDialog = lazy(async () => ({ default: (await import('./FeedDialog')).FeedDialog }));
const SendDialog = lazy(async () => ({ default: (await import('./post/SendDialog')).SendDialog }));

/** A forum that has to be opened elsewhere first. */
export function Locked({ forum }: { forum: ForumView }) {
  const course = useCourse();
  return (
    <Empty title={forum.title}>
      This opens when you have made{' '}
      {forum.unmet.map(({ forumId, title, condition }, index) => (
        <span key={forumId}>
          {index > 0 && ' and '}
          {condition} in{' '}
          <Link className="link-plain" to={addresses.forum(course.id, forumId)}>
            {title}
          </Link>
        </span>
      ))}
      .
      {forum.dates.postingFrom !== null &&
        ` Posting is from ${dateWords(forum.dates.postingFrom, course.zone)}.`}
    </Empty>
  );
}

/** Being told of new posts here. */
function Follow({ forum }: { forum: ForumView }) {
  const course = useCourse().id;
  const Icon = forum.followed ? BellRing : Bell;
  const toggle = async () => {
    await orSayWhyNot(async () => {
      await call(setFollow, { course, forum: forum.id }, { follow: !forum.followed });
      toast.success(
        forum.followed
          ? 'You will no longer be told of new posts here.'
          : 'You will be told of new posts here.',
      );
    });
  };
  return (
    <button
      type="button"
      className="link-plain inline-flex items-center gap-1"
      aria-pressed={forum.followed}
      onClick={() => void toggle()}
    >
      <Icon className="size-3.5" aria-hidden />
      {forum.followed ? 'Following' : 'Follow'}
    </button>
  );
}

/** What stands above a conversation: title, prompt, what it asks, and the place to answer it. */
export function ForumHead({
  forum,
  space,
  children,
}: {
  forum: ForumView;
  space: ForumView['spaces'][number] | null;
  children: ReactNode;
}) {
  const course = useCourse();
  const unit = course.units.findIndex(({ id }) => id === forum.unitId);
  const isStaff = course.role !== 'student';
  const isMine = useVantage() === null;
  const [sending, setSending] = useState(false);
  const [feeding, setFeeding] = useState(false);
  const [listening, setListening] = useState(false);
  return (
    <>
      <p className="label-caps lg:hidden">{unit >= 0 ? `Unit ${unit + 1}` : 'On top'}</p>
      <div className="flex flex-wrap items-baseline justify-between gap-x-6">
        <h1 id="prompt" className="scroll-mt-20 text-2xl leading-snug sm:text-[1.7rem]">
          {forum.title}
        </h1>
        <p className="no-print flex flex-wrap gap-x-4 gap-y-1 text-sm">
          {isMine && <Follow forum={forum} />}
          {forum.hears && (
            <button
              type="button"
              className="link-plain inline-flex items-center gap-1"
              aria-pressed={listening}
              onClick={() => setListening(!listening)}
            >
              <Headphones className="size-3.5" aria-hidden />
              Listen
            </button>
          )}
          {isMine && forum.feed && (
            <button
              type="button"
              className="link-plain inline-flex items-center gap-1"
              onClick={() => setFeeding(true)}
            >
              <Rss className="size-3.5" aria-hidden />
              Feed
            </button>
          )}
          {isMine && (
            <button type="button" className="link-plain" onClick={() => setSending(true)}>
              Send to …
            </button>
          )}
          {isStaff && (
            <>
              {forum.status === 'draft' && <b className="text-late">draft: students do not see it</b>}
              {course.role === 'instructor' && (
                <Link className="link-plain" to={addresses.editForum(course.id, forum.id)}>
                  Settings
                </Link>
              )}
              {forum.reviews && (
                <Link className="link-plain" to={addresses.reviewing(course.id, forum.id)}>
                  Reviews
                </Link>
              )}
              {forum.scoring !== null && (
                <Link className="link-plain" to={addresses.docket(course.id, forum.id)}>
                  Docket
                </Link>
              )}
              <Link className="link-plain" to={addresses.moderate(course.id, forum.id)}>
                Moderate
                {forum.care !== null && forum.care.waiting > 0 && (
                  <b className="num text-late">
                    {' '}
                    ({forum.care.waiting} {forum.care.waiting === 1 ? 'waits' : 'wait'})
                  </b>
                )}
                {forum.care !== null && forum.care.reported > 0 && (
                  <b className="num text-seal"> ({forum.care.reported} reported)</b>
                )}
              </Link>
            </>
          )}
        </p>
      </div>
      {listening && (
        <Suspense>
          <Player forum={forum.id} close={() => setListening(false)} />
        </Suspense>
      )}
      {feeding && (
        <Suspense>
          <FeedDialog forum={forum.id} title={forum.title} close={() => setFeeding(false)} />
        </Suspense>
      )}
      {sending && (
        <Suspense>
          <SendDialog
            forum={forum.id}
            title={`Send “${forum.title}” to someone`}
            onClose={() => setSending(false)}
          />
        </Suspense>
      )}
      {isStaff && forum.frozen && (
        <p className="rounded-box mt-3 flex flex-wrap items-center gap-x-4 px-4 py-2 bg-late-wash">
          <b className="text-late">Frozen: only staff write here.</b>
          {isMine && <FreezeForum forum={forum} />}
        </p>
      )}
      <div className="mt-4 space-y-5">
        <YourPart forum={forum} />
        {forum.reviews && course.role === 'student' && <YourReviews forum={forum.id} />}
        {children}
        <Prose html={forum.promptHtml} />
        {forum.scoring && <HowScored scoring={forum.scoring} />}
        {forum.phase !== null && <ClosedNotice forum={forum} />}
        <SpaceChoice forum={forum} chosen={space} />
        {forum.openings !== 'answerQuestions' && (
          <>
            <OpeningComposer space={space} />
            <SealNotice forum={forum} />
          </>
        )}
      </div>
    </>
  );
}
