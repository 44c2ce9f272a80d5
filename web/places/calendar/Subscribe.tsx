import { useState } from 'react';
import {
  ALARMS,
  getSubscription,
  makeSubscription,
  setAlarm,
  withdrawSubscription,
} from '../../../contract/calendar';
import { call } from '../../data/api';
import { useApi } from '../../data/useApi';
import { AddressToCopy } from '../../ui/AddressToCopy';
import { Choice } from '../../ui/Choice';
import { Dialog } from '../../ui/Dialog';
import { orSayWhyNot } from '../../ui/sayWhyNot';
import { toast } from '../../ui/toast';
import { When } from '../../ui/When';

const ALARM_WORDS: Readonly<Record<(typeof ALARMS)[number], string>> = {
  60: 'an hour before',
  180: 'three hours before',
  1440: 'a day before',
  2880: 'two days before',
};

/** The secret address, shown once. */
function MadeAddress({ address, close }: { address: string; close: () => void }) {
  return (
    <Dialog title="The address of your calendar" onClose={close}>
      <p>
        Add it in your calendar app, where it subscribes to a calendar from the web. It is shown only now, and
        Juror keeps no copy. Whoever has it can read your dates, and nothing else.
      </p>
      <AddressToCopy address={address} label="Address of your calendar" />
    </Dialog>
  );
}

/** One's dates in a calendar of one's own: the secret address, and when it reminds. */
export function Subscribe() {
  const { data } = useApi(getSubscription, {});
  const [made, setMade] = useState<string | null>(null);
  if (!data) return null;
  const make = () => orSayWhyNot(async () => setMade((await call(makeSubscription, {}, {})).address));
  const withdraw = () =>
    orSayWhyNot(async () => {
      await call(withdrawSubscription, {});
      toast.success('The address is withdrawn. Calendars that used it get no more dates.');
    });
  return (
    <section aria-labelledby="own-calendar" className="ruled mt-10 border-t pt-4">
      <h2 id="own-calendar" className="text-lg">
        In your own calendar
      </h2>
      {data.madeAt === null ? (
        <p className="quiet mt-1 max-w-[42rem]">
          A secret address gives your calendar app all your dates from all your courses, and keeps them up to
          date.
        </p>
      ) : (
        <p className="mt-1 max-w-[42rem]">
          You made an address <When at={data.madeAt} />. If it got into other hands, make a new one: the old
          one then stops working.
        </p>
      )}
      <div className="mt-3 flex flex-wrap items-center gap-2">
        <button
          type="button"
          className={`btn btn-sm h-9 ${data.madeAt === null ? 'btn-primary' : ''}`}
          onClick={() => void make()}
        >
          {data.madeAt === null ? 'Make an address' : 'Make a new address'}
        </button>
        {data.madeAt !== null && (
          <button type="button" className="btn btn-sm h-9" onClick={() => void withdraw()}>
            Withdraw it
          </button>
        )}
        <span className="flex flex-wrap items-center gap-2 sm:ml-3">
          Remind me of what is due
          <Choice
            label="When your calendar reminds you"
            value={String(data.alarm ?? 'never')}
            options={[
              ['never', 'never'],
              ...ALARMS.map((each) => [String(each), ALARM_WORDS[each]] as const),
            ]}
            choose={(value) =>
              void orSayWhyNot(() =>
                call(setAlarm, {}, { alarm: ALARMS.find((each) => String(each) === value) ?? null }),
              )
            }
          />
        </span>
      </div>
      {made !== null && <MadeAddress address={made} close={() => setMade(null)} />}
    </section>
  );
}
