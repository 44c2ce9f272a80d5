import { useState } from 'react';
import { useNavigate } from 'react-router';
import { decideCase, removeCase, type CaseView } from '../../../contract/cases';
import { addresses } from '../../../words/addresses';
import { call } from '../../data/api';
import { useCourse } from '../../data/course';
import { Dialog } from '../../ui/Dialog';
import { Problem } from '../../ui/Problem';
import { toast } from '../../ui/toast';
import { useSaving } from '../../ui/useSaving';
import { When } from '../../ui/When';

/** Decides a case with a reason; opens a decided one again, or removes it. */
export function Decision({ view }: { view: CaseView }) {
  const [asking, setAsking] = useState<'decide' | 'reopen' | 'remove' | null>(null);
  const close = () => setAsking(null);
  return (
    <section aria-label="Decision" className="ruled border-t pt-4">
      {view.decidedAt === null ? (
        <button type="button" className="btn btn-primary" onClick={() => setAsking('decide')}>
          Decide …
        </button>
      ) : (
        <div className="flex flex-wrap items-center gap-x-5 gap-y-2">
          <p className="grow">
            Decided <When at={view.decidedAt} className="num" />.{' '}
            {view.removedAt === null ? (
              'It is kept until someone named in it removes it.'
            ) : (
              <>
                It is removed <When at={view.removedAt} className="num" />, as the course settings say.
              </>
            )}
          </p>
          <button type="button" className="btn btn-sm h-9" onClick={() => setAsking('reopen')}>
            Open again …
          </button>
          <button type="button" className="btn btn-sm h-9" onClick={() => setAsking('remove')}>
            Remove …
          </button>
        </div>
      )}
      {asking === 'remove' && <RemoveDialog view={view} onClose={close} />}
      {(asking === 'decide' || asking === 'reopen') && (
        <DecideDialog view={view} reopens={asking === 'reopen'} onClose={close} />
      )}
    </section>
  );
}

function DecideDialog({ view, reopens, onClose }: { view: CaseView; reopens: boolean; onClose: () => void }) {
  const course = useCourse();
  const [decision, setDecision] = useState('');
  const [reason, setReason] = useState('');
  const { busy, problem, attempt } = useSaving();
  const save = () =>
    attempt(async () => {
      await call(
        decideCase,
        { course: course.id, case: view.id },
        { version: view.version, decision: reopens ? null : decision, reason },
      );
      onClose();
    });
  const area = (label: string, value: string, change: (text: string) => void) => (
    <label className="mt-2 block">
      <span className="mb-1 block">{label}</span>
      <textarea
        className="textarea raised w-full"
        rows={3}
        maxLength={20_000}
        value={value}
        aria-invalid={problem !== null && value.trim() === ''}
        onChange={(event) => change(event.target.value)}
      />
    </label>
  );
  return (
    <Dialog title={reopens ? 'Open the case again' : 'Decide the case'} onClose={onClose}>
      <form
        onSubmit={(event) => {
          event.preventDefault();
          void save();
        }}
      >
        {!reopens && area('Decision', decision, setDecision)}
        {area('Reason', reason, setReason)}
        <p className="quiet mt-2 text-sm">
          {reopens
            ? 'It goes on where it ended; the decision stays in it.'
            : 'Only staff named in the case read it. Nothing is added to a decided case, and students cannot answer any longer.'}
        </p>
        <Problem className="mt-1 text-sm">{problem}</Problem>
        <button className="btn btn-primary mt-3" disabled={busy}>
          {reopens ? 'Open the case again' : 'Decide the case'}
        </button>
      </form>
    </Dialog>
  );
}

function RemoveDialog({ view, onClose }: { view: CaseView; onClose: () => void }) {
  const course = useCourse();
  const navigate = useNavigate();
  const { busy, problem, attempt } = useSaving();
  return (
    <Dialog title="Remove this case" onClose={onClose}>
      <p>
        Everything in “{view.title}” goes, for everyone named in it and for the students who were written to.
        It cannot be restored. Print or save the record first if you have to keep it.
      </p>
      <Problem className="mt-1 text-sm">{problem}</Problem>
      <p className="mt-3 flex gap-2">
        <button
          type="button"
          className="btn btn-primary"
          disabled={busy}
          onClick={() =>
            void attempt(async () => {
              await call(removeCase, { course: course.id, case: view.id });
              toast.success('The case was removed.');
              void navigate(addresses.cases(course.id));
            })
          }
        >
          Remove the case
        </button>
        <button type="button" className="btn" onClick={onClose}>
          Cancel
        </button>
      </p>
    </Dialog>
  );
}
