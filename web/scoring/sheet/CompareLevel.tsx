import { useState } from 'react';
import { listAlike } from '../../../contract/consistency';
import { useCourse } from '../../data/course';
import { useApi, withQuery } from '../../data/useApi';
import { Dialog } from '../../ui/Dialog';
import { plural, pointWords } from '../../../words/numbers';
import { Prose } from '../../ui/Prose';
import { Failed, Loading } from '../../ui/states';
import type { DeskView } from '../../../contract/evaluate';

/** A level of a criterion, or of a scale. */
export interface Level {
  readonly part: string;
  readonly criterion?: string;
  readonly id: string;
  readonly title: string;
}

function Post({ html, words }: { html: string; words: number }) {
  const [open, setOpen] = useState(words <= 80);
  return (
    <div className="ruled mt-1.5 border-l-2 pl-3">
      <div className={open ? '' : 'line-clamp-3'}>
        <Prose html={html} className="text-[0.95rem]" />
      </div>
      {words > 80 && (
        <button type="button" className="link-plain text-xs" onClick={() => setOpen(!open)}>
          {open ? 'fold' : `unfold ${plural(words, 'word')}`}
        </button>
      )}
    </div>
  );
}

function Others({ view, level, onClose }: { view: DeskView; level: Level; onClose: () => void }) {
  const course = useCourse();
  const endpoint = withQuery(listAlike, {
    part: level.part,
    criterion: level.criterion,
    level: level.id,
    without: view.student.id,
    names: view.namesHidden ? 'hidden' : undefined,
  });
  const { data, error } = useApi(endpoint, { course: course.id, forum: view.forum.id });
  return (
    <Dialog title={`Others with “${level.title}”`} onClose={onClose} wide>
      {error && !data && <Failed error={error} />}
      {!data && !error && <Loading />}
      {data?.students.length === 0 && <p className="quiet">Nobody else was given this level yet.</p>}
      {data && data.of > data.students.length && (
        <p className="quiet num mb-2 text-sm">
          The latest {data.students.length} of {data.of}
        </p>
      )}
      {data?.students.map(({ student, points, here, comment, posts }) => (
        <section key={student.id} aria-label={student.name} className="ruled border-t py-3">
          <h3 className="flex flex-wrap items-baseline justify-between gap-x-4 font-sans">
            <span className="font-semibold">{student.name}</span>
            <span className="quiet num text-sm font-normal">
              {here !== null && `${pointWords(here)} here · `}
              {pointWords(points)} in all
            </span>
          </h3>
          {comment && <p className="quiet text-sm">{comment}</p>}
          {posts.map((post) => (
            <Post key={post.id} html={post.html} words={post.words} />
          ))}
        </section>
      ))}
    </Dialog>
  );
}

/** Opens what others wrote who were given the same level, to compare. */
export function CompareLevel({ view, level }: { view: DeskView; level: Level | null }) {
  const [open, setOpen] = useState(false);
  if (level === null) return null;
  return (
    <>
      <button type="button" className="link-plain text-xs" onClick={() => setOpen(true)}>
        Compare<span className="sr-only"> with others who were given {level.title}</span>
      </button>
      {open && <Others view={view} level={level} onClose={() => setOpen(false)} />}
    </>
  );
}
