import { useState } from 'react';
import { toast } from '../../../ui/toast';
import { excuse } from '../../../../contract/evaluate';
import { call } from '../../../data/api';
import { useCourse } from '../../../data/course';
import { pointWords } from '../../../../words/numbers';
import { When } from '../../../ui/When';
import { GiveToGroup } from './GiveToGroup';
import type { Sheet } from './useSheet';
import { orSayWhyNot } from '../../../ui/sayWhyNot';

/** How the score stands, and releasing it or excusing the student. */
export function SheetFoot({ sheet, toggleRelease }: { sheet: Sheet; toggleRelease: () => Promise<void> }) {
  const course = useCourse();
  const { now } = sheet;
  const { view } = now;
  const { score } = view;
  const [group, setGroup] = useState<{ id: string; title: string } | null>(null);
  const toggleExcused = async () => {
    await orSayWhyNot(async () => {
      await call(
        excuse,
        { course: course.id, forum: view.forum.id, student: view.student.id },
        { excused: !score.excused },
      );
      toast.success(
        score.excused
          ? `${view.student.given} is no longer excused.`
          : `${view.student.given} is excused from this forum.`,
      );
    });
  };
  return (
    <>
      <p className="quiet mt-3 text-xs">
        {score.givenAt !== null && score.points !== null && (
          <>
            {pointWords(score.points)} given <When at={score.givenAt} />
            {score.givenBy && ` by ${score.givenBy}`}
            {score.releasedAt !== null ? (
              <>
                , released <When at={score.releasedAt} />
              </>
            ) : (
              ', not released'
            )}
            .{' '}
          </>
        )}
        {now.dirty ? 'Saving …' : score.version > 0 && score.points === null ? 'Saved, not given yet.' : ''}
      </p>
      <p className="mt-2 flex flex-wrap gap-x-4 text-sm">
        {score.points !== null && !score.excused && (
          <button type="button" className="link-plain" onClick={() => void toggleRelease()}>
            {score.releasedAt === null ? `Release to ${view.student.given}` : 'Withdraw'}
          </button>
        )}
        {!score.excused &&
          view.reading?.second !== true &&
          view.groups.map((each) => (
            <button key={each.id} type="button" className="link-plain" onClick={() => setGroup(each)}>
              Give to all of {each.title}
            </button>
          ))}
        <button type="button" className="link-plain" onClick={() => void toggleExcused()}>
          {score.excused ? 'No longer excuse' : `Excuse ${view.student.given}`}
        </button>
      </p>
      {group && <GiveToGroup sheet={sheet} group={group} onClose={() => setGroup(null)} />}
    </>
  );
}
