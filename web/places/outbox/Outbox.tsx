import { FailedPage } from '../../ui/FailedPage';
import { Download } from 'lucide-react';
import { getMailFile, getOutbox, type OutboxMail } from '../../../contract/notices';
import { addressOf } from '../../data/api';
import { useApi } from '../../data/useApi';
import { ownZone } from '../../data/zone';
import { dateWords } from '../../ui/dateWords';
import { Frame } from '../../ui/Frame';
import { Empty, Loading } from '../../ui/states';
import { useTitle } from '../../ui/useTitle';

const STATES: Record<OutboxMail['state'], string> = {
  waiting: 'waits to be sent',
  sent: 'sent',
  dropped: 'not sent: nothing in it was still to be told',
};

const KINDS: Record<OutboxMail['kind'], string> = {
  atOnce: 'at once',
  daily: 'once a day',
  weekly: 'weekly letter',
  invitation: 'invitation',
};

/** Mail that Juror made: everyone's own, for an administrator everyone's. */
export function Outbox() {
  useTitle('Outbox');
  return (
    <Frame course={null}>
      <Mails />
    </Frame>
  );
}

function Mails() {
  const { data, error, mutate } = useApi(getOutbox, {}, { refreshInterval: 15_000 });
  if (error && !data) return <FailedPage error={error} retry={() => void mutate()} />;
  if (!data) return <Loading what="Opening the outbox" />;
  return (
    <div className="mx-auto w-full max-w-3xl px-5 pt-6 pb-16">
      <h1 className="text-2xl">Outbox</h1>
      <p className="quiet mt-1">
        {data.goes === 'folder'
          ? 'No mail server is set: mail stays here, as files in the data folder.'
          : 'Mail goes to the mail server; this is what was made.'}{' '}
        {data.everyones ? 'You see everyone’s.' : 'You see yours.'}
      </p>
      {data.mails.length === 0 ? (
        <Empty title="No mail yet" level={2}>
          Mail is made when something concerns someone who wants mail about it: at once, or every morning at
          seven.
        </Empty>
      ) : (
        <ul className="mt-5">
          {data.mails.map((mail) => (
            <Mail key={mail.id} mail={mail} showTo={data.everyones} />
          ))}
        </ul>
      )}
    </div>
  );
}

function Mail({ mail, showTo }: { mail: OutboxMail; showTo: boolean }) {
  return (
    <li className="ruled border-b">
      <details>
        <summary className="cursor-pointer py-3">
          <span className="font-semibold">{mail.subject ?? `${mail.course}: ${STATES[mail.state]}`}</span>
          <span className="quiet num block pl-4 text-sm">
            {showTo && `to ${mail.to.name} · `}
            {dateWords(mail.madeAt, ownZone())} · {KINDS[mail.kind]} · {STATES[mail.state]}
            {mail.tries > 1 && ` · ${mail.tries} tries`}
          </span>
        </summary>
        <div className="pb-4 pl-4">
          {mail.error !== null && <p className="text-sm text-late">The last attempt failed: {mail.error}</p>}
          {mail.text !== null ? (
            <pre className="raised ruled rounded-box overflow-x-auto border px-4 py-3 font-sans text-[0.95rem] whitespace-pre-wrap">
              {mail.text}
            </pre>
          ) : (
            <p className="quiet">
              {mail.state === 'sent'
                ? 'It went to their mailbox.'
                : 'What it says is decided when it is sent.'}
            </p>
          )}
          {mail.text !== null && (
            <a
              className="link-plain mt-2 inline-flex items-center gap-1 text-sm"
              href={addressOf(getMailFile, { mail: mail.id })}
              download
            >
              <Download className="size-4" aria-hidden />
              The mail as a file (.eml)
            </a>
          )}
        </div>
      </details>
    </li>
  );
}
