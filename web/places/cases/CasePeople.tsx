import { X } from 'lucide-react';
import { nameInCase, type CaseView } from '../../../contract/cases';
import type { PersonName } from '../../../contract/basics';
import { call } from '../../data/api';
import { useCourse } from '../../data/course';
import { Menu } from '../../ui/Menu';
import { orSayWhyNot } from '../../ui/sayWhyNot';

/** Whom a case is about, and which staff read it; a colleague is named here, or someone removed. */
export function CasePeople({ view }: { view: CaseView }) {
  const course = useCourse();
  const isOpen = view.decidedAt === null;
  const set = (person: string, named: boolean) =>
    void orSayWhyNot(() => call(nameInCase, { course: course.id, case: view.id, person }, { named }));
  return (
    <dl className="mt-2 grid grid-cols-[auto_1fr] items-baseline gap-x-4 gap-y-1 text-sm">
      <dt className="quiet">About</dt>
      <dd>
        <People
          people={view.students}
          mayTake={isOpen && view.students.length > 1}
          take={(id) => set(id, false)}
        />
      </dd>
      <dt className="quiet">Read by</dt>
      <dd className="flex flex-wrap items-center gap-x-4 gap-y-1">
        <People people={view.staff} mayTake={isOpen && view.staff.length > 1} take={(id) => set(id, false)} />
        {isOpen && view.others.length > 0 && (
          <Menu
            button="Name a colleague"
            label="Name a colleague"
            className="link-plain"
            at="start"
            width="w-64"
            entries={view.others.map(({ id, name }) => ({ label: name, act: () => set(id, true) }))}
          />
        )}
      </dd>
    </dl>
  );
}

function People({
  people,
  mayTake,
  take,
}: {
  people: readonly PersonName[];
  mayTake: boolean;
  take: (id: string) => void;
}) {
  return (
    <ul className="flex flex-wrap gap-x-4">
      {people.map(({ id, name }) => (
        <li key={id} className="flex items-center gap-1">
          <b>{name}</b>
          {mayTake && (
            <button
              type="button"
              className="btn btn-ghost btn-xs btn-square"
              aria-label={`Remove ${name} from the case`}
              onClick={() => take(id)}
            >
              <X className="size-3.5" aria-hidden />
            </button>
          )}
        </li>
      ))}
    </ul>
  );
}
