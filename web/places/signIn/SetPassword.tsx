import { zodResolver } from '@hookform/resolvers/zod';
import { useForm } from 'react-hook-form';
import { Link, useNavigate, useParams } from 'react-router';
import { toast } from 'sonner';
import { readLink, setPassword as setPasswordBy } from '../../../contract/admin';
import { signIn } from '../../../contract/session';
import { z } from 'zod';
import { call } from '../../data/api';
import { useSession } from '../../data/session';
import { useApi } from '../../data/useApi';
import { Field } from '../../ui/Field';
import { Empty, Loading } from '../../ui/states';
import { useTitle } from '../../ui/useTitle';
import { Problem } from '../../ui/Problem';
import { useSaving } from '../../ui/useSaving';

const twice = z
  .object({ password: setPasswordBy.body.shape.password, again: z.string() })
  .refine(({ password, again }) => password === again, {
    path: ['again'],
    message: 'The two passwords are not the same.',
  });

/** Setting a password with a one-time link, and signing in with it. */
export function SetPassword() {
  useTitle('Set a password');
  const { token } = useParams();
  const navigate = useNavigate();
  const { set } = useSession();
  const { data, error } = useApi(readLink, { token: token! }, { revalidateOnFocus: false });
  const form = useForm({ defaultValues: { password: '', again: '' }, resolver: zodResolver(twice) });
  const { busy, problem, attempt } = useSaving();
  if (error)
    return (
      <Empty
        title="This link does not work any more"
        action={
          <Link className="link-plain" to="/sign-in">
            Sign in
          </Link>
        }
      >
        It was used already, replaced by a newer one, or is older than seven days. Ask whoever gave it to you
        for a new one.
      </Empty>
    );
  if (!data) return <Loading />;
  const save = form.handleSubmit(({ password }) =>
    attempt(async () => {
      const { email } = await call(setPasswordBy, { token: token! }, { password });
      set(await call(signIn, {}, { email, password }));
      toast.success('Your password is set, and you are signed in.');
      await navigate('/', { replace: true });
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
      <h1 className="text-2xl">Welcome, {data.name}</h1>
      <p className="quiet mt-2">
        Choose a password for {data.email}. A sentence you can remember is better than a short riddle.
      </p>
      <form noValidate onSubmit={(event) => void save(event)}>
        <input type="hidden" name="username" autoComplete="username" value={data.email} readOnly />
        {field('password', 'Password')}
        {field('again', 'The same again')}
        <Problem className="mt-3">{problem}</Problem>
        <button className="btn btn-primary mt-6 w-full" disabled={busy}>
          Set the password and sign in
        </button>
      </form>
    </main>
  );
}
