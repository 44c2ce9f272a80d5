import { useEffect, useRef, useState } from 'react';
import { demoPeople, demoSignIn, signIn, type SessionState } from '../../../contract/session';
import { call, sentenceOf } from '../../data/api';
import { atSignIn, leaveSignIn } from '../../data/signedOut';
import { useSession } from '../../data/session';
import { useApi } from '../../data/useApi';
import { Field } from '../../ui/Field';
import { useTitle } from '../../ui/useTitle';
import { Problem } from '../../ui/Problem';

function DemoPeople({ enter, busy }: { enter: (personId: string) => void; busy: boolean }) {
  const { data } = useApi(demoPeople, {});
  const people = data?.people ?? [];
  const button = (person: (typeof people)[number]) => (
    <li key={person.id}>
      <button
        type="button"
        disabled={busy}
        className="ruled hover:border-primary raised w-full cursor-pointer rounded-field border px-3 py-1.5 text-left leading-tight"
        onClick={() => enter(person.id)}
      >
        <span className="block font-semibold">{person.name}</span>
        <span className="quiet text-xs">{person.role === 'student' ? person.section : person.role}</span>
      </button>
    </li>
  );
  const list = 'grid grid-cols-2 gap-2 sm:grid-cols-3';
  return (
    <section aria-labelledby="demo-heading" className="min-w-0 lg:w-[34rem]">
      <h2 id="demo-heading" className="font-sans text-lg">
        Or enter the demo as
      </h2>
      <p className="quiet mt-1 text-sm">
        Rivers and Cities at Fenwick Hollow College, a made-up course in its fifth week. Everyone’s password
        is <code className="font-semibold">{data?.password ?? '…'}</code>
      </p>
      <h3 className="label-caps mt-4 mb-2 font-sans">Staff</h3>
      <ul className={list}>{people.filter((person) => person.role !== 'student').map(button)}</ul>
      <h3 className="label-caps mt-4 mb-2 font-sans">Students</h3>
      <ul
        className={`${list} max-h-[22rem] overflow-y-auto pr-1`}
        tabIndex={0}
        aria-label="Students of the demo"
      >
        {people.filter((person) => person.role === 'student').map(button)}
      </ul>
    </section>
  );
}

/** Signing in, with e-mail and password; in the demo also by one click. */
export function SignIn() {
  useTitle('Sign in');
  const { state, set } = useSession();
  const [wrong, setWrong] = useState<string | null>(null);
  const [busy, setBusy] = useState(false);
  const [wrongFields, setWrongFields] = useState<Record<string, string>>({});
  const form = useRef<HTMLFormElement>(null);
  useEffect(atSignIn, []);

  const enter = async (how: Promise<SessionState>) => {
    setBusy(true);
    setWrong(null);
    try {
      const next = await how;
      leaveSignIn();
      set(next);
      return;
    } catch (error) {
      setWrong(sentenceOf(error));
      form.current?.querySelector<HTMLInputElement>('[name=password]')?.focus();
    }
    setBusy(false);
  };
  // A small form, read by the contract itself: whoever signs in fetches nothing for forms.
  const submit = () => {
    const typed = signIn.body.safeParse(Object.fromEntries(new FormData(form.current!)));
    const issues = typed.error?.issues ?? [];
    setWrongFields(Object.fromEntries(issues.map(({ path, message }) => [String(path[0]), message])));
    if (typed.success) void enter(call(signIn, {}, typed.data));
    else form.current?.querySelector<HTMLInputElement>(`[name=${String(issues[0]!.path[0])}]`)?.focus();
  };
  const field = (name: 'email' | 'password', label: string, type: string, complete: string) => (
    <div className="mt-4">
      <Field
        name={name}
        strong
        label={label}
        type={type}
        autoComplete={complete}
        problem={wrongFields[name]}
      />
    </div>
  );
  return (
    <main className="mx-auto flex min-h-screen max-w-5xl flex-col justify-center gap-12 px-6 py-12 lg:flex-row lg:items-start lg:pt-24">
      <div className="lg:w-80">
        <svg width="50" height="40" viewBox="0 0 25 20" aria-hidden>
          <rect width="5" height="20" fill="currentColor" />
          <rect x="8" y="9" width="4" height="11" fill="currentColor" />
          <rect x="14" y="9" width="4" height="11" fill="currentColor" />
          <rect x="20.5" y="11" width="4" height="9" fill="var(--seal)" />
        </svg>
        <h1 className="mt-5 font-sans text-3xl">Juror</h1>
        <p className="quiet mt-1 text-lg">Teaching with written discussion.</p>
        <form
          className="mt-6"
          noValidate
          ref={form}
          onSubmit={(event) => {
            event.preventDefault();
            submit();
          }}
        >
          {field('email', 'E-mail', 'email', 'username')}
          {field('password', 'Password', 'password', 'current-password')}
          <Problem className="mt-4">{wrong}</Problem>
          <button className="btn btn-primary mt-6 w-full" disabled={busy}>
            Sign in
          </button>
          {state.mailsPasswords && (
            <p className="mt-4">
              <a className="link-plain" href="/forgot-password">
                Forgot your password?
              </a>
            </p>
          )}
        </form>
      </div>
      {state.demo && (
        <DemoPeople busy={busy} enter={(personId) => void enter(call(demoSignIn, {}, { personId }))} />
      )}
    </main>
  );
}
