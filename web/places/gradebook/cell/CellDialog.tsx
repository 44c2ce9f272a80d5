import { getCell, remarkCell, type CellDetail } from '../../../../contract/cells';
import type { GradebookItem } from '../../../../contract/gradebook';
import { call } from '../../../data/api';
import { useCourse } from '../../../data/course';
import { useApi } from '../../../data/useApi';
import { Dialog } from '../../../ui/Dialog';
import { KeptText } from '../../../ui/KeptText';
import { pointWords } from '../../../../words/numbers';
import { Prose } from '../../../ui/Prose';
import { Failed, Loading } from '../../../ui/states';
import { When } from '../../../ui/When';

const WHAT: Record<string, string> = {
  'score.given': 'gave',
  'score.confirmed': 'confirmed',
  'score.released': 'released it',
  'score.takenBack': 'took it back',
  'score.excused': 'excused the student',
  'score.notExcused': 'no longer excused the student',
  'score.cleared': 'cleared',
  'score.remarked': 'wrote the remark',
  'score.putBack': 'restored',
  'score.rescaled': 'carried over to another scale',
  'score.readSecond': 'read second',
  'score.settled': 'settled',
};

function eventWords({ what, before, after }: CellDetail['history'][number]): string {
  const words = WHAT[what] ?? 'changed it';
  if (before === null && after === null) return words;
  if (after === null) return `${words} ${pointWords(before!)}`;
  return before === null || before === after
    ? `${words} ${pointWords(after)}`
    : `${words} ${pointWords(after)}, was ${pointWords(before)}`;
}

/** A cell with its remark, and who did what to it when. */
export function CellDialog({
  item,
  student,
  onClose,
}: {
  item: GradebookItem;
  student: { readonly id: string; readonly sortable: string };
  onClose: () => void;
}) {
  const course = useCourse().id;
  const { data, error, mutate } = useApi(getCell, { course, item: item.id, student: student.id });
  return (
    <Dialog title={`${student.sortable}: ${item.title}`} onClose={onClose} wide>
      {error && !data && <Failed error={error} retry={() => void mutate()} />}
      {!data && !error && <Loading />}
      {data && (
        <>
          {item.forumId === null ? (
            <KeptText
              label={<span className="font-semibold">Remark</span>}
              hint="The student reads it with the score, once that is released."
              text={data.remark}
              rows={4}
              button="Save the remark"
              save={async (remark, before) => {
                await call(remarkCell, { course, item: item.id, student: student.id }, { before, remark });
              }}
              theirsIn={(current) => (current as { remark: string }).remark}
            />
          ) : (
            data.remarkHtml && <Prose html={data.remarkHtml} className="ruled border-l-2 pl-4" />
          )}
          <h3 className="mt-4 font-sans font-semibold">History</h3>
          {data.history.length === 0 ? (
            <p className="quiet">Nothing has happened to this cell yet.</p>
          ) : (
            <ol className="num mt-1 text-sm">
              {data.history.map((event, index) => (
                <li key={index} className="ruled border-b py-1.5 last:border-0">
                  <span className="quiet">
                    <When at={event.at} />
                  </span>{' '}
                  <b>{event.by}</b> {eventWords(event)}
                  {event.why && <span className="quiet"> · {event.why}</span>}
                </li>
              ))}
            </ol>
          )}
        </>
      )}
    </Dialog>
  );
}
