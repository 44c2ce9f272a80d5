import { useState } from 'react';
import type { PlannedForum } from '../../../contract/plan';
import type { Finding } from '../../../core/checks/check';
import { useCourse } from '../../data/course';
import { dateWords } from '../../ui/dateWords';
import { findingWords, type FindingWords } from '../../../words/findings';
import { FindingNote } from './editor/FindingNote';
import { DATE_WORDS } from '../../../words/schedule';
import type { Move } from './usePlanMoves';
import { useRepair } from './useRepair';
import { orSayWhyNot, sayWhyNot } from '../../ui/sayWhyNot';

/** A finding that can be repaired, with what the repair would do, or put aside with a reason. */
export function FindingItem({
  planned,
  finding,
  words,
  move,
  moveAbove,
  titleOf,
  putAside,
}: {
  planned: PlannedForum;
  finding: Finding;
  words: FindingWords;
  move: ((moves: readonly Move[], what: 'moved', label: string) => Promise<boolean>) | null;
  /** Puts the forum above another of its unit. */
  moveAbove: (planned: PlannedForum, above: string) => Promise<void>;
  titleOf: (forum: string) => string;
  putAside: (planned: PlannedForum, finding: Finding, reason: string) => Promise<void>;
}) {
  const course = useCourse();
  const [aside, setAside] = useState(false);
  const [why, setWhy] = useState('');
  const repair = useRepair(finding);
  const canEdit = course.role === 'instructor';
  const said = findingWords(finding, words);
  const dismiss = async () => {
    await orSayWhyNot(async () => {
      await putAside(planned, finding, why);
    });
  };
  const { forum } = planned;
  const button = 'cursor-pointer font-bold underline-offset-2 hover:underline';
  return (
    <div>
      <FindingNote severity={finding.severity} {...said}>
        {canEdit && (
          <span className="mt-1 flex flex-wrap gap-x-4">
            {repair && !('date' in repair) && move && (
              <button
                type="button"
                className={`${button} text-late`}

                onClick={() => void moveAbove(planned, repair.above).catch(sayWhyNot)}
              >
                Move it above “{titleOf(repair.above)}”
              </button>
            )}
            {repair && 'date' in repair && move && (
              <button
                type="button"
                className={`${button} text-late`}

                onClick={() =>
                  void move(
                    [
                      {
                        forumId: planned.id,
                        rules: {
                          ownTerms: forum.ownTerms,
                          seal: forum.seal,
                          schedule: { ...forum.schedule, [repair.date]: repair.at },
                        },
                      },
                    ],
                    'moved',
                    `${DATE_WORDS[repair.date].toLowerCase()} of ${planned.title}`,
                  )
                }
              >
                {DATE_WORDS[repair.date]}{' '}
                {forum.schedule[repair.date] !== null && (
                  <s className="font-normal">{dateWords(forum.schedule[repair.date]!, course.zone)}</s>
                )}{' '}
                → {repair.at === null ? 'no limit' : dateWords(repair.at, course.zone)}
              </button>
            )}
            {finding.severity === 'warning' && !aside && (
              <button
                type="button"
                className="quiet cursor-pointer hover:underline"
                onClick={() => setAside(true)}
              >
                Set aside
              </button>
            )}
          </span>
        )}
      </FindingNote>
      {aside && (
        <form
          className="mt-1 flex gap-2"
          onSubmit={(event) => {
            event.preventDefault();
            void dismiss();
          }}
        >
          <input
            className="input input-sm raised h-9 grow"
            aria-label="Why it can stay"
            placeholder="Why it can stay"
            autoFocus
            value={why}
            onChange={(event) => setWhy(event.target.value)}
          />
          <button className="btn btn-sm raised ruled h-9" disabled={why.trim() === ''}>
            Set aside
          </button>
        </form>
      )}
    </div>
  );
}
