import { zodResolver } from '@hookform/resolvers/zod';
import { useState } from 'react';
import { useForm } from 'react-hook-form';
import { askForPassword } from '../../../contract/account';
import { call } from '../../data/api';
import { useSession } from '../../data/session';
import { Field } from '../../ui/Field';
import { Empty } from '../../ui/states';
import { Problem } from '../../ui/Problem';
import { useSaving } from '../../ui/useSaving';
import { useTitle } from '../../ui/useTitle';

/** Asking for a link to choose a new password; offered where there is a mail server. */
export function ForgotPassword() {
  useTitle('Forgot your password?');
  const { state } = useSession();
  const [sentTo, setSentTo] = useState<string | null>(null);
  const form = useForm({ defaultValues: { email: '' }, resolver: zodResolver(askForPassword.body) });
  const { busy, problem, attempt } = useSaving();
  if (!state.mailsPasswords)
    return (
      <Empty
        title="Not available"
        action={
          <a className="link-plain" href="/sign-in">
            Sign in
          </a>
        }
      >
        This Juror sends no mail. Ask your instructor for a link to choose a new password.
      </Empty>
    );
  const ask = form.handleSubmit(({ email }) =>
    attempt(async () => {
      await call(askForPassword, {}, { email });
      setSentTo(email);
    }),
  );
  const back = (
    <p className="mt-6">
      <a className="link-plain" href="/sign-in">
        Back to sign-in
      </a>
    </p>
  );
  return (
    <main className="mx-auto min-h-screen max-w-sm px-6 pt-24">
      {sentTo === null ? (
        <>
          <h1 className="font-sans text-2xl">Forgot your password?</h1>
          <p className="quiet mt-2">
            Write your e-mail address. If it belongs to an account, we mail you a link to choose a new
            password.
          </p>
          <form className="mt-4" noValidate onSubmit={(event) => void ask(event)}>
            <Field
              {...form.register('email')}
              strong
              label="E-mail"
              type="email"
              autoComplete="username"
              problem={form.formState.errors.email?.message}
            />
            <Problem className="mt-3">{problem}</Problem>
            <button className="btn btn-primary mt-6 w-full" disabled={busy}>
              Send the link
            </button>
          </form>
        </>
      ) : (
        <>
          <h1 className="font-sans text-2xl">Look in your mailbox</h1>
          <p className="mt-2" role="status">
            If {sentTo} belongs to an account, a link is on its way. It works once, for an hour.
          </p>
          <p className="quiet mt-2">
            Nothing after a few minutes? Look in your spam folder, check the address, or ask your instructor
            for a link.
          </p>
        </>
      )}
      {back}
    </main>
  );
}
