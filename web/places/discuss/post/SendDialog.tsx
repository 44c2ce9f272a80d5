import { useMemo, useState } from 'react';
import { toast } from '../../../ui/toast';
import { getMentionable } from '../../../../contract/discuss';
import { send } from '../../../../contract/notices';
import { call } from '../../../data/api';
import { useCourse } from '../../../data/course';
import { newId } from '../../../data/newId';
import { useApi, withQuery } from '../../../data/useApi';
import { Dialog } from '../../../ui/Dialog';
import { plural } from '../../../../words/numbers';
import { Failed, Loading } from '../../../ui/states';
import { Problem } from '../../../ui/Problem';
import { useSaving } from '../../../ui/useSaving';

/** Sends a forum or a post to chosen people, with a line of one's own: a notice, and mail for those who want it. */
export function SendDialog({
  forum,
  post = null,
  title,
  to = [],
  onClose,
}: {
  forum: string;
  post?: string | null;
  title: string;
  /** Chosen to begin with. */
  to?: readonly string[];
  onClose: () => void;
}) {
  const course = useCourse().id;
  const { data, error } = useApi(
    withQuery(getMentionable, { answers: post ?? undefined }),
    { course, forum },
    { revalidateOnFocus: false },
  );
  const [chosen, setChosen] = useState<ReadonlySet<string>>(new Set(to));
  const [line, setLine] = useState('');
  const [find, setFind] = useState('');
  const { busy, problem, setProblem, attempt } = useSaving();
  const [id] = useState(newId);
  const words = find.trim().toLocaleLowerCase();
  const shown = useMemo(
    () => (data?.people ?? []).filter(({ name }) => name.toLocaleLowerCase().includes(words)),
    [data, words],
  );
  const all = shown.length > 0 && shown.every((person) => chosen.has(person.id));
  const toggle = (ids: readonly string[], on: boolean) => {
    setProblem(null);
    setChosen((before) => {
      const next = new Set(before);
      for (const each of ids)
        if (on) next.add(each);
        else next.delete(each);
      return next;
    });
  };
  const run = async () => {
    if (chosen.size === 0) return setProblem('Choose at least one person.');
    await attempt(async () => {
      const { sent } = await call(send, { course, forum }, { id, postId: post, to: [...chosen], line });
      toast.success(`Sent to ${plural(sent, 'person', 'people')}.`);
      onClose();
    });
  };
  return (
    <Dialog title={title} onClose={onClose} wide>
      {error && !data ? (
        <Failed error={error} />
      ) : !data ? (
        <Loading what="Loading the readers" />
      ) : (
        <form
          onSubmit={(event) => {
            event.preventDefault();
            void run();
          }}
        >
          <label className="block">
            <span className="mb-1 block">Your message</span>
            <textarea
              className="textarea raised w-full"
              rows={2}
              autoFocus
              maxLength={2000}
              value={line}
              onChange={(event) => setLine(event.target.value)}
            />
          </label>
          <div className="mt-3 flex items-end gap-4">
            <label className="grow">
              <span className="quiet mb-0.5 block text-sm">Find a person</span>
              <input
                type="search"
                className="input raised w-full"
                value={find}
                onChange={(event) => setFind(event.target.value)}
              />
            </label>
            <button
              type="button"
              className="link-plain pb-2"
              onClick={() =>
                toggle(
                  shown.map((person) => person.id),
                  !all,
                )
              }
            >
              {all ? 'Choose none of these' : `Choose ${words === '' ? 'all' : 'these'} ${shown.length}`}
            </button>
          </div>
          <fieldset className="ruled rounded-box mt-2 max-h-60 overflow-y-auto border px-3 py-1 sm:grid sm:grid-cols-2 sm:content-start sm:gap-x-6">
            <legend className="sr-only">To whom</legend>
            {shown.map((person) => (
              <label key={person.id} className="flex items-center gap-2.5 py-1">
                <input
                  type="checkbox"
                  className="checkbox checkbox-sm"
                  checked={chosen.has(person.id)}
                  onChange={(event) => toggle([person.id], event.target.checked)}
                />
                {person.sortable}
              </label>
            ))}
            {shown.length === 0 && <p className="quiet py-2">Nobody with that name reads this forum.</p>}
          </fieldset>
          <Problem className="mt-2 text-sm">{problem}</Problem>
          <button className="btn btn-primary mt-3" disabled={busy}>
            {chosen.size === 0 ? 'Send' : `Send to ${plural(chosen.size, 'person', 'people')}`}
          </button>
        </form>
      )}
    </Dialog>
  );
}
