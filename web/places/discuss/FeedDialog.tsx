import { useState } from 'react';
import { getFeed, makeFeed, withdrawFeed } from '../../../contract/feeds';
import { call } from '../../data/api';
import { useCourse } from '../../data/course';
import { useApi } from '../../data/useApi';
import { AddressToCopy } from '../../ui/AddressToCopy';
import { Dialog } from '../../ui/Dialog';
import { Problem } from '../../ui/Problem';
import { Loading } from '../../ui/states';
import { useSaving } from '../../ui/useSaving';
import { When } from '../../ui/When';

/** One's feed of a forum: its secret addresses, shown once, made anew or withdrawn. */
export function FeedDialog({ forum, title, close }: { forum: string; title: string; close: () => void }) {
  const course = useCourse().id;
  const params = { course, forum };
  const { data } = useApi(getFeed, params);
  const [made, setMade] = useState<{ posts: string; recordings: string } | null>(null);
  const { busy, problem, attempt } = useSaving();
  const make = () => void attempt(async () => setMade(await call(makeFeed, params, {})));
  const withdraw = () =>
    void attempt(async () => {
      await call(withdrawFeed, params);
      setMade(null);
    });
  return (
    <Dialog title={`A feed of “${title}”`} onClose={close} wide>
      <p className="quiet">
        A feed reader shows you new posts here as you may read them, and a player its recordings. Whoever has
        your address reads what you may read here, so keep it to yourself.
      </p>
      {made !== null ? (
        <div className="mt-4 space-y-3">
          <p>These addresses are shown only now. Juror keeps no copy of them.</p>
          <div>
            <span className="text-sm font-semibold">Posts, for a feed reader</span>
            <AddressToCopy address={made.posts} label="Address of the posts" />
          </div>
          <div>
            <span className="text-sm font-semibold">Recordings, for a player</span>
            <AddressToCopy address={made.recordings} label="Address of the recordings" />
          </div>
        </div>
      ) : !data ? (
        <Loading />
      ) : (
        <>
          {data.madeAt !== null && (
            <p className="mt-3">
              You made addresses <When at={data.madeAt} />. New ones take the place of those.
            </p>
          )}
          <div className="mt-4 flex flex-wrap gap-2">
            <button type="button" className="btn btn-primary" disabled={busy} onClick={make}>
              {data.madeAt === null ? 'Make addresses' : 'Make new addresses'}
            </button>
            {data.madeAt !== null && (
              <button type="button" className="btn" disabled={busy} onClick={withdraw}>
                Withdraw them
              </button>
            )}
          </div>
        </>
      )}
      <Problem className="mt-3">{problem}</Problem>
    </Dialog>
  );
}
