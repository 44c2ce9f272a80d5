import {
  forceCollide,
  forceLink,
  forceManyBody,
  forceSimulation,
  forceX,
  forceY,
  type SimulationNodeDatum,
} from 'd3-force';

/** A network to be laid out: how many people, who of them talk, and which part of the class each belongs to. */
export interface NetworkAsked {
  readonly people: number;
  /** Pairs of people with how many replies went between them. */
  readonly links: readonly (readonly [one: number, other: number, replies: number])[];
  readonly parts: readonly (number | null)[];
}

/** Where everyone stands, in a square from -1 to 1. */
export type NetworkLaidOut = readonly (readonly [x: number, y: number])[];

const TICKS = 300;

/** Who talks with whom without a direction: each pair once. */
export function undirected(
  pairs: readonly (readonly [number, number, number])[],
): [number, number, number][] {
  const sums = new Map<string, [number, number, number]>();
  for (const [from, to, n] of pairs) {
    const [one, other] = from < to ? [from, to] : [to, from];
    const known = sums.get(`${one} ${other}`);
    if (known) known[2] += n;
    else sums.set(`${one} ${other}`, [one, other, n]);
  }
  return [...sums.values()];
}

/** Lays a network out: who talks more stands closer; the same network always in the same way. */
export function networkOf({ people, links, parts }: NetworkAsked): NetworkLaidOut {
  const nodes: SimulationNodeDatum[] = Array.from({ length: people }, (_, index) => ({ index }));
  const kinds = new Set(parts.filter((part) => part !== null)).size;
  const side = (index: number) => {
    const part = parts[index];
    return part == null || kinds < 2 ? 0 : Math.cos((2 * Math.PI * part) / kinds) * 60;
  };
  forceSimulation(nodes)
    .force('charge', forceManyBody().strength(-90))
    .force(
      'link',
      forceLink(links.map(([source, target, n]) => ({ source, target, n })))
        .distance(46)
        .strength((link) => Math.min(1, 0.12 * (link as { n: number }).n)),
    )
    .force('apart', forceCollide(15))
    .force('x', forceX((_, index) => side(index)).strength(0.06))
    .force('y', forceY(0).strength(0.08))
    .stop()
    .tick(TICKS);
  const xs = nodes.map(({ x = 0 }) => x);
  const ys = nodes.map(({ y = 0 }) => y);
  const middle = (all: readonly number[]) => (Math.min(...all) + Math.max(...all)) / 2;
  const [cx, cy] = [middle(xs), middle(ys)];
  const reach = Math.max(1, ...xs.map((x) => Math.abs(x - cx)), ...ys.map((y) => Math.abs(y - cy)));
  return nodes.map((_, index) => [(xs[index]! - cx) / reach, (ys[index]! - cy) / reach]);
}
