import { useRef, useState } from 'react';
import { answerAsked, listAsked, type Asked as Conversation } from '../../../contract/cases';
import { call } from '../../data/api';
import { useCourse } from '../../data/course';
import { newId } from '../../data/newId';
import { useApi } from '../../data/useApi';
import { FailedPage } from '../../ui/FailedPage';
import { Problem } from '../../ui/Problem';
import { Empty, Loading } from '../../ui/states';
import { toast } from '../../ui/toast';
import { useSaving } from '../../ui/useSaving';
import { useTitle } from '../../ui/useTitle';
import { When } from '../../ui/When';

/** What staff asked a student in messages of their own, and what they answer. */
export function Asked() {
  const course = useCourse();
  useTitle('Messages from staff', course.title);
  const { data, error, mutate } = useApi(listAsked, { course: course.id });
  if (error && !data) return <FailedPage error={error} retry={() => void mutate()} />;
  if (!data) return <Loading what="Opening your messages" />;
  if (data.asked.length === 0)
    return (
      <Empty title="No message">
        When staff write to you alone, you read it here and answer here. Nobody else in the course sees it.
      </Empty>
    );
  return (
    <div className="mx-auto w-full max-w-3xl px-5 pt-6 pb-16">
      <h1 className="text-2xl">Messages from staff</h1>
      {data.asked.map((conversation) => (
        <One key={conversation.id} conversation={conversation} />
      ))}
    </div>
  );
}

function One({ conversation: { id, readers, messages, open } }: { conversation: Conversation }) {
  const course = useCourse();
  const [text, setText] = useState('');
  const { busy, problem, attempt } = useSaving();
  // Sent again under the same id, it is one answer.
  const answerId = useRef(newId());
  const send = () =>
    attempt(async () => {
      await call(answerAsked, { course: course.id, case: id }, { id: answerId.current, text });
      answerId.current = newId();
      setText('');
      toast.success('Your answer was sent.');
    });
  const names = readers.map(({ name }) => name).join(', ');
  return (
    <section aria-label={`Messages with ${names}`} className="ruled mt-6 border-t pt-4">
      <p className="quiet text-sm">You and {names} read this. Nobody else does.</p>
      <ol className="mt-3 space-y-4">
        {messages.map((message) => (
          <li
            key={message.id}
            className={`ruled border-l-[3px] pl-4 ${message.mine ? 'sm:ml-10' : 'border-primary'}`}
          >
            <p className="text-sm">
              <b>{message.mine ? 'You' : message.from.name}</b> <When at={message.at} className="quiet num" />
            </p>
            <p className="font-serif text-base leading-relaxed whitespace-pre-wrap [overflow-wrap:anywhere]">
              {message.text}
            </p>
          </li>
        ))}
      </ol>
      {open ? (
        <form
          className="mt-4"
          onSubmit={(event) => {
            event.preventDefault();
            void send();
          }}
        >
          <label className="block">
            <span className="mb-1 block text-sm">Your answer</span>
            <textarea
              className="textarea raised w-full"
              rows={5}
              maxLength={20_000}
              value={text}
              aria-invalid={problem !== null}
              onChange={(event) => setText(event.target.value)}
            />
          </label>
          <Problem className="mt-1 text-sm">{problem}</Problem>
          <button className="btn btn-primary mt-2" disabled={busy}>
            Send the answer
          </button>
        </form>
      ) : (
        <p className="quiet mt-4 text-sm">This conversation is closed.</p>
      )}
    </section>
  );
}
