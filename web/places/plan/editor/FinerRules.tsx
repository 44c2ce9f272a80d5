import { type PlanRowProps } from './rowProps';
import { useState } from 'react';
import { AttentionRow, AuthorsRow, BeforeRow } from './FinerRows';

/** What few forums change, folded away; open where something of it is set. */
export function FinerRules({ kit, values, plan, self }: PlanRowProps) {
  const [finer, setFiner] = useState(
    values.rules.prerequisites.length > 0 || values.rules.audience.kind === 'listed',
  );
  return (
    <details
      className="ruled border-b py-4"
      open={finer}
      onToggle={(event) => setFiner(event.currentTarget.open)}
    >
      <summary className="link-plain">
        Finer rules: what authors may do, approval, being told, nods, prerequisites, audience
      </summary>
      <AuthorsRow kit={kit} values={values} />
      <AttentionRow kit={kit} values={values} />
      <BeforeRow kit={kit} values={values} plan={plan} self={self} />
    </details>
  );
}
