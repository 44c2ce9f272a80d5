import { addresses } from '../../../../words/addresses';
import { toast } from '../../../ui/toast';
import { Link } from 'react-router';
import { settleReports, type ModerateView } from '../../../../contract/moderate';
import { call } from '../../../data/api';
import { useCourse } from '../../../data/course';
import { useVantage } from '../../../data/vantage';
import { Initials } from '../../../ui/Initials';
import { Prose } from '../../../ui/Prose';
import { Empty } from '../../../ui/states';
import { When } from '../../../ui/When';
import { orSayWhyNot } from '../../../ui/sayWhyNot';

/** The posts that students reported, with who reported them and why, until staff settle it. */
export function Reported({ moderate }: { moderate: ModerateView }) {
  const course = useCourse().id;
  const isMine = useVantage() === null;
  const { forum, reported } = moderate;
  if (reported.length === 0)
    return (
      <Empty title="Nothing is reported" level={2}>
        Posts that students report to staff appear here.
      </Empty>
    );
  const settle = async (post: string) => {
    await orSayWhyNot(async () => {
      await call(settleReports, { course, forum: forum.id, post });
      toast.success('Settled.');
    });
  };
  return (
    <section aria-label="Reported posts">
      <p className="quiet py-3">
        Only staff learn who reported a post. Deal with it, then mark the report as settled.
      </p>
      {reported.map((post) => (
        <article key={post.id} aria-label={`${post.author.name}, reported`} className="ruled border-t py-4">
          <p className="flex flex-wrap items-center gap-x-2.5 gap-y-0.5 text-sm">
            <Initials name={post.author.name} />
            <b className="text-[0.97rem]">{post.author.name}</b>
            <When at={post.at} className="quiet num" />
            {post.removed && <b className="text-seal">removed</b>}
          </p>
          <Prose html={post.html} className="mt-1.5" />
          <ul className="rounded-box mt-2 space-y-1 px-3 py-2 text-sm bg-late-wash">
            {post.reports.map(({ by, at, reason }) => (
              <li key={by.id}>
                <b>{by.name}</b> <When at={at} className="quiet num" />: {reason}
              </li>
            ))}
          </ul>
          <p className="mt-2 flex gap-5 text-sm">
            {isMine && (
              <button type="button" className="link-plain" onClick={() => void settle(post.id)}>
                Mark as settled
              </button>
            )}
            <Link to={addresses.post(course, forum.id, post.id)} className="link-plain">
              Go to the post
            </Link>
          </p>
        </article>
      ))}
    </section>
  );
}
