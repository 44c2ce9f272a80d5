import { useState } from 'react';
import { Link, useNavigate, useParams } from 'react-router';
import { toast } from 'sonner';
import { readLink, setPassword as setPasswordBy } from '../../../contract/admin';
import { signIn } from '../../../contract/session';
import { call, sentenceOf } from '../../data/api';
import { useSession } from '../../data/session';
import { useApi } from '../../data/useApi';
import { Field } from '../../ui/Field';
import { Empty, Loading } from '../../ui/states';
import { useTitle } from '../../ui/useTitle';

/** Setting a password with a one-time link, and signing in with it. */
export function SetPassword() {
  useTitle('Set a password');
  const { token } = useParams();
  const navigate = useNavigate();
  const { set } = useSession();
  const { data, error } = useApi(readLink, { token: token! }, { revalidateOnFocus: false });
  const [password, setPassword] = useState('');
  const [again, setAgain] = useState('');
  const [problem, setProblem] = useState<string | null>(null);
  const [busy, setBusy] = useState(false);
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
  const save = async () => {
    if (password.length < 10) return setProblem('A password has at least 10 characters.');
    if (password !== again) return setProblem('The two passwords are not the same.');
    setBusy(true);
    setProblem(null);
    try {
      const { email } = await call(setPasswordBy, { token: token! }, { password });
      set(await call(signIn, {}, { email, password }));
      toast.success('Your password is set, and you are signed in.');
      await navigate('/', { replace: true });
    } catch (failed) {
      setProblem(sentenceOf(failed));
    }
    setBusy(false);
  };
  const field = (label: string, value: string, change: (value: string) => void) => (
    <div className="mt-4">
      <Field
        strong
        label={label}
        type="password"
        autoComplete="new-password"
        value={value}
        onChange={(event) => change(event.target.value)}
      />
    </div>
  );
  return (
    <main className="mx-auto min-h-screen max-w-sm px-6 pt-24">
      <h1 className="text-2xl">Welcome, {data.name}</h1>
      <p className="quiet mt-2">
        Choose a password for {data.email}. A sentence you can remember is better than a short riddle.
      </p>
      <form
        noValidate
        onSubmit={(event) => {
          event.preventDefault();
          void save();
        }}
      >
        <input type="hidden" name="username" autoComplete="username" value={data.email} readOnly />
        {field('Password', password, setPassword)}
        {field('The same again', again, setAgain)}
        {problem && (
          <p role="alert" className="mt-3 text-error">
            {problem}
          </p>
        )}
        <button className="btn btn-primary mt-6 w-full" disabled={busy}>
          Set the password and sign in
        </button>
      </form>
    </main>
  );
}
