import { useState } from 'react';
import type { PlanView } from '../../../../contract/plan';
import type { FieldKit } from './fieldKit';
import { AttentionRow, AuthorsRow, BeforeRow } from './FinerRows';
import type { ForumForm } from './forumForm';

/** What few forums change, folded away; open where something of it is set. */
export function FinerRules({
  kit,
  values,
  plan,
  self,
}: {
  kit: FieldKit;
  values: ForumForm;
  plan: PlanView;
  self: string;
}) {
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
