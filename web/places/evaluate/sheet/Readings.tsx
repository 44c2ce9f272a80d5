import { toast } from '../../../ui/toast';
import { settleReadings, type DeskView } from '../../../../contract/evaluate';
import { call } from '../../../data/api';
import { useCourse } from '../../../data/course';
import { pointWords } from '../../../../words/numbers';
import { When } from '../../../ui/When';
import { orSayWhyNot } from '../../../ui/sayWhyNot';

/** Where two evaluators read each student: that one is to read second, or what both gave, and how to settle it. */
export function Readings({ view, settled }: { view: DeskView; settled: (view: DeskView) => void }) {
  const course = useCourse();
  const { reading } = view;
  if (reading === null) return null;
  if (reading.second)
    return (
      <p className="rounded-box mt-2 px-3 py-2 text-sm bg-river-wash">
        <b>Second reading.</b> {reading.by} has given a score. You see it once you have given yours.
      </p>
    );
  if (reading.readings.length < 2) return null;
  const settle = async (at: string) => {
    await orSayWhyNot(async () => {
      settled(
        await call(
          settleReadings,
          { course: course.id, forum: view.forum.id, student: view.student.id },
          { version: view.score.version, at },
        ),
      );
      toast.success('Settled.');
    });
  };
  return (
    <section
      aria-label="Two readings"
      className={`rounded-box mt-2 px-3 py-2 text-sm ${reading.settle ? 'bg-late-wash' : 'bg-river-wash'}`}
    >
      <table className="w-full">
        <caption className="text-left font-semibold">
          {reading.settle ? 'Two readings differ' : 'Read twice'}
        </caption>
        <tbody>
          {reading.readings.map((each) => (
            <tr key={each.readerId} className="align-baseline">
              <td className="py-0.5 pr-2">
                {each.mine ? 'You' : each.reader}{' '}
                <span className="quiet text-xs">
                  <When at={each.at} plain />
                </span>
              </td>
              <td className="num py-0.5 text-right font-semibold">{pointWords(each.points)}</td>
            </tr>
          ))}
        </tbody>
      </table>
      {reading.settle && (
        <p className="mt-1 flex flex-wrap gap-x-4 gap-y-1">
          {reading.readings.map((each) => (
            <button
              key={each.readerId}
              type="button"
              className="link-plain"
              onClick={() => void settle(each.readerId)}
            >
              Give {pointWords(each.points)}
              <span className="sr-only"> as {each.mine ? 'you' : each.reader} did</span>
            </button>
          ))}
          {reading.mean !== null && (
            <button type="button" className="link-plain" onClick={() => void settle('mean')}>
              Give the mean, {pointWords(reading.mean)}
            </button>
          )}
        </p>
      )}
    </section>
  );
}
