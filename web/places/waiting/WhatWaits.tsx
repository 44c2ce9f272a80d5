import { FailedPage } from '../../ui/FailedPage';
import type { ReactNode } from 'react';
import { Link } from 'react-router';
import { getWaiting, type WaitingForum } from '../../../contract/waiting';
import { addresses } from '../../../words/addresses';
import { plural } from '../../../words/numbers';
import { useCourse } from '../../data/course';
import { useApi } from '../../data/useApi';
import { Empty, Loading } from '../../ui/states';
import { useTitle } from '../../ui/useTitle';
import { When } from '../../ui/When';
import { MoreTimeItem } from './MoreTimeItem';

function Section({ title, count, children }: { title: string; count: number; children: ReactNode }) {
  if (count === 0) return null;
  return (
    <section aria-label={title} className="mt-7">
      <h2 className="label-caps ruled flex justify-between border-b pb-1.5 font-sans">
        {title} <span className="num">{count}</span>
      </h2>
      <ul>{children}</ul>
    </section>
  );
}

/** A post staff have to decide about; it leads to where that is done. */
function Posts({ forums, of }: { forums: readonly WaitingForum[]; of: 'held' | 'reported' }) {
  const course = useCourse().id;
  return forums.flatMap((forum) =>
    forum[of].map((post) => (
      <li key={post.id} className="ruled border-b">
        <Link
          to={addresses.moderate(course, forum.id, of === 'held' ? {} : { view: 'reported' })}
          className="group block py-3"
        >
          <span className="flex flex-wrap items-baseline gap-x-4">
            <b className="font-semibold group-hover:underline">{post.author.name}</b>
            <span className="min-w-0 grow">{forum.title}</span>
            <span className="quiet num text-sm">
              since <When at={post.since} plain />
            </span>
          </span>
          <span className="quiet mt-0.5 line-clamp-2 max-w-prose">{post.begins}</span>
        </Link>
      </li>
    )),
  );
}

/** What waits for staff over all forums, so that nothing is looked for forum by forum. */
export function WhatWaits() {
  const course = useCourse();
  useTitle('What waits', course.title);
  const { data, error, mutate } = useApi(getWaiting, { course: course.id });
  if (error && !data) return <FailedPage error={error} retry={() => void mutate()} />;
  if (!data) return <Loading what="Loading what waits" />;
  const { forums, requests, looks } = data;
  const count = (of: 'held' | 'reported') => forums.reduce((sum, forum) => sum + forum[of].length, 0);
  const silent = forums.flatMap(({ unanswered, ...forum }) =>
    unanswered ? [{ ...forum, ...unanswered }] : [],
  );
  if (requests.length + looks.length + forums.length === 0)
    return (
      <Empty title="Nothing waits for you">
        Posts to approve, reported posts, posts without a reply, and what students ask for appear here, for
        all forums.
      </Empty>
    );
  return (
    <div className="mx-auto w-full max-w-4xl px-5 pt-6 pb-16">
      <h1 className="text-2xl">What waits</h1>
      <p className="quiet">All forums, longest wait first.</p>
      <Section title="Students who ask for more time" count={requests.length}>
        {requests.map((request) => (
          <MoreTimeItem key={request.id} request={request} />
        ))}
      </Section>
      <Section title="Posts to approve" count={count('held')}>
        <Posts forums={forums} of="held" />
      </Section>
      <Section title="Reported posts" count={count('reported')}>
        <Posts forums={forums} of="reported" />
      </Section>
      <Section title="Students who ask for another look at a score" count={looks.length}>
        {looks.map((look) => (
          <li key={look.id} className="ruled border-b">
            <Link to={addresses.desk(course.id, look.forum.id, look.student.id)} className="group block py-3">
              <span className="flex flex-wrap items-baseline gap-x-4">
                <b className="font-semibold group-hover:underline">{look.student.name}</b>
                <span className="min-w-0 grow">{look.forum.title}</span>
                <span className="quiet num text-sm">
                  <When at={look.askedAt} plain />
                </span>
              </span>
              <span className="quiet mt-0.5 line-clamp-2 max-w-prose">{look.reason}</span>
            </Link>
          </li>
        ))}
      </Section>
      <Section title="Forums with posts nobody has replied to" count={silent.length}>
        {silent.map((forum) => (
          <li key={forum.id} className="ruled border-b">
            <Link
              to={addresses.moderate(course.id, forum.id, { view: 'unanswered' })}
              className="group grid items-baseline gap-x-4 py-3 sm:grid-cols-[1fr_5rem_13rem]"
            >
              <b className="min-w-0 font-semibold group-hover:underline">{forum.title}</b>
              <span className="num sm:text-right">{plural(forum.posts, 'post')}</span>
              <span className="quiet num text-sm sm:text-right">
                the first since <When at={forum.since} plain />
              </span>
            </Link>
          </li>
        ))}
      </Section>
    </div>
  );
}
