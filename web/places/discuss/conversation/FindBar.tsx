import { nameOrder } from '../../../../core/text/nameOrder';
import {
  CheckCheck,
  FoldVertical,
  Layers,
  RotateCcw,
  Search,
  SquareCheck,
  UnfoldVertical,
  X,
  type LucideIcon,
} from 'lucide-react';
import { useMemo, type ReactNode, type RefObject } from 'react';
import type { ForumView } from '../../../../contract/discuss';
import { countQualities, isLookedFor } from '../../../../core/conversation/filterPosts';
import type { ThreadOrder } from '../../../../core/conversation/orderThreads';
import { useVantage } from '../../../data/vantage';
import { Choice } from '../../../ui/Choice';
import { Kbd } from '../../../ui/keys';
import { plural, numberWords } from '../../../../words/numbers';
import { useTyped } from '../../../ui/useTyped';
import type { Talk } from '../context/talk';
import type { Folding } from './useFolding';
import { QUALITIES, type Finding, type View } from './useFinding';

const VIEWS: readonly (readonly [View, string])[] = [
  ['threads', 'in threads'],
  ['stream', 'one by one'],
];

/** Everyone who wrote one of the posts, by their sortable names. */
function authorsOf(talk: readonly Talk[]) {
  const authors = new Map(
    talk.flatMap(({ placed: { post } }) => (post.author ? [[post.author.id, post.author] as const] : [])),
  );
  return [...authors.values()].sort((a, b) => nameOrder(a.sortable, b.sortable));
}

const ORDERS: readonly (readonly [ThreadOrder, string])[] = [
  ['conversation', 'by conversation'],
  ['newest', 'newest first'],
  ['oldest', 'oldest first'],
  ['activity', 'latest activity'],
  ['fewest', 'fewest replies first'],
];

/** Above the conversation: what is unread, the order, and finding posts by words and qualities. */
export function FindBar({
  talk,
  finding,
  isStaff,
  unread,
  nextUnread,
  markAll,
  left,
  field,
  folding,
  groupings,
  pickAll,
}: {
  talk: readonly Talk[];
  finding: Finding;
  isStaff: boolean;
  unread: number;
  nextUnread: () => void;
  /** Marks every post of the forum as read, or as unread. */
  markAll: (read: boolean) => void;
  /** How many posts are left by what is looked for. */
  left: number;
  field: RefObject<HTMLInputElement | null>;
  /** null where nothing can be folded, because posts stand one by one. */
  folding: Folding | null;
  /** Picks everything that is shown; null where nothing can be done with it. */
  pickAll: (() => void) | null;
  /** Sections and groups to look into, for staff. */
  groupings: ForumView['groupings'];
}) {
  const { filter } = finding;
  const isFiltered = isLookedFor(filter);
  return (
    <section aria-label="Find and order" className="no-print space-y-2.5 py-3">
      <div className="flex flex-wrap items-center gap-x-3 gap-y-2">
        <FindField finding={finding} field={field} />
        <Choices talk={talk} finding={finding} groupings={isStaff ? groupings : []} />
        {folding?.hasFoldable && (
          <QuietButton
            icon={folding.isAnyFolded ? UnfoldVertical : FoldVertical}
            onClick={() => folding.foldAll(!folding.isAnyFolded)}
          >
            {folding.isAnyFolded ? 'Unfold everything' : 'Fold all replies'}
          </QuietButton>
        )}
        {!isFiltered && isStaff && pickAll !== null && (
          <QuietButton icon={SquareCheck} onClick={pickAll}>
            Pick all
          </QuietButton>
        )}
        <span className="grow" />
        <Marking talk={talk} unread={unread} nextUnread={nextUnread} markAll={markAll} />
      </div>
      <Qualities talk={talk} finding={finding} isStaff={isStaff} />
      <p role="status" className={isFiltered ? 'flex flex-wrap items-center gap-x-3 text-sm' : 'sr-only'}>
        {isFiltered && <Found of={talk.length} finding={finding} left={left} pickAll={pickAll} />}
      </p>
    </section>
  );
}

function QuietButton({
  icon: Icon,
  onClick,
  children,
}: {
  icon: LucideIcon;
  onClick: () => void;
  children: ReactNode;
}) {
  return (
    <button
      type="button"
      className="quiet flex cursor-pointer items-center gap-1 text-sm hover:underline"
      onClick={onClick}
    >
      <Icon className="size-4" aria-hidden />
      {children}
    </button>
  );
}

function FindField({ finding, field }: { finding: Finding; field: RefObject<HTMLInputElement | null> }) {
  const [typed, setTyped] = useTyped(finding.words, finding.setWords);
  return (
    <label className="input input-sm raised h-9 w-full sm:w-64">
      <Search className="size-4 opacity-60" aria-hidden />
      <input
        ref={field}
        type="search"
        aria-label="Find in this forum"
        placeholder="Find in this forum"
        value={typed}
        maxLength={400}
        onChange={(event) => setTyped(event.target.value)}
      />
      <Kbd>/</Kbd>
    </label>
  );
}

/** The order of threads, how posts are laid out, and whose are shown. */
function Choices({
  talk,
  finding,
  groupings,
}: {
  talk: readonly Talk[];
  finding: Finding;
  groupings: ForumView['groupings'];
}) {
  const authors = useMemo(() => authorsOf(talk), [talk]);
  return (
    <>
      <Choice label="Order" value={finding.order} choose={finding.setOrder} options={ORDERS} />
      <Choice
        label="View"
        value={finding.view === 'stream' ? 'stream' : 'threads'}
        choose={finding.setView}
        options={VIEWS}
      />
      {groupings.length > 1 && (
        <Choice
          label="Section or group"
          value={finding.circle}
          choose={finding.setCircle}
          options={[
            ['', 'all sections and groups'],
            ...groupings.map(({ id, title }) => [id, title] as const),
          ]}
        />
      )}
      {authors.length > 1 && (
        <Choice
          label="Author"
          value={finding.filter.authorId ?? ''}
          choose={finding.setAuthor}
          options={[['', 'everyone'], ...authors.map(({ id, sortable }) => [id, sortable] as const)]}
        />
      )}
    </>
  );
}

/** How many posts are unread, and marking all of them as read, or as unread. */
function Marking({
  talk,
  unread,
  nextUnread,
  markAll,
}: {
  talk: readonly Talk[];
  unread: number;
  nextUnread: () => void;
  markAll: (read: boolean) => void;
}) {
  const canMark = useVantage() === null && talk.some(({ mine }) => !mine);
  if (unread > 0)
    return (
      <span className="flex items-center gap-3 text-sm">
        <button type="button" className="link-plain num" onClick={nextUnread}>
          Next of {numberWords(unread)} unread <Kbd>U</Kbd>
        </button>
        <QuietButton icon={CheckCheck} onClick={() => markAll(true)}>
          Mark all read
        </QuietButton>
      </span>
    );
  if (!canMark) return null;
  return (
    <QuietButton icon={RotateCcw} onClick={() => markAll(false)}>
      Mark all unread
    </QuietButton>
  );
}

/** The qualities posts can be looked for by, each with how many have it. */
function Qualities({
  talk,
  finding: { filter, toggle },
  isStaff,
}: {
  talk: readonly Talk[];
  finding: Finding;
  isStaff: boolean;
}) {
  const counts = useMemo(() => countQualities(talk, filter), [talk, filter]);
  return (
    <div role="group" aria-label="Show only" className="flex flex-wrap gap-1.5">
      {QUALITIES.map(([quality, name, forStaff]) => {
        const on = filter.qualities.includes(quality);
        if ((forStaff && !isStaff) || (counts[quality] === 0 && !on)) return null;
        return (
          <button
            key={quality}
            type="button"
            aria-pressed={on}
            className={`num cursor-pointer rounded-full border px-2.5 py-0.5 text-sm ${on ? 'border-primary font-semibold bg-river-wash' : 'ruled quiet hover:border-primary'}`}

            onClick={() => toggle(quality)}
          >
            {name} {numberWords(counts[quality])}
          </button>
        );
      })}
    </div>
  );
}

/** How many posts are left by what is looked for, and what can be done with them. */
function Found({
  of,
  finding,
  left,
  pickAll,
}: {
  of: number;
  finding: Finding;
  left: number;
  pickAll: (() => void) | null;
}) {
  const act = (Icon: LucideIcon, words: string, run: () => void) => (
    <button type="button" className="link-plain flex items-center gap-1" onClick={run}>
      <Icon className="size-3.5" aria-hidden />
      {words}
    </button>
  );
  const canAct = left > 0 && finding.view !== 'stack';
  return (
    <>
      <span className="num">
        {finding.isLooking
          ? 'Looking …'
          : finding.error
            ? 'The search did not answer; try again in a moment.'
            : `${plural(left, 'post')} of ${numberWords(of)}`}
      </span>
      {act(X, 'Show everything', finding.clear)}
      {canAct && pickAll !== null && act(SquareCheck, 'Pick these', pickAll)}
      {canAct && act(Layers, 'Read as a stack', () => finding.setView('stack'))}
    </>
  );
}
