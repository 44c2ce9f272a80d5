import { useMemo, useState } from 'react';
import type { ForumRules } from '../../../../contract/forumSettings';
import type { KeptGuide } from '../../../../contract/guides';
import { getForumSettings } from '../../../../contract/plan';
import type { Guide } from '../../../../core/course/evaluation';
import { evaluationWith } from '../../../../core/scoring/guide';
import { useCourse } from '../../../data/course';
import { useApi } from '../../../data/useApi';
import { Dialog } from '../../../ui/Dialog';
import { plural } from '../../../../words/numbers';
import { Rehearsal } from '../rehearsal/Rehearsal';
import type { ScoresChoice } from '../rehearsal/ScoresMove';
import { useRehearsal } from '../rehearsal/useRehearsal';
import { RadioLine } from '../../../ui/RadioLine';

type Use = KeptGuide['usedIn'][number];

/** What becomes of a forum that uses a guide: it keeps what it has (null), or takes the guide over. */
export type Taken = ScoresChoice | null;

const CHOICES: readonly (readonly [Taken, string])[] = [
  [null, 'keeps what it has'],
  [{ give: 'stay', overrides: false }, 'takes the change; given scores stay'],
  [{ give: 'anew', overrides: false }, 'takes the change; scores are given again by it'],
];

function Forum({
  use,
  guideId,
  guide,
  taken,
  take,
}: {
  use: Use;
  guideId: string;
  guide: Guide;
  taken: Taken;
  take: (taken: Taken) => void;
}) {
  const course = useCourse();
  const [looks, setLooks] = useState(false);
  const saved = useApi(getForumSettings, { course: course.id, forum: use.forumId });
  const settings = useMemo(() => {
    const before = saved.data?.settings;
    if (!before || before.rules.evaluation === null) return null;
    const evaluation = evaluationWith(before.rules.evaluation, guideId, guide) as ForumRules['evaluation'];
    return { ...before, rules: { ...before.rules, evaluation } };
  }, [saved.data, guideId, guide]);
  const rehearsed = useRehearsal(course.id, use.forumId, use.published ? settings : null);
  const moves = rehearsed.found?.moves ?? null;
  const moving = moves?.filter(({ stands, stays }) => stands === 'given' && stays === null).length ?? 0;
  return (
    <fieldset className="ruled border-b py-3">
      <legend className="float-left font-semibold">{use.title}</legend>
      <p className="quiet num clear-both text-sm">
        {plural(use.given, 'given score')}
        {use.published && moves !== null && `, ${moving} would move`}
        {use.differs && ' · was changed there; taking the change replaces that'}
        {moves !== null && moves.length > 0 && (
          <>
            {' · '}
            <button
              type="button"
              className="link-plain"
              aria-expanded={looks}
              onClick={() => setLooks(!looks)}
            >
              {looks ? 'Fold' : 'Show which'}
            </button>
          </>
        )}
      </p>
      <div className="mt-1.5 space-y-1">
        {CHOICES.filter(([choice]) => choice?.give !== 'anew' || use.given > 0).map(([choice, words]) => (
          <RadioLine
            key={words}
            name={`use-${use.forumId}`}
            checked={JSON.stringify(taken) === JSON.stringify(choice)}
            choose={() => take(choice)}
          >
            {words}
          </RadioLine>
        ))}
      </div>
      {looks && (
        <div className="mt-3">
          <Rehearsal rehearsed={rehearsed} unread={false} />
        </div>
      )}
    </fieldset>
  );
}

/** Before a guide that forums use is saved: which of them take it over, and what that does to their scores. */
export function UsedIn({
  kept,
  guide,
  confirm,
  close,
}: {
  kept: KeptGuide;
  guide: Guide;
  confirm: (forums: { id: string; version: number; scores: ScoresChoice }[]) => void;
  close: () => void;
}) {
  const [taken, setTaken] = useState<Readonly<Record<string, Taken>>>({});
  const forums = kept.usedIn.flatMap(({ forumId, version }) => {
    const scores = taken[forumId] ?? null;
    return scores === null ? [] : [{ id: forumId, version, scores }];
  });
  return (
    <Dialog title="Forums use this already" onClose={close} wide>
      <p className="quiet text-sm">
        New forums start from what you save. For each forum that uses it, choose whether it takes the change.
      </p>
      {kept.usedIn.map((use) => (
        <Forum
          key={use.forumId}
          use={use}
          guideId={kept.id}
          guide={guide}
          taken={taken[use.forumId] ?? null}
          take={(next) => setTaken({ ...taken, [use.forumId]: next })}
        />
      ))}
      <button type="button" className="btn btn-primary mt-4" onClick={() => confirm(forums)}>
        {forums.length === 0 ? 'Save for new forums' : `Save, and change ${plural(forums.length, 'forum')}`}
      </button>
    </Dialog>
  );
}
