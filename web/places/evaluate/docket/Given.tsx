import { getGiven } from '../../../../contract/consistency';
import { type DocketView } from '../../../../contract/evaluate';
import { useCourse } from '../../../data/course';
import { useApi } from '../../../data/useApi';
import { Dialog } from '../../../ui/Dialog';
import { plural, maximumWords, percentWords, pointWords } from '../../../../words/numbers';
import { Spread } from '../../../ui/Spread';
import { Failed, Loading } from '../../../ui/states';

function agreementWords({ forum }: DocketView): string | null {
  const { agreement, maximum } = forum;
  if (!agreement) return null;
  const { pairs, same, near, meanDifference } = agreement;
  if (pairs === 0) return 'Two evaluators read each student here; no student has been read twice yet.';
  const share = percentWords(Math.round((same * 10_000) / pairs)).replace('.00', '');
  return `${plural(pairs, 'student')} read twice: the same points for ${same} (${share}), at most ${maximumWords(maximum / 10)} apart for ${near}, ${pointWords(meanDifference!)} apart on average.`;
}

/** What has been given so far, by evaluator, and how often two agree. */
export function Given({ view, onClose }: { view: DocketView; onClose: () => void }) {
  const course = useCourse();
  const { data, error } = useApi(getGiven, { course: course.id, forum: view.forum.id });
  const agreed = agreementWords(view);
  const most = Math.max(1, ...(data?.evaluators ?? []).flatMap(({ given }) => given.stretches));
  return (
    <Dialog title="What was given" onClose={onClose} wide>
      {error && !data && <Failed error={error} />}
      {!data && !error && <Loading />}
      {agreed && <p className="mb-3">{agreed}</p>}
      {data?.evaluators.map(({ name, given }) => (
        <section key={name} aria-label={name} className="ruled border-t py-3">
          <h3 className="flex flex-wrap font-sans items-baseline justify-between gap-x-4">
            <span className="font-semibold">{name}</span>
            <span className="quiet num text-sm font-normal">
              {plural(given.count, 'score')}
              {given.mean !== null &&
                ` · mean ${pointWords(given.mean)} · ${pointWords(given.lowest!)} to ${pointWords(given.highest!)}`}
            </span>
          </h3>
          <Spread given={given} maximum={data.maximum} most={most} />
        </section>
      ))}
      {data && data.evaluators.length > 1 && (
        <p className="quiet num ruled border-t pt-3 text-sm">
          All: {plural(data.all.count, 'score')}, mean {pointWords(data.all.mean!)} of{' '}
          {maximumWords(data.maximum)}
        </p>
      )}
      {data?.evaluators.length === 0 && <p className="quiet">No score has been given yet.</p>}
    </Dialog>
  );
}
