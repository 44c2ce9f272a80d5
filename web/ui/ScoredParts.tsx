import type { Part } from '../../core/course/evaluation';
import { Serves } from './Serves';
import { plural } from '../../words/numbers';
import { partDetails, partWords, type Detail } from '../../words/parts';

function Rows({ rows, wide }: { rows: Detail['rows']; wide: boolean }) {
  return (
    <table className={`w-full text-sm ${wide ? 'mt-1' : 'mt-0.5'}`}>
      <tbody>
        {rows.map(({ id, amount, title, description }) => (
          <tr key={id} className="align-baseline">
            <td className={`num py-0.5 pr-3 text-right ${wide ? 'w-20' : 'w-14'}`}>{amount}</td>
            <td className="py-0.5">
              {title}
              {description !== '' && <span className="quiet"> – {description}</span>}
            </td>
          </tr>
        ))}
      </tbody>
    </table>
  );
}

/** What a part is made of: criteria with their levels, or a plain list. */
function Details({ part }: { part: Part }) {
  const details = partDetails(part);
  const [first] = details;
  if (!first) return null;
  if (first.title === '') return <Rows rows={first.rows} wide />;
  return (
    <ul className="mt-1 space-y-3">
      {details.map(({ id, title, description, outcomes, rows }) => (
        <li key={id}>
          <p>
            <b>{title}</b>
            {description !== '' && <span className="quiet"> {description}</span>}
          </p>
          <Serves codes={outcomes} />
          <Rows rows={rows} wide={false} />
        </li>
      ))}
    </ul>
  );
}

/** The parts a score is made of, each with what it looks at and what it is worth. */
export function ScoredParts({ parts }: { parts: readonly Part[] }) {
  return (
    <div className="ruled mt-2 space-y-4 border-l-2 pl-4">
      {parts.map((part) => (
        <section key={part.id} aria-label={part.title}>
          <p className="flex items-baseline justify-between gap-4">
            <b>{part.title}</b>
            <span className="num quiet">{plural(part.maximum / 100, 'point')}</span>
          </p>
          <p className="quiet text-sm">{partWords(part)}</p>
          <Details part={part} />
        </section>
      ))}
    </div>
  );
}
