import type { Invitation } from '../../../../contract/invitations';
import { useCourse } from '../../../data/course';
import { dateWords } from '../../../ui/dateWords';

/** "by mail, Thu 5 Mar, 14:02": how someone was invited last. */
function invitedWords(invited: Invitation['invited'], zone: string): string {
  if (invited === null) return '';
  const at = dateWords(invited.at, zone);
  if (invited.by === 'link') return `link made ${at}`;
  if (invited.state === 'sent') return `mailed ${at}`;
  if (invited.state === 'dropped') return `mail of ${at} not sent`;
  return invited.state === 'waiting' ? 'mail waits to be sent' : 'mail not accepted yet, tried again';
}

/** People with when they were invited; those to be left out are unticked. */
export function InviteTable({
  people,
  sections,
  left,
  setLeft,
}: {
  people: readonly Invitation[];
  sections: readonly { readonly id: string; readonly title: string }[];
  /** Who is left out; null where nobody can be chosen. */
  left: ReadonlySet<string> | null;
  setLeft: (left: ReadonlySet<string>) => void;
}) {
  const { zone } = useCourse();
  const titles = new Map(sections.map(({ id, title }) => [id, title]));
  const toggle = (id: string) => {
    const next = new Set(left);
    if (!next.delete(id)) next.add(id);
    setLeft(next);
  };
  const all = left !== null && people.every(({ id }) => !left.has(id));
  if (people.length === 0) return <p className="quiet mt-4">Nobody.</p>;
  return (
    <div className="relative mt-3 overflow-x-auto">
      <table className="w-full border-separate border-spacing-0 text-left">
        <thead>
          <tr>
            {left !== null && (
              <th scope="col" className="ruled w-8 border-b py-1.5">
                <input
                  type="checkbox"
                  className="checkbox checkbox-sm align-middle"
                  aria-label="Everyone shown"
                  checked={all}
                  ref={(box) => {
                    if (box) box.indeterminate = !all && people.some(({ id }) => !left.has(id));
                  }}
                  onChange={() => setLeft(new Set(all ? people.map(({ id }) => id) : []))}
                />
              </th>
            )}
            {['Name', 'E-mail', 'Section', 'Last invited'].map((head) => (
              <th key={head} scope="col" className="label-caps ruled border-b py-1.5 pr-4 whitespace-nowrap">
                {head}
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {people.map((person) => (
            <tr key={person.id}>
              {left !== null && (
                <td className="ruled border-b py-1.5">
                  <input
                    type="checkbox"
                    className="checkbox checkbox-sm align-middle"
                    aria-label={`Invite ${person.name}`}
                    checked={!left.has(person.id)}
                    onChange={() => toggle(person.id)}
                  />
                </td>
              )}
              <th scope="row" className="ruled border-b py-1.5 pr-4 font-medium">
                {person.sortable}
                {person.role !== 'student' && <span className="quiet ml-2 text-xs">{person.role}</span>}
              </th>
              <td className="ruled quiet border-b py-1.5 pr-4">{person.email}</td>
              <td className="ruled border-b py-1.5 pr-4 whitespace-nowrap">
                {titles.get(person.sectionId ?? '')}
              </td>
              <td
                className={`ruled num border-b py-1.5 ${person.invited?.state === 'failing' ? 'text-late' : 'quiet'}`}
                title={person.invited?.error ?? undefined}
              >
                {invitedWords(person.invited, zone)}
              </td>
            </tr>
          ))}
        </tbody>
      </table>
    </div>
  );
}
