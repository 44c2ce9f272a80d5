import { addresses } from '../../../../words/addresses';
import { Link } from 'react-router';
import type { ModerateView } from '../../../../contract/moderate';
import { useCourse } from '../../../data/course';
import { plural, numberWords } from '../../../../words/numbers';
import { Empty } from '../../../ui/states';
import { When } from '../../../ui/When';

/** Of each thread, the posts that nobody else has answered. */
export function Unanswered({ moderate }: { moderate: ModerateView }) {
  const course = useCourse().id;
  const { forum, threads } = moderate;
  if (threads.length === 0)
    return (
      <Empty title="Every post has a reply" level={2}>
        Posts of students that nobody else has answered appear here, thread by thread.
      </Empty>
    );
  return (
    <table className="mt-4 w-full text-left">
      <thead>
        <tr className="quiet ruled border-b text-xs sm:text-sm">
          <th scope="col" className="py-2 pr-4 font-medium">
            Thread
          </th>
          <th scope="col" className="py-2 pr-2 text-right font-medium sm:pr-4">
            Posts
          </th>
          <th scope="col" className="py-2 font-medium">
            Nobody has replied to
          </th>
        </tr>
      </thead>
      <tbody>
        {threads.map((thread) => (
          <tr key={thread.id} className="ruled border-b align-top">
            <th scope="row" className="max-w-32 min-w-30 py-2.5 pr-3 font-normal sm:max-w-72 sm:pr-4">
              <Link
                to={addresses.post(course, forum.id, thread.id)}
                className="font-semibold hover:underline"
              >
                {thread.author.name}
              </Link>
              <span className="quiet block truncate text-sm">{thread.begins}</span>
            </th>
            <td className="num py-2.5 pr-3 text-right sm:pr-4">{numberWords(thread.posts)}</td>
            <td className="py-2.5">
              <ul className="space-y-0.5">
                {thread.unanswered.map((post) => (
                  <li key={post.id} className="text-sm">
                    <Link to={addresses.post(course, forum.id, post.id)} className="link-plain">
                      {post.id === thread.id ? 'the opening post' : post.author.name}
                    </Link>{' '}
                    <span className="quiet num">
                      <When at={post.at} /> · {plural(post.words, 'word')}
                    </span>
                  </li>
                ))}
              </ul>
            </td>
          </tr>
        ))}
      </tbody>
    </table>
  );
}
