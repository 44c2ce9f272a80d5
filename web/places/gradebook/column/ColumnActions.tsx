import { useState } from 'react';
import { toast } from '../../../ui/toast';
import type { z } from 'zod';
import { actOnItem, type ItemAction } from '../../../../contract/items';
import type { GradebookItem } from '../../../../contract/gradebook';
import { call } from '../../../data/api';
import { useCourse } from '../../../data/course';
import { newId } from '../../../data/newId';
import { plural } from '../../../../words/numbers';
import { Problem } from '../../../ui/Problem';
import { useSaving } from '../../../ui/useSaving';

type Reached = z.infer<(typeof actOnItem)['answer']>;

const ACTIONS: readonly { action: ItemAction; students: 'all' | 'missing'; words: string; done: string }[] = [
  { action: 'release', students: 'all', words: 'Release what is given', done: 'Released to' },
  { action: 'takeBack', students: 'all', words: 'Withdraw what is released', done: 'Withdrawn from' },
  { action: 'zero', students: 'missing', words: 'Give 0 to everyone with nothing', done: '0 given to' },
  { action: 'excuse', students: 'missing', words: 'Excuse everyone with nothing', done: 'Excused' },
  { action: 'excuseNoMore', students: 'all', words: 'No longer excuse anyone', done: 'No longer excused:' },
];

/** What is done to a whole column: looked at first, with whom it reaches, then done. */
export function ColumnActions({ item }: { item: GradebookItem }) {
  const course = useCourse().id;
  const [chosen, setChosen] = useState<(typeof ACTIONS)[number] | null>(null);
  const [reached, setReached] = useState<Reached | null>(null);
  const { busy, problem, attempt } = useSaving();
  const ask = async (of: (typeof ACTIONS)[number], preview: boolean) => {
    await attempt(async () => {
      const answer = await call(
        actOnItem,
        { course, item: item.id },
        { id: newId(), action: of.action, students: of.students, preview },
      );
      if (preview) setReached(answer);
      else {
        const held =
          answer.unsettled > 0 ? ` ${plural(answer.unsettled, 'disagreement')} to settle first.` : '';
        toast.success(`${of.done} ${plural(answer.students.length, 'student')}.${held}`);
        setChosen(null);
        setReached(null);
      }
    });
  };
  return (
    <div>
      <div className="flex flex-wrap gap-2">
        {ACTIONS.map((of) => (
          <button
            key={of.words}
            type="button"
            aria-pressed={chosen === of}
            className={`btn btn-sm raised ruled h-9 ${chosen === of ? 'border-primary' : ''}`}
            disabled={busy}
            onClick={() => {
              setChosen(of);
              setReached(null);
              void ask(of, true);
            }}
          >
            {of.words}
          </button>
        ))}
      </div>
      {chosen && reached && (
        <div className="mt-2" aria-live="polite">
          {reached.students.length === 0 ? (
            <p className="quiet">This affects nobody.</p>
          ) : (
            <>
              <p>
                It reaches {plural(reached.students.length, 'student')}:{' '}
                <span className="quiet">
                  {reached.students
                    .slice(0, 12)
                    .map(({ name }) => name)
                    .join(', ')}
                  {reached.students.length > 12 && ` and ${reached.students.length - 12} more`}
                </span>
              </p>
              <button
                type="button"
                className="btn btn-sm btn-primary mt-2 h-9"
                disabled={busy}
                onClick={() => void ask(chosen, false)}
              >
                {chosen.words}
              </button>
            </>
          )}
        </div>
      )}
      <Problem className="mt-2 text-sm">{problem}</Problem>
    </div>
  );
}
