import { useEffect, useState } from 'react';
import { toast } from '../../../ui/toast';
import { assignStudents, shareDocket } from '../../../../contract/docketActions';
import type { AnswerOf, SentOf } from '../../../../contract/endpoint';
import { plural } from '../../../../words/numbers';
import { call, sentenceOf } from '../../../data/api';
import { useCourse } from '../../../data/course';
import { Choice } from '../../../ui/Choice';
import { Dialog } from '../../../ui/Dialog';
import { Problem } from '../../../ui/Problem';
import { RadioLine } from '../../../ui/RadioLine';
import { useSaving } from '../../../ui/useSaving';

type Order = Omit<SentOf<typeof shareDocket>, 'preview'>;

/** What an order would come to, worked out whenever it changes; null while it is not known. */
function usePreview(forum: string, order: Order) {
  const course = useCourse().id;
  const [known, setKnown] = useState<{
    readonly asked: string;
    readonly preview: AnswerOf<typeof shareDocket> | null;
    readonly problem: string | null;
  } | null>(null);
  const asked = JSON.stringify(order);
  useEffect(() => {
    let isMeant = true;
    const { evaluators } = JSON.parse(asked) as Order;
    if (evaluators.length > 0)
      call(shareDocket, { course, forum }, { ...(JSON.parse(asked) as Order), preview: true }).then(
        (preview) => isMeant && setKnown({ asked, preview, problem: null }),
        (error: unknown) => isMeant && setKnown({ asked, preview: null, problem: sentenceOf(error) }),
      );
    return () => {
      isMeant = false;
    };
  }, [asked, course, forum]);
  return known?.asked === asked ? known : { preview: null, problem: null };
}

/** Shares a docket out among evaluators, with what each gets shown before it is done. */
export function ShareOut({
  forum,
  isShared,
  close,
}: {
  forum: string;
  isShared: boolean;
  close: () => void;
}) {
  const course = useCourse();
  const [by, setBy] = useState<Order['by']>('number');
  const [chosen, setChosen] = useState<readonly string[]>(() => course.staff.map(({ id }) => id));
  const [keep, setKeep] = useState(isShared);
  const order: Order = { by, evaluators: [...chosen], keep };
  const { preview, problem: why } = usePreview(forum, order);
  const { busy, problem, attempt } = useSaving();
  const share = () =>
    attempt(async () => {
      await call(shareDocket, { course: course.id, forum }, { ...order, preview: false });
      close();
      toast.success('The docket is shared out.');
    });
  const countOf = (id: string) => preview?.shares.find(({ evaluator }) => evaluator.id === id)?.students ?? 0;
  return (
    <Dialog title="Share out the docket" onClose={close}>
      <form
        onSubmit={(event) => {
          event.preventDefault();
          void share();
        }}
      >
        <div className="flex flex-wrap items-center gap-2">
          Share the students out
          <Choice
            label="How they are shared out"
            value={by}
            choose={setBy}
            options={[
              ['number', 'in equal numbers'],
              ['sections', 'by section'],
              ['groups', 'by group'],
            ]}
          />
          among
        </div>
        <ul className="ruled mt-2 border-t">
          {course.staff.map(({ id, name }) => {
            const isOn = chosen.includes(id);
            return (
              <li key={id} className="ruled border-b">
                <label className="flex cursor-pointer items-center gap-3 py-2">
                  <input
                    type="checkbox"
                    className="checkbox checkbox-sm"
                    checked={isOn}
                    onChange={() => setChosen(isOn ? chosen.filter((each) => each !== id) : [...chosen, id])}
                  />
                  <span className="min-w-0 grow">{name}</span>
                  {isOn && preview !== null && (
                    <span className="num quiet">{plural(countOf(id), 'student')}</span>
                  )}
                </label>
              </li>
            );
          })}
        </ul>
        {isShared && (
          <label className="mt-3 flex items-center gap-2">
            <input
              type="checkbox"
              className="checkbox checkbox-sm"
              checked={keep}
              onChange={() => setKeep(!keep)}
            />
            Students who have an evaluator keep theirs
          </label>
        )}
        {preview !== null && preview.left > 0 && (
          <p className="mt-2 text-sm text-late">
            {plural(preview.left, 'student')} {preview.left === 1 ? 'is' : 'are'} left over: none of these
            evaluators works with them.
          </p>
        )}
        <Problem className="mt-2 text-sm">
          {chosen.length === 0 ? 'Choose at least one evaluator.' : (why ?? problem)}
        </Problem>
        <button className="btn btn-primary mt-4" disabled={busy || preview === null}>
          Share out the docket
        </button>
      </form>
    </Dialog>
  );
}

const NOBODY = '';

/** Gives the students who are picked to one evaluator, or to nobody. */
export function Assign({
  forum,
  students,
  names,
  close,
}: {
  forum: string;
  students: readonly string[];
  names: 'shown' | 'hidden';
  /** @param done whether it was done */
  close: (done: boolean) => void;
}) {
  const course = useCourse();
  const [chosen, setChosen] = useState<string | null>(null);
  const { busy, problem, attempt } = useSaving();
  const assign = () =>
    attempt(async () => {
      await call(
        assignStudents,
        { course: course.id, forum },
        { students: [...students], evaluator: chosen === NOBODY ? null : chosen!, names },
      );
      close(true);
      toast.success(`${plural(students.length, 'student')} handed over.`);
    });
  return (
    <Dialog title={`Who evaluates these ${plural(students.length, 'student')}?`} onClose={() => close(false)}>
      <form
        onSubmit={(event) => {
          event.preventDefault();
          void assign();
        }}
      >
        {[...course.staff, { id: NOBODY, name: 'Nobody in particular' }].map(({ id, name }) => (
          <RadioLine
            key={id}
            name="evaluator"
            checked={chosen === id}
            choose={() => setChosen(id)}
            className="flex items-center gap-2.5 py-1"
          >
            {name}
          </RadioLine>
        ))}
        <Problem className="mt-2 text-sm">{problem}</Problem>
        <button className="btn btn-primary mt-4" disabled={busy || chosen === null}>
          Hand over
        </button>
      </form>
    </Dialog>
  );
}
