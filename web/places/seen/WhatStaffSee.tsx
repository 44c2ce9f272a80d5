import { ArrowLeft } from 'lucide-react';
import { Link } from 'react-router';
import { listVisits } from '../../../contract/visits';
import { addresses } from '../../../words/addresses';
import { plural } from '../../../words/numbers';
import { useCourse } from '../../data/course';
import { useApi } from '../../data/useApi';
import { Loading } from '../../ui/states';
import { useTitle } from '../../ui/useTitle';
import { When } from '../../ui/When';

/** How often one opened each forum, as staff see it. */
function OwnVisits() {
  const course = useCourse();
  const { data } = useApi(listVisits, { course: course.id });
  if (!data) return <Loading />;
  if (data.forums.length === 0) return <p className="quiet">No forum is open to you yet.</p>;
  return (
    <table className="mt-2 w-full">
      <thead>
        <tr className="quiet ruled border-b text-left text-sm">
          <th scope="col" className="py-1.5 pr-3 font-normal">
            Forum
          </th>
          <th scope="col" className="num py-1.5 pr-3 text-right font-normal">
            Opened
          </th>
          <th scope="col" className="py-1.5 pr-3 font-normal max-sm:hidden">
            First
          </th>
          <th scope="col" className="py-1.5 font-normal">
            Last
          </th>
        </tr>
      </thead>
      <tbody>
        {data.forums.map(({ id, title, visits }) => (
          <tr key={id} className="ruled border-b">
            <th scope="row" className="py-1.5 pr-3 text-left font-normal">
              <Link className="hover:underline" to={addresses.forum(course.id, id)}>
                {title}
              </Link>
            </th>
            <td className="num py-1.5 pr-3 text-right">
              {visits === null ? '–' : plural(visits.visits, 'time')}
            </td>
            <td className="num py-1.5 pr-3 max-sm:hidden">{visits && <When at={visits.first} />}</td>
            <td className="num py-1.5">{visits && <When at={visits.last} />}</td>
          </tr>
        ))}
      </tbody>
    </table>
  );
}

const SEEN: readonly (readonly [string, string])[] = [
  [
    'Who you are',
    'Your name, e-mail address and student number, your section and groups, and dates that differ for you.',
  ],
  [
    'What you post',
    'Every version of it, with its time, also of what you remove. Classmates see the newest one alone.',
  ],
  ['When your draft was last kept', 'Only the time, beside a post. Nobody reads your drafts.'],
  [
    'What you could read when',
    'In a forum that is sealed until your own post: which posts of others you had received before you wrote or changed yours.',
  ],
  [
    'What you ask for',
    'More time, another look at a score, and what you report; each with the reason you give.',
  ],
  ['Your scores', 'And how they came about. You see a score once it is released, with the same explanation.'],
  [
    'What you see',
    'They can look at the course as you do at any moment, but at nothing you keep for yourself.',
  ],
  ['Your reviews of others', 'With your name, also where it is hidden from the author.'],
];
const UNSEEN =
  'What you have read or bookmarked, what you search for, and what you set for yourself: notices, mail, theme, calendar.';

/** What staff of the course see of a student, in plain words, with how often the student opened each forum where that is kept. */
export function WhatStaffSee() {
  const course = useCourse();
  useTitle('What staff see of you', course.title);
  return (
    <div className="mx-auto w-full max-w-[46rem] px-5 pt-6 pb-20">
      <Link to={addresses.myWork(course.id)} className="link-plain flex w-fit items-center gap-1 text-sm">
        <ArrowLeft className="size-4" aria-hidden />
        My work
      </Link>
      <h1 className="mt-3 text-2xl">What staff see of you</h1>
      <p className="quiet mt-1">The instructors and assistants of {course.title}, and nobody else.</p>
      <dl className="mt-5 space-y-3">
        {SEEN.map(([what, how]) => (
          <div key={what}>
            <dt className="font-semibold">{what}</dt>
            <dd className="quiet">{how}</dd>
          </div>
        ))}
      </dl>
      <h2 className="mt-8 text-lg">What they do not see</h2>
      <p className="quiet mt-1">{UNSEEN}</p>
      <h2 className="mt-8 text-lg">When you open a forum</h2>
      {course.visits ? (
        <>
          <p className="quiet mt-1">
            This course keeps how often you open each forum. Opening it again within half an hour counts once.
            Staff see what you see here. It is part of no score.
          </p>
          <OwnVisits />
        </>
      ) : (
        <p className="quiet mt-1">This course does not keep when, or how often, you open a forum.</p>
      )}
    </div>
  );
}
