import { useState } from 'react';
import { saveAnnouncement, type Announcement, type AnnouncedTo } from '../../../contract/announcements';
import { wallText } from '../../forms/wallText';
import { ApiProblem, call } from '../../data/api';
import { useCourse } from '../../data/course';
import { newId } from '../../data/newId';
import { PickMany } from '../../forms/PickMany';
import { DateInput } from '../../ui/dates/DateInput';
import { Dialog } from '../../ui/Dialog';
import { Problem } from '../../ui/Problem';
import { RadioLine } from '../../ui/RadioLine';
import { toast } from '../../ui/toast';
import { useSaving } from '../../ui/useSaving';

/** Announces something, or changes what was announced; what was typed stays while the server refuses it. */
export function WriteDialog({
  announcement,
  groups,
  close,
}: {
  /** null: a new one. */
  announcement: Announcement | null;
  groups: readonly { readonly id: string; readonly title: string }[];
  close: () => void;
}) {
  const course = useCourse();
  const [id] = useState(() => announcement?.id ?? newId());
  const [title, setTitle] = useState(announcement?.title ?? '');
  const [text, setText] = useState(announcement?.text ?? '');
  const before = announcement?.to ?? { kind: 'everyone' as const };
  const [isForAll, setForAll] = useState(before.kind === 'everyone');
  const [chosen, setChosen] = useState<readonly string[]>(
    before.kind === 'everyone' ? [] : [...before.sectionIds, ...before.groupIds],
  );
  const isOut = announcement !== null && !announcement.planned;
  const [later, setLater] = useState(announcement?.planned ?? false);
  const [at, setAt] = useState(announcement?.planned ? wallText(course.zone).encode(announcement.at) : '');
  const { busy, problem, setProblem, attempt } = useSaving();
  const save = () => {
    let moment: number | null = null;
    if (later && !isOut) {
      const read = wallText(course.zone).safeDecode(at);
      if (!read.success || read.data === null)
        return setProblem('Write when it is announced, or announce it now.');
      moment = read.data;
    }
    const to: AnnouncedTo = isForAll
      ? { kind: 'everyone' }
      : {
          kind: 'listed',
          sectionIds: chosen.filter((each) => course.sections.some((section) => section.id === each)),
          groupIds: chosen.filter((each) => groups.some((group) => group.id === each)),
        };
    void attempt(async () => {
      try {
        await call(
          saveAnnouncement,
          { course: course.id, announcement: id },
          { version: announcement?.version ?? 0, title, text, to, at: moment },
        );
      } catch (error) {
        // Of several fields the first; beside the button there is room for one sentence.
        throw error instanceof ApiProblem && error.first ? new Error(error.first.message) : error;
      }
      toast.success(later && !isOut ? 'Planned.' : isOut ? 'Saved.' : 'Announced.');
      close();
    });
  };
  return (
    <Dialog
      title={announcement === null ? 'Announce something' : 'Change the announcement'}
      onClose={close}
      wide
    >
      <form
        className="space-y-3"
        onSubmit={(event) => {
          event.preventDefault();
          save();
        }}
      >
        <label className="block">
          <span className="quiet block text-sm">Title</span>
          <input
            className="input raised w-full"
            value={title}
            maxLength={120}
            onChange={({ target }) => setTitle(target.value)}
          />
        </label>
        <label className="block">
          <span className="quiet block text-sm">What you announce</span>
          <textarea
            className="textarea raised w-full"
            rows={6}
            maxLength={5000}
            value={text}
            onChange={({ target }) => setText(target.value)}
          />
        </label>
        <fieldset>
          <legend className="quiet text-sm">To whom</legend>
          <RadioLine name="to" checked={isForAll} choose={() => setForAll(true)}>
            Everyone in the course
          </RadioLine>
          <RadioLine name="to" checked={!isForAll} choose={() => setForAll(false)}>
            Sections or groups
          </RadioLine>
          {!isForAll && (
            <div className="mt-2 pl-6">
              <PickMany items={[...course.sections, ...groups]} chosen={chosen} change={setChosen} />
            </div>
          )}
        </fieldset>
        {!isOut && (
          <fieldset>
            <legend className="quiet text-sm">When</legend>
            <RadioLine name="when" checked={!later} choose={() => setLater(false)}>
              Now
            </RadioLine>
            <RadioLine name="when" checked={later} choose={() => setLater(true)}>
              At a moment to come
            </RadioLine>
            {later && (
              <div className="mt-2 pl-6">
                <DateInput
                  aria-label="When it is announced"
                  value={at}
                  onChange={({ target }) => setAt(target.value)}
                />
              </div>
            )}
          </fieldset>
        )}
        <p className="quiet text-sm">
          {isOut
            ? 'Whoever has had it by mail keeps that mail as it was.'
            : 'Students find it among their notices, and get it by mail as they chose. Nobody is asked whether they opened it.'}
        </p>
        <Problem>{problem}</Problem>
        <button className="btn btn-primary" disabled={busy}>
          {isOut ? 'Save' : later ? 'Plan it' : 'Announce it now'}
        </button>
      </form>
    </Dialog>
  );
}
