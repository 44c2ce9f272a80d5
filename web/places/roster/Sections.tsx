import { ArrowDown, ArrowUp, Plus, X } from 'lucide-react';
import { useState } from 'react';
import { toast } from '../../ui/toast';
import { saveSections, type RosterView } from '../../../contract/roster';
import { call } from '../../data/api';
import { useCourse } from '../../data/course';
import { newId } from '../../data/newId';
import { plural } from '../../../words/numbers';
import { Problem } from '../../ui/Problem';
import { useSaving } from '../../ui/useSaving';

/** The sections of a course: made, renamed, ordered, taken away while nobody is in them. */
export function Sections({ roster, canEdit }: { roster: RosterView; canEdit: boolean }) {
  const course = useCourse();
  const [list, setList] = useState(() => roster.sections.map((section) => ({ ...section })));
  const { problem, attempt } = useSaving();
  const inside = (id: string) =>
    roster.people.filter(({ sectionId, removed }) => sectionId === id && !removed).length;
  const move = (index: number, by: number) => {
    const next = [...list];
    const [taken] = next.splice(index, 1);
    next.splice(index + by, 0, taken!);
    setList(next);
  };
  const save = async () => {
    await attempt(async () => {
      await call(saveSections, { course: course.id }, { sections: list });
      toast.success('Saved.');
    });
  };
  return (
    <div className="max-w-xl px-5 pb-16">
      <ul className="ruled border-t">
        {list.map((section, index) => (
          <li key={section.id} className="ruled flex items-center gap-2 border-b py-2">
            <input
              className="input input-sm raised h-9 grow"
              aria-label={`Name of section ${index + 1}`}
              value={section.title}
              disabled={!canEdit}
              onChange={(event) =>
                setList(
                  list.map((each, at) => (at === index ? { ...each, title: event.target.value } : each)),
                )
              }
            />
            <span className="quiet num w-28 text-sm">{plural(inside(section.id), 'student')}</span>
            {canEdit && (
              <>
                <button
                  type="button"
                  className="btn btn-ghost btn-xs btn-square"
                  aria-label={`${section.title} earlier`}
                  disabled={index === 0}
                  onClick={() => move(index, -1)}
                >
                  <ArrowUp className="size-3.5" aria-hidden />
                </button>
                <button
                  type="button"
                  className="btn btn-ghost btn-xs btn-square"
                  aria-label={`${section.title} later`}
                  disabled={index === list.length - 1}
                  onClick={() => move(index, 1)}
                >
                  <ArrowDown className="size-3.5" aria-hidden />
                </button>
                <button
                  type="button"
                  className="btn btn-ghost btn-xs btn-square"
                  aria-label={`Remove ${section.title}`}
                  disabled={inside(section.id) > 0}
                  title={inside(section.id) > 0 ? 'Students are in it; move them first.' : undefined}
                  onClick={() => setList(list.filter((_, at) => at !== index))}
                >
                  <X className="size-3.5" aria-hidden />
                </button>
              </>
            )}
          </li>
        ))}
      </ul>
      {list.length === 0 && <p className="quiet py-4">No sections: the course is one class.</p>}
      <Problem className="mt-2">{problem}</Problem>
      {canEdit && (
        <div className="mt-4 flex gap-2">
          <button
            type="button"
            className="btn raised ruled"
            onClick={() => setList([...list, { id: newId(), title: '' }])}
          >
            <Plus className="size-4" aria-hidden />
            Add a section
          </button>
          <button type="button" className="btn btn-primary" onClick={() => void save()}>
            Save the sections
          </button>
        </div>
      )}
    </div>
  );
}
