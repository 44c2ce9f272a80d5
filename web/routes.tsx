import { FailedPage } from './ui/FailedPage';
import { createBrowserRouter, Navigate, Outlet, useLocation, useParams, useRouteError } from 'react-router';
import { addresses } from '../words/addresses';
import { getCourse } from '../contract/course';
import { useCourse } from './data/course';
import { useSession } from './data/session';
import { useApi } from './data/useApi';
import { setVantage, useVantage } from './data/vantage';
import { useEffect } from 'react';
import { Courses } from './places/courses/Courses';
import { useArrival } from './ui/focus/useArrival';
import { Frame } from './ui/Frame';
import { NotFound } from './ui/NotFound';
import { Empty, Loading } from './ui/states';

function Start() {
  const { state } = useSession();
  const [only, second] = state.courses;
  if (!only && state.person?.administrator) return <Navigate to="/administration" replace />;
  return <Navigate to={only && !second ? addresses.course(only.id) : '/courses'} replace />;
}

function Course() {
  const { course: id } = useParams();
  const vantage = useVantage();
  const { data, error, mutate } = useApi(getCourse, { course: id! }, { keepPreviousData: vantage !== null });
  // Another course is opened with one's own eyes.
  useEffect(() => {
    if (vantage !== null && vantage.course !== id) setVantage(null);
  }, [vantage, id]);
  if (error && !data && vantage !== null) return <NobodyThen />;
  if (error && !data) {
    return (
      <Frame course={null}>
        <FailedPage error={error} retry={() => void mutate()} />
      </Frame>
    );
  }
  if (!data) {
    return (
      <Frame course={null}>
        <Loading what="Opening the course" />
      </Frame>
    );
  }
  return (
    <Frame course={data}>
      <Outlet />
    </Frame>
  );
}

/** The person looked at was not in the course at that moment. */
function NobodyThen() {
  const { course: id } = useParams();
  return (
    <Frame course={null}>
      <Empty
        title="Not in the course at that time"
        action={
          <button
            type="button"
            className="btn btn-primary"
            onClick={() => {
              setVantage(null);
              location.assign(addresses.plan(id!));
            }}
          >
            Leave the vantage
          </button>
        }
      >
        The person you look as did not belong to the course at that moment.
      </Empty>
    </Frame>
  );
}

/** Places are for staff or for students; to the others they do not exist. */
function For({ who }: { who: 'staff' | 'student' }) {
  const { role } = useCourse();
  return (role === 'student') === (who === 'student') ? <Outlet /> : <NotFound />;
}

function ModerateNow() {
  const { course, forum } = useParams();
  const { search } = useLocation();
  return <Navigate to={addresses.moderate(course!, forum!) + search} replace />;
}

function FirstPlace() {
  const { id, role } = useCourse();
  return <Navigate to={role === 'student' ? addresses.myWork(id) : addresses.plan(id)} replace />;
}

function Broken() {
  const error = useRouteError();
  return (
    <FailedPage
      error={error instanceof Error ? error : new Error('This page could not be shown.')}
      retry={() => location.reload()}
    />
  );
}

/** What holds in every place. */
function Everywhere() {
  useArrival();
  return <Outlet />;
}

/** Juror's places, for whoever is signed in. */
export const makeRouter = () =>
  createBrowserRouter([
    {
      errorElement: <Broken />,
      hydrateFallbackElement: <Loading />,
      element: <Everywhere />,
      children: [
        { path: '/sign-in', element: <Navigate to="/" replace /> },
        { path: '/', element: <Start /> },
        { path: '/courses', element: <Courses /> },
        {
          path: '/account',
          lazy: async () => ({ Component: (await import('./places/account/Account')).Account }),
        },
        {
          path: '/outbox',
          lazy: async () => ({ Component: (await import('./places/outbox/Outbox')).Outbox }),
        },
        {
          path: '/administration',
          lazy: async () => ({
            Component: (await import('./places/admin/Administration')).Administration,
          }),
        },
        {
          path: '/c/:course',
          element: <Course />,
          children: [
            { index: true, element: <FirstPlace /> },
            {
              path: 'discuss',
              lazy: async () => ({ Component: (await import('./places/discuss/Forums')).Forums }),
            },
            {
              path: 'discuss/:forum',
              lazy: async () => ({ Component: (await import('./places/discuss/Forum')).Forum }),
            },
            {
              path: 'notices',
              lazy: async () => ({ Component: (await import('./places/notices/Notices')).Notices }),
            },
            {
              path: 'announcements',
              lazy: async () => ({
                Component: (await import('./places/announcements/Announcements')).Announcements,
              }),
            },
            {
              path: 'search',
              lazy: async () => ({ Component: (await import('./places/search/Search')).Search }),
            },
            {
              element: <For who="staff" />,
              children: [
                {
                  path: 'discuss/:forum/moderate',
                  lazy: async () => ({
                    Component: (await import('./places/discuss/moderate/Moderate')).Moderate,
                  }),
                },
                {
                  path: 'discuss/:forum/reviewing',
                  lazy: async () => ({
                    Component: (await import('./places/reviewing/Reviewing')).Reviewing,
                  }),
                },
                // The address had another name once; mails and bookmarks still lead to it.
                { path: 'discuss/:forum/steward', element: <ModerateNow /> },
                {
                  path: 'plan',
                  lazy: async () => ({ Component: (await import('./places/plan/Plan')).Plan }),
                },
                {
                  path: 'plan/dates',
                  lazy: async () => ({ Component: (await import('./places/calendar/Dates')).Dates }),
                },
                {
                  path: 'plan/checks',
                  lazy: async () => ({ Component: (await import('./places/plan/Checks')).Checks }),
                },
                {
                  path: 'plan/library',
                  lazy: async () => ({
                    Component: (await import('./places/plan/library/Library')).Library,
                  }),
                },
                {
                  path: 'plan/library/:guide',
                  lazy: async () => ({
                    Component: (await import('./places/plan/library/EditGuide')).EditGuide,
                  }),
                },
                {
                  path: 'plan/new',
                  lazy: async () => ({
                    Component: (await import('./places/plan/editor/OpenEditor')).NewForum,
                  }),
                },
                {
                  path: 'plan/:forum/edit',
                  lazy: async () => ({
                    Component: (await import('./places/plan/editor/OpenEditor')).EditForum,
                  }),
                },
                {
                  path: 'waiting',
                  lazy: async () => ({
                    Component: (await import('./places/waiting/WhatWaits')).WhatWaits,
                  }),
                },
                {
                  path: 'evaluate',
                  lazy: async () => ({ Component: (await import('./places/evaluate/Dockets')).Dockets }),
                },
                {
                  path: 'evaluate/looks',
                  lazy: async () => ({
                    Component: (await import('./places/evaluate/SecondLooks')).SecondLooks,
                  }),
                },
                {
                  path: 'evaluate/:forum/:student?',
                  lazy: async () => ({ Component: (await import('./places/evaluate/Desk')).Desk }),
                },
                {
                  path: 'roster',
                  lazy: async () => ({ Component: (await import('./places/roster/Roster')).Roster }),
                },
                {
                  path: 'insight',
                  lazy: async () => ({ Component: (await import('./places/insight/Insight')).Insight }),
                },
                {
                  path: 'cases',
                  lazy: async () => ({ Component: (await import('./places/cases/Cases')).Cases }),
                },
                {
                  path: 'cases/:case',
                  lazy: async () => ({ Component: (await import('./places/cases/CasePage')).CasePage }),
                },
                {
                  path: 'cases/:case/print',
                  lazy: async () => ({ Component: (await import('./places/cases/PrintCase')).PrintCase }),
                },
                {
                  path: 'in-common',
                  lazy: async () => ({
                    Component: (await import('./places/textInCommon/InCommon')).InCommon,
                  }),
                },
                {
                  path: 'in-common/:one/:other',
                  lazy: async () => ({
                    Component: (await import('./places/textInCommon/SideBySide')).SideBySide,
                  }),
                },
                {
                  path: 'settings',
                  lazy: async () => ({
                    Component: (await import('./places/settings/CourseSettings')).CourseSettings,
                  }),
                },
                {
                  path: 'gradebook',
                  lazy: async () => ({
                    Component: (await import('./places/gradebook/Gradebook')).Gradebook,
                  }),
                },
                {
                  path: 'gradebook/outcomes',
                  lazy: async () => ({
                    Component: (await import('./places/outcomes/Attainment')).Attainment,
                  }),
                },
                {
                  path: 'gradebook/student/:student',
                  lazy: async () => ({
                    Component: (await import('./places/gradebook/student/StudentTerm')).StudentTerm,
                  }),
                },
                {
                  path: 'gradebook/item/:item/print',
                  lazy: async () => ({
                    Component: (await import('./places/gradebook/column/PrintColumn')).PrintColumn,
                  }),
                },
              ],
            },
            {
              element: <For who="student" />,
              children: [
                {
                  path: 'reviews/:assignment',
                  lazy: async () => ({
                    Component: (await import('./places/reviews/Review')).Review,
                  }),
                },
                {
                  path: 'discuss/:forum/reviews',
                  lazy: async () => ({
                    Component: (await import('./places/reviews/Received')).Received,
                  }),
                },
                {
                  path: 'my-work',
                  lazy: async () => ({ Component: (await import('./places/myWork/MyWork')).MyWork }),
                },
                {
                  path: 'asked',
                  lazy: async () => ({ Component: (await import('./places/asked/Asked')).Asked }),
                },
                {
                  path: 'my-work/seen',
                  lazy: async () => ({
                    Component: (await import('./places/seen/WhatStaffSee')).WhatStaffSee,
                  }),
                },
                {
                  path: 'my-work/dates',
                  lazy: async () => ({ Component: (await import('./places/calendar/Dates')).Dates }),
                },
                {
                  path: 'scores',
                  lazy: async () => ({ Component: (await import('./places/scores/Scores')).Scores }),
                },
              ],
            },
            { path: '*', element: <NotFound /> },
          ],
        },
        {
          path: '*',
          element: (
            <Frame course={null}>
              <NotFound />
            </Frame>
          ),
        },
      ],
    },
  ]);
