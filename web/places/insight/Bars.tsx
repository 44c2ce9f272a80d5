import { Bar, BarChart, LabelList, ResponsiveContainer, XAxis, YAxis } from 'recharts';

const TICK = { fill: 'currentColor', fontSize: 12 };

/** Numbers as bars, one colour each kind; who does not see them reads the table beside. */
export function Bars({
  data,
  across,
  kinds,
}: {
  data: readonly Readonly<Record<string, string | number | null>>[];
  /** What stands below the bars. */
  across: string;
  kinds: readonly { readonly key: string; readonly colour: string }[];
}) {
  return (
    <div aria-hidden className="num mt-2 h-56 text-xs">
      <ResponsiveContainer width="100%" height="100%">
        <BarChart
          accessibilityLayer={false}
          data={[...data]}
          margin={{ top: 16, right: 0, bottom: 0, left: -22 }}
        >
          <XAxis
            dataKey={across}
            tickLine={false}
            axisLine={{ stroke: 'var(--rule)' }}
            tick={TICK}
            interval={0}
          />
          <YAxis allowDecimals={false} tickLine={false} axisLine={false} tick={TICK} />
          {kinds.map(({ key, colour }) => (
            <Bar key={key} dataKey={key} fill={colour} isAnimationActive={false} radius={[2, 2, 0, 0]}>
              <LabelList dataKey={key} position="top" fill="currentColor" fontSize={11} />
            </Bar>
          ))}
        </BarChart>
      </ResponsiveContainer>
    </div>
  );
}
