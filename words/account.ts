/** The mail with a link for a forgotten password. */
export function resetMail(given: string, link: string): { subject: string; text: string } {
  return {
    subject: 'Choose a new password for Juror',
    text: `${given},

Someone, probably you, said on the sign-in page that you forgot your password. Choose a new one here:
${link}

The link works once, for an hour. If it was not you, do nothing: your password stays as it is.
`,
  };
}

/** The mail that tells someone their password was changed. */
export function changedPasswordMail(given: string): { subject: string; text: string } {
  return {
    subject: 'Your Juror password was changed',
    text: `${given},

Your password for Juror has just been changed. If it was you, there is nothing to do.

If it was not you, choose “Forgot your password?” on the sign-in page, or tell your instructor.
`,
  };
}
