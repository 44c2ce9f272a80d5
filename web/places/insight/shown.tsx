import { createContext, use, type ReactNode } from 'react';
import type { InsightView } from '../../../contract/insight';
import type { PostsWanted } from './PostsBehind';

/** What the pictures share: names as they may be shown, and the way to the posts behind a part. */
export interface Shown {
  readonly view: InsightView;
  /** "Ines Vardanyan", or "Student 7" where names are hidden. */
  readonly nameOf: (id: string) => string;
  /** "Ines", or "7". */
  readonly shortOf: (id: string) => string;
  /** Whether names are hidden; then nothing leads to a person or a post. */
  readonly isHidden: boolean;
  /** Opens the posts behind a part of a picture. */
  readonly open: (title: string, wanted: PostsWanted) => void;
}

const ShownContext = createContext<Shown | null>(null);

export function ShowsInsight({ value, children }: { value: Shown; children: ReactNode }) {
  return <ShownContext value={value}>{children}</ShownContext>;
}

/** What the pictures share. */
export function useShown(): Shown {
  const shown = use(ShownContext);
  if (!shown) throw new Error('useShown outside Insight');
  return shown;
}

/** The way from a part of a picture to the posts behind it; plain where there are none, or names are hidden. */
export function Leads({
  to,
  title,
  count,
  className = '',
  children,
}: {
  to: PostsWanted;
  /** Says what the posts are; also to who does not see the picture. */
  title: string;
  count: number;
  className?: string;
  children: ReactNode;
}) {
  const { open, isHidden } = useShown();
  if (count === 0 || isHidden) return <span className={className}>{children}</span>;
  return (
    <button
      type="button"
      className={`cursor-pointer hover:underline ${className}`}
      title={title}
      aria-label={title}
      onClick={() => open(title, to)}
    >
      {children}
    </button>
  );
}

/** The same as a table, for who reads better so. */
export function AsTable({ children }: { children: ReactNode }) {
  return (
    <details className="mt-4 print:hidden">
      <summary className="link-plain text-sm">As a table</summary>
      <div className="relative mt-2 overflow-x-auto">{children}</div>
    </details>
  );
}

/** A plain table of words and numbers; the first column is what each row is about. */
export function PlainTable({
  heads,
  rows,
}: {
  heads: readonly string[];
  rows: readonly (readonly (string | number)[])[];
}) {
  return (
    <table className="w-full text-sm">
      <thead>
        <tr className="quiet ruled border-b text-left">
          {heads.map((head, index) => (
            <th key={head} scope="col" className={`py-1 pr-4 font-medium ${index > 0 ? 'text-right' : ''}`}>
              {head}
            </th>
          ))}
        </tr>
      </thead>
      <tbody>
        {rows.map((cells, row) => (
          <tr key={row} className="ruled border-b">
            {cells.map((cell, index) =>
              index === 0 ? (
                <th key={index} scope="row" className="py-1 pr-4 text-left font-normal">
                  {cell}
                </th>
              ) : (
                <td key={index} className="num py-1 pr-4 text-right">
                  {cell}
                </td>
              ),
            )}
          </tr>
        ))}
      </tbody>
    </table>
  );
}
