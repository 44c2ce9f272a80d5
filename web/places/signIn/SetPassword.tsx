import { zodResolver } from '@hookform/resolvers/zod';
import { useForm } from 'react-hook-form';
import { readLink, setPassword as setPasswordBy } from '../../../contract/admin';
import { signIn } from '../../../contract/session';
import { call } from '../../data/api';
import { useSession } from '../../data/session';
import { useApi } from '../../data/useApi';
import { Field } from '../../ui/Field';
import { Empty, Loading } from '../../ui/states';
import { useTitle } from '../../ui/useTitle';
import { Problem } from '../../ui/Problem';
import { useSaving } from '../../ui/useSaving';
import { isTwice, passwordTwice } from '../account/passwordTwice';

const twice = isTwice(passwordTwice);

/** Setting a password with a one-time link, and signing in with it. */
export function SetPassword({ token }: { token: string }) {
  useTitle('Set a password');
  const { state, set } = useSession();
  const { data, error } = useApi(readLink, { token }, { revalidateOnFocus: false });
  const form = useForm({ defaultValues: { password: '', again: '' }, resolver: zodResolver(twice) });
  const { busy, problem, attempt } = useSaving();
  if (error)
    return (
      <Empty
        title="This link no longer works"
        action={
          <a className="link-plain" href="/sign-in">
            Sign in
          </a>
        }
      >
        It has been used, was replaced by a newer one, or has expired. Ask your instructor for a new one
        {state.mailsPasswords && (
          <>
            , or{' '}
            <a className="link-plain" href="/forgot-password">
              have one mailed to you
            </a>
          </>
        )}
        .
      </Empty>
    );
  if (!data) return <Loading />;
  const save = form.handleSubmit(({ password }) =>
    attempt(async () => {
      const { email } = await call(setPasswordBy, { token }, { password });
      const state = await call(signIn, {}, { email, password });
      history.replaceState(null, '', '/');
      set(state);
    }),
  );
  const field = (name: 'password' | 'again', label: string) => (
    <div className="mt-4">
      <Field
        {...form.register(name)}
        strong
        label={label}
        type="password"
        autoComplete="new-password"
        problem={form.formState.errors[name]?.message}
      />
    </div>
  );
  return (
    <main className="mx-auto min-h-screen max-w-sm px-6 pt-24">
      <h1 className="font-sans text-2xl">
        {data.purpose === 'invite' ? `Welcome, ${data.name}` : 'Choose a new password'}
      </h1>
      <p className="quiet mt-2">
        It is for {data.email} and has at least 10 characters. A few words you will remember are better than
        one that is hard to type.
      </p>
      <form noValidate onSubmit={(event) => void save(event)}>
        <input type="hidden" name="username" autoComplete="username" value={data.email} readOnly />
        {field('password', 'Password')}
        {field('again', 'Password again')}
        <Problem className="mt-3">{problem}</Problem>
        <button className="btn btn-primary mt-6 w-full" disabled={busy}>
          Save and sign in
        </button>
      </form>
    </main>
  );
}
