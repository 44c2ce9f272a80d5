import { MessageCircle } from 'lucide-react';
import { Link } from 'react-router';
import { listAsked } from '../../../contract/cases';
import { addresses } from '../../../words/addresses';
import { useCourse } from '../../data/course';
import { useApi } from '../../data/useApi';

/** Leads to what staff asked and wait to be answered. */
export function AskedLine() {
  const course = useCourse();
  const asked = useApi(listAsked, { course: course.id }).data?.asked ?? [];
  const waiting = asked.filter(({ open, messages }) => open && messages.at(-1)?.mine === false);
  if (waiting.length === 0) return null;
  const from = [...new Set(waiting.map(({ messages }) => messages.at(-1)!.from.name))].join(', ');
  return (
    <p className="raised ruled rounded-box mt-4 flex items-center gap-3 border px-4 py-3">
      <MessageCircle className="size-5 shrink-0 text-river" aria-hidden />
      <span className="grow">
        <b>{from}</b> asks you something.
      </span>
      <Link to={addresses.asked(course.id)} className="link-plain">
        Read and answer
      </Link>
    </p>
  );
}
