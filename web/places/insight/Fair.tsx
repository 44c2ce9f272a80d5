import { Link } from 'react-router';
import type { InsightView } from '../../../contract/insight';
import { addresses } from '../../../words/addresses';
import { pointWords, percentWords, plural } from '../../../words/numbers';
import { shareWords } from '../../../words/insight';
import { useCourse } from '../../data/course';
import { AsTable, PlainTable, useShown } from './shown';

type Spreads = InsightView['fairness']['byHour'];

const whole = (hundredths: number) => Math.round(hundredths / 100);
const apartWords = (apart: number) =>
  `${apart > 0 ? '+' : apart < 0 ? '−' : '±'}${(Math.abs(apart) / 100).toFixed(1)}`;

/** How scores of one kind lie between 0 and 100: the middle half as a bar, the middle one as a line. */
function Lying({ low, middle, high }: Spreads[number]) {
  return (
    <span className="relative block h-4 w-full min-w-40" aria-hidden>
      <span className="ruled absolute inset-x-0 top-1/2 border-t" />
      <span
        className="absolute inset-y-0.5 bg-river-wash"
        style={{ left: `${low / 100}%`, width: `${Math.max(0.5, (high - low) / 100)}%` }}
      />
      <span className="absolute inset-y-0 w-0.5 bg-primary" style={{ left: `${middle / 100}%` }} />
    </span>
  );
}

/** Scores by a kind: where they lie, and how far they stand apart. */
function Kinds({
  title,
  spreads,
  nameOf = (spread) => spread.title,
  few,
}: {
  title: string;
  spreads: Spreads;
  nameOf?: (spread: Spreads[number], index: number) => string;
  /** Said where there are fewer than two kinds with enough scores. */
  few: string;
}) {
  if (spreads.length === 0) return null;
  return (
    <section aria-label={title} className="mt-7">
      <h3 className="text-base">{title}</h3>
      {spreads.length === 1 && <p className="quiet text-sm">{few}</p>}
      <table className="mt-1 w-full text-sm">
        <thead>
          <tr className="quiet ruled border-b text-left">
            <th scope="col" className="w-56 py-1 pr-4 font-medium">
              <span className="sr-only">{title}</span>
            </th>
            <th scope="col" className="num py-1 pr-4 text-right font-medium">
              Scores
            </th>
            <th scope="col" className="py-1 pr-4 font-medium max-sm:hidden">
              0 to 100, the middle half
            </th>
            <th scope="col" className="num py-1 pr-4 text-right font-medium">
              Middle
            </th>
            <th scope="col" className="num py-1 text-right font-medium">
              Apart
            </th>
          </tr>
        </thead>
        <tbody>
          {spreads.map((spread, index) => (
            <tr key={spread.key} className="ruled border-b">
              <th scope="row" className="py-1.5 pr-4 text-left font-normal">
                {nameOf(spread, index)}
              </th>
              <td className="num quiet pr-4 text-right">{spread.scores}</td>
              <td className="pr-4 max-sm:hidden">
                <Lying {...spread} />
                <span className="sr-only">
                  half of them between {whole(spread.low)} and {whole(spread.high)}
                </span>
              </td>
              <td className="num pr-4 text-right">{whole(spread.middle)}</td>
              <td className={`num text-right ${spread.tells ? 'font-semibold' : 'quiet'}`}>
                {apartWords(spread.apart)}
                {!spread.tells && <span className="sr-only">, no more than chance</span>}
              </td>
            </tr>
          ))}
        </tbody>
      </table>
    </section>
  );
}

/** How fair the scoring is. */
export function Fair() {
  const course = useCourse();
  const { view, isHidden } = useShown();
  const { byEvaluator, bySection, byCriterion, byHour, late, agreement, outcomes, scores } = view.fairness;
  return (
    <>
      <p className="quiet text-sm">
        Evaluators, sections and times are compared within each forum. <b>Bold</b> differences are more than
        chance often makes; what has fewer than ten scores is left out.
      </p>
      <Kinds
        title="By evaluator"
        spreads={byEvaluator}
        few="Only one person gave ten scores or more."
        nameOf={({ title }, index) => (isHidden ? `Evaluator ${index + 1}` : title)}
      />
      <Kinds title="By section" spreads={bySection} few="Only one section has ten scores or more." />
      <Kinds
        title="By criterion"
        spreads={byCriterion}
        few="Only one criterion was decided ten times or more."
      />
      <Kinds
        title="By the time at which scores were given"
        spreads={byHour}
        few="Nearly all were given at that time of day."
      />
      <div className="mt-8 grid gap-x-10 gap-y-6 md:grid-cols-2">
        <section aria-labelledby="agree">
          <h3 id="agree" className="text-base">
            Where two read each student
          </h3>
          {agreement.length === 0 && <p className="quiet">No forum has been read twice yet.</p>}
          <ul>
            {agreement.map(({ forumId, forum, agreement: each }) => (
              <li key={forumId} className="ruled border-b py-1.5">
                <Link className="hover:underline" to={addresses.docket(course.id, forumId)}>
                  {forum}
                </Link>
                <span className="quiet num block text-sm">
                  {each.same} of {plural(each.pairs, 'student')} given the same,{' '}
                  {shareWords(each.near, each.pairs)} within a tenth
                  {each.meanDifference !== null && `; ${pointWords(each.meanDifference)} apart on average`}
                </span>
              </li>
            ))}
          </ul>
        </section>
        <section aria-labelledby="late">
          <h3 id="late" className="text-base">
            What lateness cost
          </h3>
          <p className="num">
            {late.lost === null
              ? `None of the ${plural(scores, 'score')} lost anything.`
              : `${plural(late.scores, 'score')} of ${scores} lost ${(late.lost / 100).toFixed(1)} points of 100 on average.`}
          </p>
        </section>
      </div>
      {outcomes.length > 0 && (
        <section aria-labelledby="reached" className="mt-8">
          <h3 id="reached" className="text-base">
            Outcomes
          </h3>
          <ul className="ruled mt-1 border-t">
            {outcomes.map(({ code, text, students, mean }) => (
              <li key={code} className="ruled flex items-baseline justify-between gap-4 border-b py-1.5">
                <span>
                  <b>{code}</b> {text}
                </span>
                <span className="num quiet shrink-0 text-sm">
                  {mean === null
                    ? 'nothing released yet'
                    : `${percentWords(mean)}, ${plural(students, 'student')}`}
                </span>
              </li>
            ))}
          </ul>
          {!isHidden && (
            <p className="no-print mt-1 text-sm">
              <Link className="link-plain" to={addresses.attainment(course.id)}>
                By student
              </Link>
            </p>
          )}
        </section>
      )}
      <AsTable>
        <PlainTable
          heads={['Scores', 'Number', 'A quarter below', 'Half below', 'Three quarters below', 'Apart']}
          rows={[...byEvaluator, ...bySection, ...byCriterion, ...byHour].map((each, index) => [
            isHidden && index < byEvaluator.length ? `Evaluator ${index + 1}` : each.title,
            each.scores,
            whole(each.low),
            whole(each.middle),
            whole(each.high),
            apartWords(each.apart),
          ])}
        />
      </AsTable>
    </>
  );
}
