import type { Combination, Part } from '../../core/course/evaluation';
import { countWords, maximumWords, percentWords, pointWords } from './pointWords';

const OF = {
  initial: 'your initial post',
  replies: 'your replies',
  whole: 'everything you write here',
} as const;

function combinedWords(combine: Combination): string {
  switch (combine.by) {
    case 'best':
      return `the mean of the best ${combine.n}`;
    case 'mostFrequent':
      return 'the most frequent of them';
    case 'highest':
    case 'lowest':
      return `the ${combine.by} of them`;
    case 'sum':
      return 'their sum, measured by the required posts';
    default:
      return `their ${combine.by}`;
  }
}

/** How one part is scored, in a sentence. */
export function partWords(part: Part): string {
  const of = OF[part.basis];
  switch (part.kind) {
    case 'direct':
      return `Judged by ${of}.`;
    case 'rubric':
      return `Judged by ${of}, with this rubric:`;
    case 'levels':
      return `One level for ${of}:`;
    case 'checklist':
      return 'What is to be there:';
    case 'perPost':
      return `Each post gets up to ${maximumWords(part.each)}; it counts ${combinedWords(part.combine)}.`;
    case 'completion':
      return part.allOrNothing
        ? 'All of it when every required post is made, else nothing.'
        : 'By how many of the required posts you make.';
    case 'ratings':
      return `What other students give ${of}, from 1 to 5, once there ${part.atLeast === 1 ? 'is' : 'are'} ${countWords(part.atLeast, 'rating')}.`;
  }
}

function Details({ part }: { part: Part }) {
  if (part.kind === 'rubric')
    return (
      <ul className="mt-1 space-y-3">
        {part.criteria.map((criterion) => (
          <li key={criterion.id}>
            <p>
              <b>{criterion.title}</b>
              {criterion.description !== '' && <span className="quiet"> {criterion.description}</span>}
            </p>
            {criterion.outcome !== '' && <p className="quiet text-sm">serves: {criterion.outcome}</p>}
            <table className="mt-0.5 w-full text-sm">
              <tbody>
                {criterion.levels.map((level) => (
                  <tr key={level.id} className="align-baseline">
                    <td className="num w-14 py-0.5 pr-3 text-right">{pointWords(level.points)}</td>
                    <td className="py-0.5">
                      {level.title}
                      {level.description !== '' && <span className="quiet"> – {level.description}</span>}
                    </td>
                  </tr>
                ))}
              </tbody>
            </table>
          </li>
        ))}
      </ul>
    );
  const rows =
    part.kind === 'levels'
      ? part.levels.map(({ id, title, share }) => [id, title, percentWords(share)] as const)
      : part.kind === 'checklist'
        ? part.items.map(({ id, title, points }) => [id, title, pointWords(points)] as const)
        : [];
  if (rows.length === 0) return null;
  return (
    <table className="mt-1 w-full text-sm">
      <tbody>
        {rows.map(([id, title, amount]) => (
          <tr key={id} className="align-baseline">
            <td className="num w-20 py-0.5 pr-3 text-right">{amount}</td>
            <td className="py-0.5">{title}</td>
          </tr>
        ))}
      </tbody>
    </table>
  );
}

/** How a forum is scored, part by part, to be read before writing. */
export function HowScored({
  scoring,
}: {
  scoring: { readonly maximum: number; readonly parts: readonly Part[] };
}) {
  return (
    <details>
      <summary className="link-plain">How it is scored: {maximumWords(scoring.maximum)} points</summary>
      <div className="ruled mt-2 space-y-4 border-l-2 pl-4">
        {scoring.parts.map((part) => (
          <section key={part.id} aria-label={part.title}>
            <p className="flex items-baseline justify-between gap-4">
              <b>{part.title}</b>
              <span className="num quiet">{countWords(part.maximum / 100, 'point')}</span>
            </p>
            <p className="quiet text-sm">{partWords(part)}</p>
            <Details part={part} />
          </section>
        ))}
      </div>
    </details>
  );
}
