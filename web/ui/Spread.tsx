import { Bar, BarChart, ResponsiveContainer, XAxis, YAxis } from 'recharts';
import { STRETCHES, type Distribution } from '../../core/scoring/distribution';
import { maximumWords } from '../../words/numbers';

const edge = (at: number, maximum: number) => maximumWords(Math.round((at * maximum) / STRETCHES));

/** How many scores lie in each tenth of the maximum; in words for who does not see it. */
export function Spread({ given, maximum, most }: { given: Distribution; maximum: number; most: number }) {
  const data = given.stretches.map((count, at) => ({ at: edge(at, maximum), count }));
  const words = given.stretches
    .map((count, at) => (count === 0 ? '' : `${edge(at, maximum)} to ${edge(at + 1, maximum)}: ${count}`))
    .filter((each) => each !== '');
  return (
    <figure>
      <div aria-hidden className="num h-24 text-xs">
        <ResponsiveContainer width="100%" height="100%">
          <BarChart
            accessibilityLayer={false}
            data={data}
            margin={{ top: 4, right: 0, bottom: 0, left: -36 }}
          >
            <XAxis
              dataKey="at"
              tickLine={false}
              axisLine={{ stroke: 'var(--rule)' }}
              tick={{ fill: 'currentColor', fontSize: 12 }}
            />
            <YAxis
              domain={[0, most]}
              allowDecimals={false}
              tickLine={false}
              axisLine={false}
              tick={{ fill: 'currentColor', fontSize: 12 }}
              tickCount={3}
            />
            <Bar
              dataKey="count"
              fill="var(--color-primary)"
              isAnimationActive={false}
              radius={[2, 2, 0, 0]}
            />
          </BarChart>
        </ResponsiveContainer>
      </div>
      <figcaption className="sr-only">{words.join(', ')}</figcaption>
    </figure>
  );
}
