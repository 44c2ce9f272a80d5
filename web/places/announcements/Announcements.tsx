import { Megaphone } from 'lucide-react';
import { lazy, Suspense, useState } from 'react';
import { listAnnouncements, removeAnnouncement, type Announcement } from '../../../contract/announcements';
import { call } from '../../data/api';
import { useCourse } from '../../data/course';
import { useApi } from '../../data/useApi';
import { useVantage } from '../../data/vantage';
import { FailedPage } from '../../ui/FailedPage';
import { orSayWhyNot } from '../../ui/sayWhyNot';
import { Empty, Loading } from '../../ui/states';
import { toast } from '../../ui/toast';
import { useTitle } from '../../ui/useTitle';
import { When } from '../../ui/When';

const WriteDialog = lazy(async () => ({ default: (await import('./WriteDialog')).WriteDialog }));

/** One announcement: what, by whom and when; to staff also to whom. */
function Announced({
  announcement,
  toWhom,
  change,
}: {
  announcement: Announcement;
  toWhom: string | null;
  change: () => void;
}) {
  const course = useCourse().id;
  const { id, title, text, by, at, planned, mayChange } = announcement;
  const [asking, setAsking] = useState(false);
  const remove = () =>
    orSayWhyNot(async () => {
      await call(removeAnnouncement, { course, announcement: id });
      toast.success('Removed.');
    });
  return (
    <article aria-label={title} id={id} className="ruled scroll-mt-20 border-b py-4 last:border-0">
      <h2 className="text-lg">{title}</h2>
      <p className="quiet flex flex-wrap gap-x-2 text-sm">
        <span>{by.name}</span>
        {planned ? (
          <b className="text-late">
            is told <When at={at} />
          </b>
        ) : (
          <When at={at} className="num" />
        )}
        {toWhom !== null && <span>to {toWhom}</span>}
      </p>
      <p className="mt-2 max-w-[46rem] whitespace-pre-line">{text}</p>
      {mayChange && (
        <p className="mt-2 flex flex-wrap gap-x-4 text-sm">
          <button type="button" className="link-plain" onClick={change}>
            Change<span className="sr-only"> “{title}”</span>
          </button>
          {asking ? (
            <>
              <button type="button" className="link-plain text-error" onClick={() => void remove()}>
                Remove it for everybody
              </button>
              <button type="button" className="link-plain" onClick={() => setAsking(false)}>
                Cancel
              </button>
            </>
          ) : (
            <button type="button" className="link-plain" onClick={() => setAsking(true)}>
              Remove …<span className="sr-only"> “{title}”</span>
            </button>
          )}
        </p>
      )}
    </article>
  );
}

/** What staff announced, the newest first; staff write it here, and see what is planned. */
export function Announcements() {
  const course = useCourse();
  const isMine = useVantage() === null;
  const isStaff = course.role !== 'student';
  useTitle('Announcements', course.title);
  const { data, error, mutate } = useApi(listAnnouncements, { course: course.id });
  const [writing, setWriting] = useState<Announcement | 'new' | null>(null);
  if (error && !data) return <FailedPage error={error} retry={() => void mutate()} />;
  if (!data) return <Loading what="Opening the announcements" />;
  const names = new Map([...course.sections, ...data.groups].map(({ id, title }) => [id, title]));
  const toWhom = ({ to }: Announcement) =>
    to === null
      ? null
      : to.kind === 'everyone'
        ? 'everyone'
        : new Intl.ListFormat('en-GB').format(
            [...to.sectionIds, ...to.groupIds].map((id) => names.get(id) ?? 'a group that is gone'),
          );
  const write = (
    <button type="button" className="btn btn-primary btn-sm h-9" onClick={() => setWriting('new')}>
      <Megaphone className="size-4" aria-hidden />
      Announce something
    </button>
  );
  return (
    <div className="mx-auto w-full max-w-3xl px-5 pt-6 pb-20">
      <div className="flex flex-wrap items-center justify-between gap-x-6 gap-y-2">
        <h1 className="text-2xl">Announcements</h1>
        {isStaff && isMine && write}
      </div>
      {data.announcements.length === 0 ? (
        <Empty title="Nothing announced yet" level={2}>
          {isStaff
            ? 'What you announce reaches a class, a section or a group as a notice and by mail, now or at a moment you choose.'
            : 'What your instructors announce appears here and among your notices.'}
        </Empty>
      ) : (
        <div className="mt-2">
          {data.announcements.map((announcement) => (
            <Announced
              key={announcement.id}
              announcement={announcement}
              toWhom={toWhom(announcement)}
              change={() => setWriting(announcement)}
            />
          ))}
        </div>
      )}
      {writing !== null && (
        <Suspense>
          <WriteDialog
            announcement={writing === 'new' ? null : writing}
            groups={data.groups}
            close={() => setWriting(null)}
          />
        </Suspense>
      )}
    </div>
  );
}
