import { useState } from 'react';
import type { z } from 'zod';
import { linkItem } from '../../../../contract/items';
import type { GradebookItem, GradebookView } from '../../../../contract/gradebook';
import { listDockets } from '../../../../contract/evaluate';
import { call } from '../../../data/api';
import { useCourse } from '../../../data/course';
import { useApi } from '../../../data/useApi';
import { plural, maximumWords, pointWords } from '../../../../words/numbers';
import { Problem } from '../../../ui/Problem';
import { useSaving } from '../../../ui/useSaving';

type Preview = z.infer<(typeof linkItem)['answer']>;

/** Lets a forum feed an item made by hand, or no longer: first what it would do, then done. */
export function LinkForm({
  view,
  item,
  done,
}: {
  view: GradebookView;
  item: GradebookItem;
  done: () => void;
}) {
  const course = useCourse().id;
  const { data } = useApi(listDockets, item.forumId === null ? { course } : null);
  const [forumId, setForumId] = useState('');
  const [preview, setPreview] = useState<Preview | null>(null);
  const { problem, setProblem, attempt } = useSaving();
  const ask = async (to: string | null, isPreview: boolean) => {
    setProblem(null);
    setPreview(null);
    await attempt(async () => {
      const answer = await call(
        linkItem,
        { course, item: item.id },
        { version: item.version, forumId: to, preview: isPreview },
      );
      if (isPreview) setPreview(answer);
      else done();
    });
  };
  const forum = view.items.find((each) => each.forumId !== null && each.id === item.id);
  return (
    <div>
      {item.forumId === null ? (
        <label className="block max-w-sm">
          <span className="quiet mb-0.5 block text-sm">The forum to feed it</span>
          <select
            className="select select-sm raised h-9 w-full"
            value={forumId}
            onChange={(event) => {
              setForumId(event.target.value);
              if (event.target.value !== '') void ask(event.target.value, true);
              else setPreview(null);
            }}
          >
            <option value="">choose a forum</option>
            {data?.forums.map(({ id, title, maximum }) => (
              <option key={id} value={id}>
                {title} ({maximumWords(maximum)})
              </option>
            ))}
          </select>
        </label>
      ) : (
        preview === null && (
          <button type="button" className="btn btn-sm raised ruled h-9" onClick={() => void ask(null, true)}>
            Unlink it from the forum…
          </button>
        )
      )}
      <Problem className="mt-2 text-sm">{problem}</Problem>
      {preview && (
        <div className="mt-2">
          <p>
            {forum
              ? `${preview.scores === 1 ? 'The score stays' : `All ${plural(preview.scores, 'score')} stay`} in this column, as entered by hand. The forum gets a new, empty column of its own.`
              : preview.scores === 0
                ? 'Nothing is entered here yet; the column is the forum’s from now on.'
                : `${plural(preview.scores, 'score')} entered by hand ${preview.scores === 1 ? 'becomes' : 'become'} the forum’s, each as a total with its reason.`}
            {preview.replaces !== null && ` The empty column “${preview.replaces}” goes.`}
          </p>
          {preview.rounded.length > 0 && (
            <>
              <p className="mt-1 text-late">
                The scales do not match exactly for {plural(preview.rounded.length, 'student')}:
              </p>
              <ul className="num max-h-32 overflow-y-auto text-sm">
                {preview.rounded.map(({ student, before, after }) => (
                  <li key={student.id}>
                    {student.sortable}: {pointWords(before)} → {pointWords(after)}
                  </li>
                ))}
              </ul>
            </>
          )}
          <button
            type="button"
            className="btn btn-sm btn-primary mt-2 h-9"
            onClick={() => void ask(forum ? null : forumId, false)}
          >
            {forum ? 'Unlink it' : 'Link it'}
          </button>
        </div>
      )}
    </div>
  );
}
