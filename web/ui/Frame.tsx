import { addresses } from '../../words/addresses';
import {
  BookOpen,
  ChevronDown,
  Clock,
  Eye,
  Keyboard,
  Landmark,
  LogOut,
  Mail,
  Moon,
  Search,
  Settings2,
  Sun,
  UserRound,
} from 'lucide-react';
import { lazy, Suspense, useMemo, useState, type ReactNode } from 'react';
import { Link, NavLink } from 'react-router';
import { mutate } from 'swr';
import { signOut } from '../../contract/session';
import { call } from '../data/api';
import { useNow } from '../data/clock';
import { CourseContext } from '../data/course';
import { signedOutHere } from '../data/signedOut';
import { useSession } from '../data/session';
import { useMedia } from '../data/useMedia';
import { setTheme, useTheme } from '../data/theme';
import { setVantage, useVantage } from '../data/vantage';
import type { CourseFrame } from '../../contract/course';
import { dateWords, zoneWords } from './dateWords';
import { Initials } from './Initials';
import { LiveCourse } from './LiveCourse';
import { Menu } from './Menu';
import type { MenuEntry } from './menuEntry';
import { NoticeBell } from './NoticeBell';
import { Outgoing } from './Outgoing';
import { useKeyHelp } from './keys';
import { VantageButton } from './vantage/VantageButton';
import { sayWhyNot } from './sayWhyNot';

const VantageBar = lazy(async () => ({ default: (await import('./vantage/VantageBar')).VantageBar }));
const LookAs = lazy(async () => ({ default: (await import('./vantage/LookAs')).LookAs }));
const ClockDialog = lazy(async () => ({ default: (await import('./ClockDialog')).ClockDialog }));

function Logo() {
  return (
    <Link to="/" className="flex shrink-0 items-end gap-2" aria-label="Juror: home">
      <svg width="25" height="20" viewBox="0 0 25 20" aria-hidden>
        <rect width="5" height="20" fill="currentColor" />
        <rect x="8" y="9" width="4" height="11" fill="currentColor" />
        <rect x="14" y="9" width="4" height="11" fill="currentColor" />
        <rect x="20.5" y="11" width="4" height="9" fill="var(--seal)" />
      </svg>
      <span className="hidden font-serif text-lg leading-none font-bold whitespace-nowrap min-[430px]:block">
        Juror
      </span>
    </Link>
  );
}

/** In the demo staff move the course clock here; elsewhere it only tells the time. */
function CourseClock({ course }: { course: CourseFrame }) {
  const { state } = useSession();
  const now = useNow();
  const [open, setOpen] = useState(false);
  const words = `${course.code} · ${dateWords(now, course.zone)}${zoneWords(now, course.zone)}`;
  if (!state.demo || course.role === 'student') return <span className="num">{words}</span>;
  return (
    <>
      <button
        type="button"
        className="num cursor-pointer hover:underline"
        onClick={() => setOpen(true)}
        title="Move the course clock"
      >
        {words}
      </button>
      {open && (
        <Suspense>
          <ClockDialog course={course} now={now} close={() => setOpen(false)} />
        </Suspense>
      )}
    </>
  );
}

function PersonMenu({ course }: { course: CourseFrame | null }) {
  const { state, set } = useSession();
  const theme = useTheme();
  const keyHelp = useKeyHelp();
  const person = state.person!;
  const narrow = useNarrowEntries(course);
  const leave = async () => {
    try {
      await call(signOut);
    } catch (error) {
      sayWhyNot(error);
      return;
    }
    setVantage(null);
    await mutate(() => true, undefined, { revalidate: false });
    signedOutHere();
    set({ ...state, person: null, courses: [], token: null });
  };
  return (
    <>
      <Menu
        button={<Initials name={person.name} staff />}
        label={`${person.name}: menu`}
        className="rounded-full"
        at="end"
        width="w-60"
        head={
          <p className="px-3 py-1.5">
            <span className="block font-semibold">{person.name}</span>
            <span className="quiet block text-sm">{person.email}</span>
          </p>
        }
        entries={[
          ...narrow.entries,
          { label: 'Your account', icon: UserRound, to: '/account' },
          course && course.role !== 'student'
            ? { label: 'Course settings', icon: Settings2, to: addresses.settings(course.id) }
            : null,
          person.administrator ? { label: 'Administration', icon: Landmark, to: '/administration' } : null,
          { label: 'Outbox', icon: Mail, to: '/outbox' },
          {
            label: theme === 'day' ? 'Night theme' : 'Day theme',
            icon: theme === 'day' ? Moon : Sun,
            act: () => setTheme(theme === 'day' ? 'night' : 'day'),
          },
          { label: 'Keyboard shortcuts', icon: Keyboard, act: keyHelp },
          { label: 'Sign out', icon: LogOut, act: () => void leave() },
        ]}
      />
      {narrow.asks}
    </>
  );
}

/** What the bar has no room for in a narrow window: other courses, the clock of the demo, and looking as a student. */
function useNarrowEntries(course: CourseFrame | null): {
  entries: readonly (MenuEntry | null)[];
  asks: ReactNode;
} {
  const { state } = useSession();
  const now = useNow();
  // Staff have more places, which take the room of the course's name first.
  const isNarrow = useMedia(course?.role === 'student' ? '(max-width: 767px)' : '(max-width: 1023px)');
  const isLooking = useVantage() !== null;
  const [asks, setAsks] = useState<'clock' | 'vantage' | null>(null);
  if (!isNarrow || course === null) return { entries: [], asks: null };
  const isStaff = course.role !== 'student';
  const close = () => setAsks(null);
  return {
    entries: [
      ...state.courses
        .filter(({ id }) => id !== course.id)
        .map((other) => ({
          key: other.id,
          label: other.title,
          icon: BookOpen,
          to: addresses.course(other.id),
        })),
      isStaff && !isLooking ? { label: 'Look as a student', icon: Eye, act: () => setAsks('vantage') } : null,
      isStaff && state.demo
        ? { label: 'Move the course clock', icon: Clock, act: () => setAsks('clock') }
        : null,
    ],
    asks: (
      <Suspense>
        {asks === 'clock' && <ClockDialog course={course} now={now} close={close} />}
        {asks === 'vantage' && <LookAs course={course} close={close} />}
      </Suspense>
    ),
  };
}

function CourseSwitch({ course }: { course: CourseFrame }) {
  const { state } = useSession();
  if (state.courses.length < 2)
    return <span className="block max-w-56 truncate leading-tight font-bold">{course.title}</span>;
  return (
    <Menu
      button={
        <>
          <span className="max-w-56 truncate">{course.title}</span>
          <ChevronDown className="size-3.5 shrink-0" aria-hidden />
        </>
      }
      label={`${course.title}: change course`}
      className="flex items-center gap-1 leading-tight font-bold"
      at="start"
      width="w-72"
      entries={state.courses.map((other) => ({
        key: other.id,
        label: `${other.title} ${other.code}`,
        to: addresses.course(other.id),
        isHere: other.id === course.id,
      }))}
    />
  );
}

function Places({ course }: { course: CourseFrame }) {
  const places =
    course.role === 'student'
      ? ([
          [addresses.myWork, 'My work'],
          [addresses.discuss, 'Discuss'],
          [addresses.scores, 'Scores'],
        ] as const)
      : ([
          [addresses.plan, 'Plan'],
          [addresses.discuss, 'Discuss'],
          [addresses.dockets, 'Evaluate'],
          [addresses.gradebook, 'Gradebook'],
          [addresses.roster, 'Roster'],
          [addresses.insight, 'Insight'],
        ] as const);
  return (
    <nav
      aria-label="Places of the course"
      className="flex h-full min-w-0 items-stretch gap-1 overflow-x-auto [scrollbar-width:thin] sm:gap-3"
    >
      {places.map(([address, name]) => (
        <NavLink
          key={name}
          to={address(course.id)}
          className={({ isActive }) =>
            `flex items-center gap-2 border-b-[3px] px-1.5 pt-[3px] whitespace-nowrap ${isActive ? 'border-primary font-bold' : 'quiet border-transparent font-medium hover:border-base-300'}`
          }
        >
          {name}
          {address === addresses.dockets && course.ready > 0 && (
            <span className="num rounded-full px-2 py-0.5 text-xs font-semibold text-primary bg-river-wash">
              {course.ready}
              <span className="sr-only"> to evaluate</span>
            </span>
          )}
        </NavLink>
      ))}
    </nav>
  );
}

/** The slim bar on top: the course, its places in the order of work, the person. */
export function Frame({ course, children }: { course: CourseFrame | null; children: ReactNode }) {
  const { state } = useSession();
  const vantage = useVantage();
  const hours = state.person?.hours;
  // Whoever writes a time does so by the course's zone and the person's hours: another course or other hours, and all is written anew.
  // eslint-disable-next-line react-hooks/exhaustive-deps
  const shown = useMemo(() => course && { ...course }, [course, hours]);
  return (
    <CourseContext value={shown}>
      <div className="flex min-h-screen flex-col">
        {state.person && <Outgoing person={state.person.id} />}
        {state.person && (
          <LiveCourse
            key={state.person.id}
            person={state.person.id}
            isStaff={course !== null && course.role !== 'student'}
          />
        )}
        <a href="#main" className="sr-only focus:not-sr-only focus:absolute focus:z-50 focus:p-3 raised">
          Skip to the content
        </a>
        <header className="ruled sticky top-0 z-40 flex h-[52px] items-center gap-3 border-b bg-base-100 px-4 sm:gap-5 sm:px-5">
          <Logo />
          {course && (
            <>
              <div
                className={`ruled hidden border-l pl-5 ${course.role === 'student' ? 'md:block' : 'lg:block'}`}
              >
                <CourseSwitch course={course} />
                <span className="quiet block text-xs whitespace-nowrap">
                  <CourseClock course={course} />
                </span>
              </div>
              <Places course={course} />
            </>
          )}
          <div className="ml-auto flex shrink-0 items-center gap-3 sm:gap-5">
            {course && (
              <Link
                to={addresses.search(course.id)}
                aria-label="Search the course"
                title="Search the course"
                className="rounded p-1 opacity-80 hover:opacity-100"
              >
                <Search className="size-[1.15rem]" aria-hidden />
              </Link>
            )}
            {course && vantage === null && <NoticeBell course={course.id} />}
            {course && course.role !== 'student' && vantage === null && <VantageButton course={course} />}
            {state.person && <PersonMenu course={course} />}
          </div>
        </header>
        {course && vantage !== null && (
          <Suspense>
            <VantageBar course={course} />
          </Suspense>
        )}
        <main id="main" className="flex min-h-0 grow flex-col" tabIndex={-1}>
          {children}
        </main>
      </div>
    </CourseContext>
  );
}
