import { FailedPage } from '../../ui/FailedPage';
import { addresses } from '../../../words/addresses';
import { NoTotal } from '../../ui/NoTotal';
import { Link } from 'react-router';
import { dismissFinding, getPlan } from '../../../contract/plan';
import { factsOf } from '../../../core/checks/factsOf';
import { call } from '../../data/api';
import { useCourse } from '../../data/course';
import { useApi } from '../../data/useApi';
import { findingWords } from '../../../words/findings';
import { plural } from '../../../words/numbers';
import { Empty, Loading } from '../../ui/states';
import { useTitle } from '../../ui/useTitle';
import { FindingItem } from './FindingItem';
import { titleIn } from './planOrder';
import { wordsFor } from './planData';
import { useFindings } from './useFindings';
import { useForumActions } from './useForumActions';
import { usePlanMoves } from './usePlanMoves';
import { orSayWhyNot } from '../../ui/sayWhyNot';

/** Repairs made here are taken back in the plan by hand: each names what it changed. */
const forget = () => undefined;

/** Everything the plan reader found in the course, each with whom it concerns, its place, its repair. */
export function Checks() {
  const course = useCourse();
  useTitle('Checks', 'Plan', course.title);
  const { data, error, mutate } = useApi(getPlan, { course: course.id });
  const findings = useFindings(data, course);
  const { move, versionOf, warning } = usePlanMoves(data, forget);
  const actions = useForumActions(versionOf, forget);
  if (error && !data) return <FailedPage error={error} retry={() => void mutate()} />;
  if (!data || findings.total === null) return <Loading what="Reading the plan" />;
  const words = wordsFor(data, course);
  const canEdit = course.role === 'instructor';
  const named = data.forums.filter(({ id }) => (findings.standing.get(id)?.length ?? 0) > 0);
  const aside = data.forums.flatMap((planned) =>
    (findings.aside.get(planned.id) ?? []).map((each) => ({ planned, ...each })),
  );
  const takeUp = async (forumId: string, code: string, facts: string) => {
    await orSayWhyNot(() =>
      call(dismissFinding, { course: course.id }, { forumId, code, facts, reason: null }),
    );
  };
  return (
    <div className="mx-auto w-full max-w-3xl px-5 pt-5 pb-20">
      <Link to={addresses.plan(course.id)} className="link-plain">
        ‹ Plan
      </Link>
      <h1 className="mt-1 text-2xl">Checks</h1>
      <p className="quiet">
        {findings.total === 0
          ? 'The plan has no problem that can be foreseen.'
          : `${plural(findings.total, 'finding')} in ${plural(named.length, 'forum')}, worked out from the dates every single student ends up with.`}
      </p>
      {data.noTotal && (
        <div className="mt-3">
          <NoTotal why={data.noTotal} settings={canEdit ? addresses.settings(course.id) : undefined} />
        </div>
      )}
      {data.forums.length === 0 && (
        <Empty level={2} title="No forums yet">
          Problems in the plan appear here before students run into them.
        </Empty>
      )}
      {named.map((planned) => (
        <section key={planned.id} aria-label={planned.title} className="mt-6">
          <h2 className="ruled border-b pb-1 text-lg">
            <Link to={addresses.plan(course.id, { forum: planned.id })} className="hover:underline">
              {planned.title}
            </Link>
          </h2>
          <ul className="mt-2 space-y-2">
            {findings.standing.get(planned.id)!.map((finding) => (
              <li key={factsOf(finding) + finding.code}>
                <FindingItem
                  planned={planned}
                  finding={finding}
                  words={words}
                  move={canEdit ? move : null}
                  moveAbove={(forum, above) => actions.moveAbove(data, forum, above)}
                  titleOf={titleIn(data)}
                  putAside={actions.putAside}
                />
              </li>
            ))}
          </ul>
        </section>
      ))}
      {aside.length > 0 && (
        <section aria-label="Set aside" className="mt-10">
          <h2 className="label-caps ruled border-b pb-1 font-sans">Set aside until something changes</h2>
          <ul>
            {aside.map(({ planned, finding, reason, by }) => (
              <li
                key={planned.id + finding.code + factsOf(finding)}
                className="ruled flex items-baseline gap-3 border-b py-2 text-sm"
              >
                <span className="grow">
                  <b className="font-semibold">{planned.title}:</b> {findingWords(finding, words).title}{' '}
                  <span className="quiet">
                    “{reason}”, {by}
                  </span>
                </span>
                {canEdit && (
                  <button
                    type="button"
                    className="link-plain"
                    onClick={() => void takeUp(planned.id, finding.code, factsOf(finding))}
                  >
                    Consider again
                  </button>
                )}
              </li>
            ))}
          </ul>
        </section>
      )}
      {warning}
    </div>
  );
}
