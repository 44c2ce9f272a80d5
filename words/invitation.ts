/** What an invitation says of the course and of whoever sends it. */
export interface InvitationFacts {
  /** Who is invited, as they are spoken to. */
  readonly given: string;
  /** Who invites. */
  readonly by: string;
  readonly course: { readonly title: string; readonly code: string };
  /** A line of their own; null for none. */
  readonly note: string | null;
  /** How they come in: with a link to choose a password, or with the password they have. */
  readonly comeIn:
    | { readonly with: 'link'; readonly link: string; readonly until: string }
    | { readonly with: 'password'; readonly signIn: string };
}

/**
 * An invitation to a course, as a mail says it.
 *
 * @example invitationMail({ …, course: { title: 'Rivers and Cities', code: 'RVC 210' } }).subject // 'You are in Rivers and Cities (RVC 210)'
 */
export function invitationMail({ given, by, course, note, comeIn }: InvitationFacts): {
  subject: string;
  text: string;
} {
  const title = `${course.title} (${course.code})`;
  const paragraphs = [
    `${given},`,
    `${by} has added you to ${title} in Juror, where the class writes and answers.`,
    ...(note === null ? [] : [note]),
    ...(comeIn.with === 'link'
      ? [
          `Choose a password to sign in:\n${comeIn.link}`,
          `The link works once, until ${comeIn.until}. If it no longer works, ask ${by} for a new one.`,
        ]
      : [`Sign in with your e-mail address and the password you already have:\n${comeIn.signIn}`]),
  ];
  return { subject: `You are in ${title}`, text: `${paragraphs.join('\n\n')}\n` };
}
