import { zodResolver } from '@hookform/resolvers/zod';
import { useForm } from 'react-hook-form';
import { toast } from '../../ui/toast';
import { changePassword } from '../../../contract/account';
import { call } from '../../data/api';
import { useSession } from '../../data/session';
import { showProblems } from '../../forms/serverProblems';
import { Field } from '../../ui/Field';
import { Problem } from '../../ui/Problem';
import { useSaving } from '../../ui/useSaving';
import { isTwice, passwordTwice } from './passwordTwice';

const changing = isTwice(passwordTwice.extend({ current: changePassword.body.shape.current }));

/** Changes one's own password. */
export function ChangePassword({ close }: { close: () => void }) {
  const { state } = useSession();
  const form = useForm({
    defaultValues: { current: '', password: '', again: '' },
    resolver: zodResolver(changing),
  });
  const { busy, problem, attempt } = useSaving();
  const save = form.handleSubmit(({ current, password }) =>
    attempt(async () => {
      try {
        await call(changePassword, {}, { current, password });
      } catch (error) {
        showProblems(form, error, '');
        throw error;
      }
      toast.success('Your password is changed. Everywhere else you are signed out.');
      close();
    }),
  );
  const field = (name: 'current' | 'password' | 'again', label: string, complete: string) => (
    <Field
      {...form.register(name)}
      label={label}
      type="password"
      autoComplete={complete}
      problem={form.formState.errors[name]?.message}
    />
  );
  return (
    <form className="mt-2 max-w-sm space-y-3" noValidate onSubmit={(event) => void save(event)}>
      <input type="hidden" autoComplete="username" value={state.person!.email} readOnly />
      {field('current', 'Current password', 'current-password')}
      {field('password', 'New password, at least 10 characters', 'new-password')}
      {field('again', 'New password again', 'new-password')}
      <Problem>{Object.keys(form.formState.errors).length === 0 ? problem : null}</Problem>
      <div className="flex gap-2">
        <button className="btn btn-primary btn-sm h-9" disabled={busy}>
          Change password
        </button>
        <button type="button" className="btn btn-sm raised ruled h-9" onClick={close}>
          Cancel
        </button>
      </div>
    </form>
  );
}
