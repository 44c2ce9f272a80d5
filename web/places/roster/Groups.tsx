import { useSearchParams } from 'react-router';
import type { GroupPlanView, RosterView } from '../../../contract/roster';
import { newId } from '../../data/newId';
import { Empty } from '../../ui/states';
import { GroupPlan } from './GroupPlan';

/** Group plans: splits of the roster into small groups, made by hand, at random, balanced or by size. */
export function Groups({ roster, canEdit }: { roster: RosterView; canEdit: boolean }) {
  const [search, setSearch] = useSearchParams();
  const asked = search.get('plan');
  const saved = roster.plans.find(({ id }) => id === asked);
  // A plan that is being made stands in the address, so that leaving the page does not lose it.
  const fresh: GroupPlanView | null =
    canEdit && asked && !saved && search.has('fresh')
      ? { id: asked, title: 'New groups', version: 0, groups: [], usedBy: [] }
      : null;
  const plans = fresh ? [...roster.plans, fresh] : roster.plans;
  const chosen = saved ?? fresh ?? plans[0];
  const choose = (id: string) => setSearch({ view: 'groups', plan: id }, { replace: true });
  const make = () => setSearch({ view: 'groups', plan: newId(), fresh: '1' });
  const button = canEdit && (
    <button type="button" className="link-plain" onClick={make}>
      New group plan
    </button>
  );
  if (!chosen)
    return (
      <Empty level={2} title="No groups yet" action={button}>
        A group plan splits the class into small discussion groups. A forum can run in the groups of a plan,
        each group apart.
      </Empty>
    );
  return (
    <>
      <p className="flex flex-wrap gap-x-5 px-5 pb-3">
        {plans.map(({ id, title }) => (
          <button
            key={id}
            type="button"
            aria-pressed={id === chosen.id}
            className={`cursor-pointer ${id === chosen.id ? 'font-bold' : 'quiet hover:underline'}`}
            onClick={() => id !== fresh?.id && choose(id)}
          >
            {title}
          </button>
        ))}
        {button}
      </p>
      <GroupPlan
        key={chosen.id}
        latest={chosen}
        roster={roster}
        canEdit={canEdit}
        dropped={() => setSearch({ view: 'groups' }, { replace: true })}
      />
    </>
  );
}
