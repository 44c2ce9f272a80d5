import { askedAnew } from '../data/askAnew';
import { addresses } from '../../words/addresses';
import {
  ChevronDown,
  Clock,
  Keyboard,
  Landmark,
  LogOut,
  Mail,
  Moon,
  Search,
  Settings2,
  Sun,
} from 'lucide-react';
import { useMemo, useState, type ReactNode } from 'react';
import { Link, NavLink, useNavigate } from 'react-router';
import { mutate } from 'swr';
import { chooseHours, moveClock, signOut } from '../../contract/session';
import { fromWallClock, toWallClock } from '../../core/time/wallClock';
import { call } from '../data/api';
import { heardFromServer, useNow } from '../data/clock';
import { CourseContext } from '../data/course';
import { useSession } from '../data/session';
import { setTheme, useTheme } from '../data/theme';
import { setVantage, useVantage } from '../data/vantage';
import type { CourseFrame } from '../../contract/course';
import { timeWords } from '../../words/dates';
import { dateWords } from './dateWords';
import { Dialog } from './Dialog';
import { Initials } from './Initials';
import { LiveCourse } from './LiveCourse';
import { Menu, MenuAction, MenuLink } from './Menu';
import { NoticeBell } from './NoticeBell';
import { Outgoing } from './Outgoing';
import { useKeyHelp } from './keys';
import { VantageBar, VantageButton } from './VantageBar';
import { orSayWhyNot, sayWhyNot } from './sayWhyNot';
import { DateField } from './dates/DateField';

function Logo() {
  return (
    <Link to="/" className="flex shrink-0 items-end gap-2" aria-label="Juror, to the start">
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
  const words = `${course.code} · ${dateWords(now, course.zone)}`;
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
      {open && <ClockDialog course={course} now={now} close={() => setOpen(false)} />}
    </>
  );
}

function ClockDialog({ course, now, close }: { course: CourseFrame; now: number; close: () => void }) {
  const [wall, setWall] = useState(toWallClock(now, course.zone));
  const move = async () => {
    await orSayWhyNot(async () => {
      const answer = await call(moveClock, {}, { to: fromWallClock(wall, course.zone) });
      heardFromServer(answer.now);
      await askedAnew();
      close();
    });
  };
  return (
    <Dialog title="Move the course clock" onClose={close}>
      <p className="quiet">
        Only in the demo. Everyone in the course then lives at this moment; what was written stays.
      </p>
      <form
        className="mt-4 flex items-end gap-3"
        onSubmit={(event) => {
          event.preventDefault();
          void move();
        }}
      >
        <DateField
          strong
          label="It is now"
          value={wall}
          required
          onChange={(event) => setWall(event.target.value)}
        />
        <button className="btn btn-primary">Move the clock</button>
      </form>
    </Dialog>
  );
}

/** A time that reads differently in either hours, as an example. */
const EVENING = Date.UTC(2000, 0, 1, 23, 59);

function PersonMenu({ course }: { course: CourseFrame | null }) {
  const { state, set } = useSession();
  const navigate = useNavigate();
  const theme = useTheme();
  const keyHelp = useKeyHelp();
  const person = state.person!;
  const hours = person.hours === 12 ? 24 : 12;
  const otherHours = async () => {
    await call(chooseHours, {}, { hours });
    set({ ...state, person: { ...person, hours } });
  };
  const leave = async () => {
    try {
      await call(signOut);
    } catch (error) {
      sayWhyNot(error);
      return;
    }
    setVantage(null);
    await mutate(() => true, undefined, { revalidate: false });
    set({ ...state, person: null, courses: [], token: null });
    await navigate('/sign-in');
  };
  return (
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
    >
      {course && course.role !== 'student' && (
        <MenuLink to={addresses.settings(course.id)} icon={Settings2}>
          Course settings
        </MenuLink>
      )}
      {person.administrator && (
        <MenuLink to="/administration" icon={Landmark}>
          Administration
        </MenuLink>
      )}
      <MenuLink to="/outbox" icon={Mail}>
        Outbox
      </MenuLink>
      <MenuAction icon={theme === 'day' ? Moon : Sun} act={() => setTheme(theme === 'day' ? 'night' : 'day')}>
        {theme === 'day' ? 'Night theme' : 'Day theme'}
      </MenuAction>
      <MenuAction icon={Clock} act={() => void orSayWhyNot(otherHours)}>
        Write times as {timeWords(EVENING, 'UTC', hours)}
      </MenuAction>
      <MenuAction icon={Keyboard} act={keyHelp}>
        Keys of this screen
      </MenuAction>
      <MenuAction icon={LogOut} act={() => void leave()}>
        Sign out
      </MenuAction>
    </Menu>
  );
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
    >
      {state.courses.map((other) => (
        <MenuLink key={other.id} to={addresses.course(other.id)} current={other.id === course.id}>
          <span className="min-w-0">
            {other.title} <span className="quiet">{other.code}</span>
          </span>
        </MenuLink>
      ))}
    </Menu>
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
        ] as const);
  return (
    <nav
      aria-label="Places of the course"
      className="flex h-full min-w-0 items-stretch gap-1 overflow-x-auto [scrollbar-width:none] sm:gap-3"
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
              <div className="ruled hidden border-l pl-5 md:block">
                <CourseSwitch course={course} />
                <span className="quiet block text-xs">
                  <CourseClock course={course} />
                </span>
              </div>
              <Places course={course} />
            </>
          )}
          <div className="ml-auto flex items-center gap-3 sm:gap-5">
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
        {course && <VantageBar course={course} />}
        <main id="main" className="flex min-h-0 grow flex-col" tabIndex={-1}>
          {children}
        </main>
      </div>
    </CourseContext>
  );
}
