import { X } from 'lucide-react';
import { useState } from 'react';
import { getShownHosts, saveShownHosts, shownHost } from '../../../contract/elsewhere';
import { call } from '../../data/api';
import { useApi } from '../../data/useApi';
import { Problem } from '../../ui/Problem';
import { Loading } from '../../ui/states';
import { useSaving } from '../../ui/useSaving';

/** The sites whose films, maps and the like may be shown in place in texts. */
export function ShownHosts() {
  const { data, mutate } = useApi(getShownHosts, {});
  const [typed, setTyped] = useState('');
  const { problem, setProblem, attempt, busy } = useSaving();
  if (!data) return <Loading />;
  const save = (hosts: string[]) =>
    attempt(async () => {
      await mutate(await call(saveShownHosts, {}, { hosts }), { revalidate: false });
    });
  const add = async () => {
    const read = shownHost.safeParse(typed);
    if (!read.success) return setProblem(read.error.issues[0]!.message);
    if (await save([...data.hosts, read.data])) setTyped('');
  };
  return (
    <section aria-labelledby="hosts" className="mt-8">
      <h2 id="hosts" className="text-lg">
        Material from other sites
      </h2>
      <p className="quiet max-w-prose text-sm">
        A link on a line of its own can be made a card. From the sites listed here, what it leads to can also
        be opened in its place, in a frame that is kept apart from Juror; nothing is asked of a site before
        someone opens it. It then learns what it would from a link, but not on which page it was. People
        already at work see a change once they reload.
      </p>
      <ul className="mt-2">
        {data.hosts.map((host) => (
          <li key={host} className="flex items-center gap-2">
            {host}
            <button
              type="button"
              className="btn btn-ghost btn-xs btn-square"
              aria-label={`Remove ${host}`}
              disabled={busy}
              onClick={() => void save(data.hosts.filter((each) => each !== host))}
            >
              <X className="size-3.5" aria-hidden />
            </button>
          </li>
        ))}
      </ul>
      {data.hosts.length === 0 && (
        <p className="mt-1 text-sm">None: every link opens in a window of its own.</p>
      )}
      <form
        className="mt-2 flex flex-wrap items-center gap-2"
        noValidate
        onSubmit={(event) => {
          event.preventDefault();
          void add();
        }}
      >
        <input
          className="input input-sm raised h-9 w-72"
          aria-label="Address of a site"
          placeholder="https://films.example"
          value={typed}
          onChange={({ target }) => {
            setTyped(target.value);
            setProblem(null);
          }}
        />
        <button type="submit" className="btn btn-sm raised ruled h-9" disabled={busy}>
          Allow this site
        </button>
      </form>
      <Problem className="mt-1 text-sm">{problem}</Problem>
    </section>
  );
}
