import { Pin } from 'lucide-react';
import type { PlannedForum } from '../../../../contract/plan';
import type { Finding } from '../../../../core/checks/check';
import { useCourse } from '../../../data/course';
import { dayWords, timeWords } from '../../../ui/dateWords';
import { SealMark } from '../../../ui/SealMark';

const shortDue = (at: number, zone: string) => `${dayWords(at, zone).slice(0, 3)} ${timeWords(at, zone)}`;

/** A forum's name beside its strip, with its state and its due dates, so that they are read without hovering. */
export function StripName({ planned, findings }: { planned: PlannedForum; findings: readonly Finding[] }) {
  const { zone } = useCourse();
  const { forum } = planned;
  const draft = forum.status === 'draft';
  const { initialDue, repliesDue, reviewsDue } = forum.schedule;
  const last = forum.required.replies > 0 ? 'replies' : 'last';
  const dues = [
    ...(initialDue === null ? [] : [`first ${shortDue(initialDue, zone)}`]),
    ...(repliesDue === null ? [] : [`${last} ${shortDue(repliesDue, zone)}`]),
    ...(reviewsDue === null ? [] : [`reviews ${shortDue(reviewsDue, zone)}`]),
  ];
  return (
    <>
      <span className="flex items-center gap-2">
        <span className={`truncate ${draft ? 'quiet italic' : 'font-medium'}`} title={planned.title}>
          {planned.title}
        </span>
        {planned.pinned !== null && <Pin className="size-3 shrink-0 opacity-60" aria-label="pinned on top" />}
        {draft && <span className="quiet shrink-0 text-xs">draft</span>}
        {forum.frozen && <span className="quiet shrink-0 text-xs">frozen</span>}
        {forum.seal && <SealMark size={13} label="sealed" />}
        {findings.length > 0 && (
          <span className="shrink-0 rounded border px-1.5 text-xs font-semibold text-late border-late-fill">
            {findings.some((finding) => finding.severity === 'error') ? 'error' : 'check'}
          </span>
        )}
      </span>
      {dues.length > 0 && (
        <span className="quiet num hidden truncate text-xs leading-tight min-[900px]:block">
          {dues.join(' · ')}
        </span>
      )}
    </>
  );
}
