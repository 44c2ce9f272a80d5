import { toast } from 'sonner';
import { useSWRConfig } from 'swr';
import { useOutbox } from '../data/outbox';

/** Sends the posts of a person that wait for the connection, wherever in Juror they are by then. */
export function Outgoing({ person }: { person: string }) {
  const { mutate } = useSWRConfig();
  useOutbox(person, ({ course, forum }) => {
    toast.success('The connection is back: your post is sent.');
    const here = `/api/courses/${course}/`;
    void mutate(
      (key) =>
        typeof key === 'string' &&
        key.startsWith(here) &&
        (key.includes(forum) || /\/(forums|my-work)(\?|$)/.test(key)),
    );
  });
  return null;
}
