import { useSearchParams } from 'react-router';
import type { PlanView } from '../../../../contract/plan';
import type { CourseData } from '../../../../core/course/courseData';
import type { Forum } from '../../../../core/course/forum';
import { findingWords, type FindingWords } from '../../../../words/findings';
import { plural } from '../../../../words/numbers';
import { Rehearsal } from '../rehearsal/Rehearsal';
import type { useRehearsal } from '../rehearsal/useRehearsal';
import type { OtherFinding } from './useOtherFindings';
import { StudentPreview } from './StudentPreview';

interface Save {
  readonly published: boolean;
  readonly busy: boolean;
  /** How many students the forum is asked of. */
  readonly audience: number;
  readonly save: (publish: boolean) => Promise<void>;
}

function SaveButtons({ published, busy, audience, save }: Save) {
  return (
    <div className="flex gap-2 pt-4">
      {published ? (
        <button
          type="button"
          className="btn btn-primary grow"
          disabled={busy}
          onClick={() => void save(false)}
        >
          Save
        </button>
      ) : (
        <>
          <button
            type="button"
            className="btn btn-primary grow"
            disabled={busy}
            onClick={() => void save(true)}
          >
            Publish to {plural(audience, 'student')}
          </button>
          <button type="button" className="btn raised ruled" disabled={busy} onClick={() => void save(false)}>
            Save as draft
          </button>
        </>
      )}
    </div>
  );
}

/** What publishing would bring up in other forums, said before it does. */
function Elsewhere({ found, words }: { found: readonly OtherFinding[]; words: FindingWords }) {
  if (found.length === 0) return null;
  return (
    <details className="mt-3 text-sm" open>
      <summary className="cursor-pointer font-semibold text-late">
        This causes {plural(found.length, 'finding')} in other forums
      </summary>
      <ul className="mt-1 max-h-40 space-y-1 overflow-y-auto">
        {found.map(({ forumId, title, finding }) => {
          const said = findingWords(finding, words);
          return (
            <li key={forumId + finding.code + finding.field}>
              <b className="font-semibold">{title}:</b> {said.title} {said.text}
            </li>
          );
        })}
      </ul>
    </details>
  );
}

/** Beside the form: what a student will see, or what would become of scores; and saving. */
export function EditorAside({
  forum,
  data,
  plan,
  rehearsed,
  unread,
  published,
  busy,
  audience,
  elsewhere,
  words,
  save,
}: Save & {
  forum: Forum;
  data: CourseData;
  plan: PlanView;
  /** What it would bring up in other forums. */
  elsewhere: readonly OtherFinding[];
  words: FindingWords;
  /** null: there are no scores to rehearse. */
  rehearsed: ReturnType<typeof useRehearsal> | null;
  /** Something in the form cannot be read. */
  unread: boolean;
}) {
  const [search, setSearch] = useSearchParams();
  const rehearses = search.get('beside') === 'scores';
  const canRehearse = rehearsed !== null;
  return (
    <aside
      aria-label="Preview"
      className="ruled raised flex flex-col border-t p-5 lg:sticky lg:top-[52px] lg:h-[calc(100vh-52px)] lg:w-[30rem] lg:shrink-0 lg:grow lg:border-t-0 lg:border-l"
    >
      <div className="min-h-0 grow overflow-y-auto pr-5 -mr-5 pl-5 -ml-5">
        {canRehearse && (
          <div role="group" aria-label="Beside the form" className="mb-4 flex gap-5 text-sm">
            {(['student', 'scores'] as const).map((beside) => (
              <button
                key={beside}
                type="button"
                aria-pressed={rehearses === (beside === 'scores')}
                className={
                  rehearses === (beside === 'scores')
                    ? 'border-b-2 border-primary pb-0.5 font-semibold'
                    : 'quiet cursor-pointer pb-0.5 hover:underline'
                }
                onClick={() => setSearch(beside === 'scores' ? { beside } : {}, { replace: true })}
              >
                {beside === 'scores' ? 'Rehearse the scores' : 'As a student'}
              </button>
            ))}
          </div>
        )}
        {canRehearse && rehearses ? (
          <Rehearsal rehearsed={rehearsed} unread={unread} />
        ) : (
          <StudentPreview forum={forum} data={data} plan={plan} />
        )}
      </div>
      <Elsewhere found={elsewhere} words={words} />
      <SaveButtons published={published} busy={busy} audience={audience} save={save} />
    </aside>
  );
}
