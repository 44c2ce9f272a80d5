import { useEffect, useState } from 'react';
import { plural } from '../../../words/numbers';
import { Loading } from '../../ui/states';
import { AsTable, Leads, PlainTable, useShown } from './shown';
import { undirected, type NetworkAsked, type NetworkLaidOut } from './network';

const CELL = 14;

/** Who answered whom: a square for each pair, darker for more. Sections and groups stand together. */
function Matrix() {
  const { view, nameOf, open, isHidden } = useShown();
  const { people, pairs, partOf } = view.talk;
  const most = Math.max(1, ...pairs.map(([, , n]) => n));
  const side = people.length * CELL;
  const left = 142;
  const borders = partOf.flatMap((part, index) =>
    index > 0 && part !== partOf[index - 1] ? [index * CELL] : [],
  );
  return (
    <div className="relative overflow-x-auto" role="region" aria-label="Who answered whom" tabIndex={0}>
      <svg
        width={left + side + 64}
        height={side + 92}
        className="text-[11px]"
        role="img"
        aria-label="Who answered whom"
      >
        <g transform={`translate(${left}, 90)`}>
          {people.map(({ id }, index) => (
            <g key={id} fill="currentColor">
              <text x={-6} y={index * CELL + 11} textAnchor="end">
                {shortened(nameOf(id))}
              </text>
              <text transform={`translate(${index * CELL + 11}, -6) rotate(-60)`}>
                {shortened(nameOf(id), 14)}
              </text>
            </g>
          ))}
          <rect width={side} height={side} fill="none" stroke="var(--rule)" />
          {people.map(({ id }, index) => (
            <rect
              key={id}
              x={index * CELL}
              y={index * CELL}
              width={CELL}
              height={CELL}
              fill="var(--rule)"
              opacity={0.5}
            />
          ))}
          {pairs.map(([from, to, n]) => (
            <rect
              key={`${from} ${to}`}
              x={to * CELL + 1}
              y={from * CELL + 1}
              width={CELL - 2}
              height={CELL - 2}
              fill="var(--color-primary)"
              opacity={0.3 + (0.7 * n) / most}
              className={isHidden ? '' : 'cursor-pointer'}
              onClick={
                isHidden
                  ? undefined
                  : () =>
                      open(
                        `${nameOf(people[from]!.id)} to ${nameOf(people[to]!.id)}: ${plural(n, 'reply', 'replies')}`,
                        {
                          author: people[from]!.id,
                          answered: people[to]!.id,
                        },
                      )
              }
            >
              <title>
                {nameOf(people[from]!.id)} answered {nameOf(people[to]!.id)}: {plural(n, 'reply', 'replies')}
              </title>
            </rect>
          ))}
          {borders.map((at) => (
            <g key={at} stroke="currentColor" strokeWidth={1}>
              <line x1={at} x2={at} y1={0} y2={side} />
              <line x1={0} x2={side} y1={at} y2={at} />
            </g>
          ))}
        </g>
      </svg>
    </div>
  );
}

const shortened = (name: string, most = 22) => (name.length > most ? `${name.slice(0, most - 1)}…` : name);

/** Lays a network out in a worker; null until it is there. */
function useNetwork(asked: NetworkAsked): NetworkLaidOut | null {
  const [laidOut, setLaidOut] = useState<{ asked: NetworkAsked; places: NetworkLaidOut } | null>(null);
  useEffect(() => {
    const worker = new Worker(new URL('../../workers/network.worker.ts', import.meta.url), {
      type: 'module',
    });
    worker.onmessage = ({ data }: MessageEvent<NetworkLaidOut>) => setLaidOut({ asked, places: data });
    worker.postMessage(asked);
    return () => worker.terminate();
  }, [asked]);
  return laidOut?.asked === asked ? laidOut.places : null;
}

const SIZE = 560;

type MarkKind = 'first' | 'second' | 'alone';

/** How someone is drawn: by the part of the class, or as someone alone. */
function Drawn({ kind }: { kind: MarkKind }) {
  if (kind === 'second')
    return (
      <rect
        x={-5}
        y={-5}
        width={10}
        height={10}
        fill="var(--color-base-100)"
        stroke="currentColor"
        strokeWidth={1.5}
      />
    );
  return kind === 'alone' ? (
    <circle
      r={5.5}
      fill="var(--color-base-100)"
      stroke="var(--seal)"
      strokeWidth={1.5}
      strokeDasharray="3 2"
    />
  ) : (
    <circle r={5.5} fill="var(--color-primary)" stroke="var(--color-base-100)" strokeWidth={1.5} />
  );
}

/** The same in a line of text. */
function Mark({ kind = 'first' }: { kind?: MarkKind }) {
  return (
    <svg viewBox="-7 -7 14 14" className="inline size-3.5 align-[-0.15em]" aria-hidden>
      <Drawn kind={kind} />
    </svg>
  );
}

/** The same as a network: who talks more stands closer, parts of the class have marks of their own. */
function Network({ asked }: { asked: NetworkAsked }) {
  const { view, nameOf, shortOf } = useShown();
  const { people, parts, partOf, alone } = view.talk;
  const places = useNetwork(asked);
  if (places === null) return <Loading what="Drawing the network" />;
  const at = (index: number) => {
    const [x, y] = places[index]!;
    return { x: SIZE / 2 + x * (SIZE / 2 - 40), y: SIZE / 2 + y * (SIZE / 2 - 26) };
  };
  const lonely = new Set(alone);
  const most = Math.max(1, ...asked.links.map(([, , n]) => n));
  return (
    <figure>
      <svg
        viewBox={`0 0 ${SIZE} ${SIZE}`}
        className="w-full max-w-[40rem] text-[11px]"
        role="img"
        aria-label="Who talks with whom, as a network"
      >
        <g stroke="var(--color-primary)">
          {asked.links.map(([one, other, n]) => (
            <line
              key={`${one} ${other}`}
              x1={at(one).x}
              y1={at(one).y}
              x2={at(other).x}
              y2={at(other).y}
              strokeWidth={0.6 + (2.4 * n) / most}
              opacity={0.25 + (0.5 * n) / most}
            />
          ))}
        </g>
        {people.map(({ id }, index) => {
          const { x, y } = at(index);
          const isSecond = parts.length === 2 && partOf[index] === 1;
          return (
            <g key={id} transform={`translate(${x}, ${y})`}>
              <Drawn kind={lonely.has(id) ? 'alone' : isSecond ? 'second' : 'first'} />
              <text y={-9} textAnchor="middle" fill="currentColor">
                {shortOf(id)}
              </text>
              <title>{nameOf(id)}</title>
            </g>
          );
        })}
      </svg>
      <figcaption className="quiet flex flex-wrap gap-x-5 text-sm">
        {parts.length === 2 && (
          <>
            <span>
              <Mark /> {parts[0]!.title}
            </span>
            <span>
              <Mark kind="second" /> {parts[1]!.title}
            </span>
          </>
        )}
        {alone.length > 0 && (
          <span>
            <Mark kind="alone" /> alone
          </span>
        )}
        <span>Who talks more stands closer.</span>
      </figcaption>
    </figure>
  );
}

/** How often each part of the class answered each. */
function Parts() {
  const { parts, partPairs } = useShown().view.talk;
  const of = new Map(partPairs.map(([from, to, n]) => [`${from} ${to}`, n]));
  return (
    <div className="relative overflow-x-auto">
      <table className="text-sm">
        <caption className="quiet pb-1 text-left">Replies from each row to each column</caption>
        <thead>
          <tr className="quiet ruled border-b">
            <td />
            {parts.map(({ id, title }) => (
              <th key={id} scope="col" className="py-1 pl-5 text-right font-medium">
                {title}
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {parts.map(({ id, title, size }, from) => (
            <tr key={id} className="ruled border-b">
              <th scope="row" className="py-1 pr-4 text-left font-normal">
                {title} <span className="quiet num text-xs">{size}</span>
              </th>
              {parts.map((other, to) => (
                <td
                  key={other.id}
                  className={`num py-1 pl-5 text-right ${from === to ? 'font-semibold' : ''}`}
                >
                  {of.get(`${from} ${to}`) ?? 0}
                </td>
              ))}
            </tr>
          ))}
        </tbody>
      </table>
    </div>
  );
}

/** Who talks with whom: as a sorted matrix, as a network, and between the parts of the class. */
export function Talking() {
  const { view, nameOf } = useShown();
  const { people, pairs, parts, partOf, alone } = view.talk;
  const [asked] = useState<NetworkAsked>(() => ({
    people: people.length,
    links: undirected(pairs),
    parts: partOf,
  }));
  return (
    <>
      {pairs.length === 0 && people.length > 0 && (
        <p className="quiet mb-4">
          A class of {people.length} is drawn by its parts alone; choose a section to see everyone.
        </p>
      )}
      {pairs.length > 0 && (
        <div className="grid items-start gap-8 xl:grid-cols-[auto_1fr]">
          <Matrix />
          <Network asked={asked} />
        </div>
      )}
      {parts.length > 1 && (
        <section aria-label="Between parts of the class" className="mt-6">
          <Parts />
        </section>
      )}
      {alone.length > 0 && (
        <section aria-labelledby="alone" className="mt-6">
          <h3 id="alone" className="text-base">
            Neither answered nor answering
          </h3>
          <p>{alone.map(nameOf).join(', ')}</p>
        </section>
      )}
      {pairs.length > 0 && (
        <AsTable>
          <PlainTable
            heads={['Student', 'Replies to others', 'Replies from others']}
            rows={people.map(({ id, given, received }) => [nameOf(id), given, received])}
          />
          <ul className="mt-4 text-sm">
            {pairs.map(([from, to, n]) => (
              <li key={`${from} ${to}`}>
                <Leads
                  to={{ author: people[from]!.id, answered: people[to]!.id }}
                  title={`${nameOf(people[from]!.id)} to ${nameOf(people[to]!.id)}: ${plural(n, 'reply', 'replies')}`}
                  count={n}
                >
                  {nameOf(people[from]!.id)} to {nameOf(people[to]!.id)}: {plural(n, 'reply', 'replies')}
                </Leads>
              </li>
            ))}
          </ul>
        </AsTable>
      )}
    </>
  );
}
