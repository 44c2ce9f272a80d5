import { FailedPage } from '../../ui/FailedPage';
import { addresses } from '../../../words/addresses';
import { sameDay } from '../../../words/dates';
import { CheckCheck } from 'lucide-react';
import { useId } from 'react';
import { Link } from 'react-router';
import { toast } from '../../ui/toast';
import {
  getNotices,
  readNotices,
  setMailChoice,
  type MailChoice,
  type NoticeGroup,
} from '../../../contract/notices';
import { call } from '../../data/api';
import { useNow } from '../../data/clock';
import { useCourse } from '../../data/course';
import { useApi } from '../../data/useApi';
import { useVantage } from '../../data/vantage';
import { dayWords, duesIn } from '../../ui/dateWords';
import { Empty, Loading } from '../../ui/states';
import { useTitle } from '../../ui/useTitle';
import { When } from '../../ui/When';
import { dateChanges, noticeAddress, noticeWords } from '../../../words/notices';
import { orSayWhyNot } from '../../ui/sayWhyNot';
import { RadioLine } from '../../ui/RadioLine';

const CHOICES: readonly (readonly [MailChoice, string])[] = [
  ['atOnce', 'At once'],
  ['daily', 'Once a day'],
  ['none', 'Never'],
];

/** What concerns the person in this course, the newest first, and when they want mail about it. */
export function Notices() {
  const course = useCourse();
  const now = useNow();
  const isMine = useVantage() === null;
  const { data, error, mutate } = useApi(getNotices, { course: course.id });
  useTitle('Notices', course.title);
  if (!isMine)
    return (
      <Empty title="Notices are their own">
        What someone is told, and what of it they have read, is shown to nobody else.
      </Empty>
    );
  if (error && !data) return <FailedPage error={error} retry={() => void mutate()} />;
  if (!data) return <Loading what="Opening your notices" />;
  const read = async (keys: 'all' | readonly string[]) => {
    await orSayWhyNot(() =>
      call(readNotices, { course: course.id }, { keys: keys === 'all' ? 'all' : [...keys] }),
    );
  };
  const choose = async (choice: MailChoice) => {
    await orSayWhyNot(async () => {
      await call(setMailChoice, {}, { choice });
      toast.success(
        choice === 'none'
          ? 'You are sent no mail.'
          : choice === 'daily'
            ? 'You are sent one mail a day.'
            : 'You are sent mail at once.',
      );
    });
  };
  const days: { name: string; groups: NoticeGroup[] }[] = [];
  for (const group of data.groups) {
    const name = sameDay(group.at, now, course.zone) ? 'Today' : dayWords(group.at, course.zone);
    if (days.at(-1)?.name === name) days.at(-1)!.groups.push(group);
    else days.push({ name, groups: [group] });
  }
  return (
    <div className="mx-auto w-full max-w-3xl px-5 pt-6 pb-16">
      <div className="flex flex-wrap items-baseline justify-between gap-x-6 gap-y-2">
        <h1 className="text-2xl">Notices</h1>
        <Link to={addresses.announcements(course.id)} className="link-plain text-sm sm:ml-auto">
          Announcements
        </Link>
        {data.unread > 0 && (
          <button
            type="button"
            className="link-plain flex items-center gap-1 text-sm"
            onClick={() => void read('all')}
          >
            <CheckCheck className="size-4" aria-hidden />
            Mark all read
          </button>
        )}
      </div>
      <MailSetting choice={data.mail} choose={(choice) => void choose(choice)} />
      {data.groups.length === 0 && (
        <Empty title="Nothing to tell yet" level={2}>
          {course.role === 'student'
            ? 'Replies to your posts, what is due, scores and what people send you appear here.'
            : 'Replies to your posts, posts that wait for approval and what people send you appear here.'}
        </Empty>
      )}
      {days.map(({ name, groups }) => (
        <section key={name} aria-label={name} className="mt-6">
          <h2 className="label-caps ruled border-b pb-1.5 font-sans">{name}</h2>
          <ul>
            {groups.map((group) => (
              <NoticeRow key={group.keys[0]} notice={group} read={() => void read(group.keys)} />
            ))}
          </ul>
        </section>
      ))}
    </div>
  );
}

function NoticeRow({ notice, read }: { notice: NoticeGroup; read: () => void }) {
  const course = useCourse();
  return (
    <li className="ruled flex items-start gap-3 border-b py-3">
      <span
        aria-hidden
        className={`mt-2 size-2 shrink-0 rounded-full ${notice.read ? 'bg-transparent' : 'bg-river'}`}
      />
      <div className="min-w-0 grow">
        <Link
          to={noticeAddress(notice, course.id)}
          className="group block"
          onClick={() => {
            if (!notice.read) read();
          }}
        >
          <span className={`block group-hover:underline ${notice.read ? '' : 'font-bold'}`}>
            {!notice.read && <span className="sr-only">Unread: </span>}
            {noticeWords(notice, duesIn(course.zone))}
          </span>
          <span className="quiet block text-sm">{notice.forum}</span>
        </Link>
        {notice.line !== null && (
          <p className="ruled mt-1.5 border-l-2 pl-3 text-[0.95rem] whitespace-pre-line">{notice.line}</p>
        )}
        {notice.dates !== null && (
          <dl className="mt-1 text-sm">
            {dateChanges(notice.dates, duesIn(course.zone)).map(({ label, before, after }) => (
              <div key={label} className="num flex flex-wrap gap-x-2">
                <dt className="quiet">{label}:</dt>
                <dd>
                  {after} <span className="quiet">(was {before})</span>
                </dd>
              </div>
            ))}
          </dl>
        )}
      </div>
      <div className="shrink-0 text-right text-sm">
        <When at={notice.at} className="quiet num" />
        {!notice.read && (
          <button
            type="button"
            className="quiet mt-0.5 ml-auto block cursor-pointer hover:underline"
            onClick={read}
          >
            Mark read
          </button>
        )}
      </div>
    </li>
  );
}

function MailSetting({ choice, choose }: { choice: MailChoice; choose: (choice: MailChoice) => void }) {
  const name = useId();
  return (
    <fieldset className="quiet mt-3 flex flex-wrap items-center gap-x-4 gap-y-1 text-sm">
      <legend className="float-left mr-4">Mail about these:</legend>
      {CHOICES.map(([value, words]) => (
        <RadioLine
          key={value}
          name={name}
          checked={choice === value}
          choose={() => choose(value)}
          className="flex cursor-pointer items-center gap-1.5"
          size="radio-xs"
        >
          {words}
        </RadioLine>
      ))}
    </fieldset>
  );
}
