import { addresses } from '../../../../words/addresses';
import { useState, type ReactNode } from 'react';
import type { UseFormReturn } from 'react-hook-form';
import { useNavigate } from 'react-router';
import { toast } from '../../../ui/toast';
import type { z } from 'zod';
import type { ForumSettings } from '../../../../contract/forumSettings';
import { saveForum, scoresMoveCounts, sealChangeNames, type ForumForEdit } from '../../../../contract/plan';
import type { Finding } from '../../../../core/checks/check';
import { ApiProblem, call } from '../../../data/api';
import { useCourse } from '../../../data/course';
import { plural } from '../../../../words/numbers';
import { firstMessage } from '../../../forms/firstMessage';
import { showProblems } from '../../../forms/serverProblems';
import type { ForumForm } from './forumForm';
import { ScoresMove, type ScoresChoice } from '../rehearsal/ScoresMove';
import { SaveConflict } from './SaveConflict';
import { SealWarning } from '../SealWarning';
import { sayWhyNot } from '../../../ui/sayWhyNot';

interface SaveHow {
  readonly version?: number;
  /** Whom the seal opens or closes for has been seen. */
  readonly confirmed?: boolean;
  readonly scores?: ScoresChoice;
}

/**
 * Saves a forum from its form: puts the cursor where something is wrong, and asks where the seal, given scores, or someone else's version
 * are touched.
 */
export function useSavingForum({
  form,
  saved,
  setSaved,
  errors,
  title,
  students,
  errorWords,
  drop,
  take,
  lookAtScores,
}: {
  form: UseFormReturn<ForumForm, unknown, ForumSettings>;
  saved: ForumForEdit;
  setSaved: (saved: ForumForEdit) => void;
  /** What keeps the forum from being published. */
  errors: readonly Finding[];
  title: string;
  students: number;
  errorWords: (finding: Finding) => string;
  /** Throws away what this browser keeps of the form. */
  drop: () => void;
  /** Fills the form with other settings. */
  take: (settings: ForumSettings) => void;
  lookAtScores: () => void;
}): {
  save: (publish: boolean, how?: SaveHow) => Promise<void>;
  busy: boolean;
  theirs: ForumForEdit | null;
  /** What has to be asked before it is saved. */
  asks: ReactNode;
} {
  const course = useCourse();
  const navigate = useNavigate();
  const [busy, setBusy] = useState(false);
  const [theirs, setTheirs] = useState<ForumForEdit | null>(null);
  const [warned, setWarned] = useState<{
    names: z.infer<typeof sealChangeNames>;
    publish: boolean;
    how: SaveHow;
  } | null>(null);
  const [moving, setMoving] = useState<{ counts: z.infer<typeof scoresMoveCounts>; how: SaveHow } | null>(
    null,
  );

  const refused = (error: unknown, publish: boolean, how: SaveHow) => {
    if (error instanceof ApiProblem) {
      const { code, current } = error.problem;
      if (code === 'sealChanges') return setWarned({ names: sealChangeNames.parse(current), publish, how });
      if (code === 'scoresMove') return setMoving({ counts: scoresMoveCounts.parse(current), how });
      if (code === 'conflict' && current) setTheirs(current as ForumForEdit);
      showProblems(form, error, 'settings');
    }
    sayWhyNot(error);
  };
  const save = (publish: boolean, how: SaveHow = {}) =>
    form.handleSubmit(
      (settings) => send(settings, publish, how),
      (wrong) => void toast.error(firstMessage(wrong) ?? 'Something needs correcting first.'),
    )();
  const send = async (settings: ForumSettings, publish: boolean, how: SaveHow) => {
    if ((publish || saved.status === 'published') && errors.length > 0) {
      toast.error(`Correct this first: ${errorWords(errors[0]!)}`);
      return;
    }
    setBusy(true);
    try {
      const { version = saved.version, confirmed = false, scores } = how;
      const answer = await call(
        saveForum,
        { course: course.id, forum: saved.id },
        { version, settings, publish, confirmed, scores },
      );
      drop();
      toast.success(
        answer.status === 'published'
          ? saved.status === 'published'
            ? 'Saved. Counts and scores follow from all posts.'
            : `Published to ${plural(students, 'student')}.`
          : 'Saved as a draft.',
      );
      await navigate(addresses.plan(course.id, { forum: saved.id }));
    } catch (error) {
      refused(error, publish, how);
    }
    setBusy(false);
  };
  const asks = (
    <>
      {theirs && (
        <SaveConflict
          theirs={theirs}
          title={title}
          take={() => {
            setSaved(theirs);
            take(theirs.settings);
            setTheirs(null);
          }}
          overwrite={() => {
            setSaved({ ...theirs, settings: saved.settings });
            setTheirs(null);
            void save(false, { version: theirs.version });
          }}
        />
      )}
      {warned && (
        <SealWarning
          names={warned.names}
          close={() => setWarned(null)}
          confirm={() => {
            setWarned(null);
            void save(warned.publish, { ...warned.how, confirmed: true });
          }}
        />
      )}
      {moving && (
        <ScoresMove
          counts={moving.counts}
          close={() => setMoving(null)}
          look={() => {
            setMoving(null);
            lookAtScores();
          }}
          confirm={(scores) => {
            setMoving(null);
            void save(false, { ...moving.how, scores });
          }}
        />
      )}
    </>
  );
  return { save, busy, theirs, asks };
}
