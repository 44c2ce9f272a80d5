import { DONE } from '../../contract/basics';
import * as contract from '../../contract/notices';
import type { Deps } from '../feature/deps';
import type { Serve } from '../feature/serve';
import { notFound } from '../refusals/problem';
import { NAME_COLUMNS, personName } from '../course/setup/personNames';
import { mailChoiceOf, setLetter, setMailChoice, wantsLetter } from '../notices/mailChoice';
import { mailFile } from './transport';

/** How many mails the outbox lists, the newest first. */
const LISTED = 200;

/** Mail: when someone wants it, and the outbox where it is read. */
export function mailRoutes(serve: Serve, deps: Deps): void {
  const { db } = deps;

  const isAdministrator = async (personId: string) => {
    const person = await db
      .selectFrom('person')
      .select('administrator')
      .where('id', '=', personId)
      .executeTakeFirst();
    return person?.administrator === 1;
  };

  serve(contract.getMailChoice, async ({ session }) => ({
    choice: await mailChoiceOf(db, session.personId),
    letter: await wantsLetter(db, session.personId),
  }));

  serve(contract.setLetter, async ({ session, body, now }) => {
    await setLetter(db, session.personId, body.letter, now);
    return DONE;
  });

  serve(contract.setMailChoice, async ({ session, body }) => {
    await setMailChoice(db, session.personId, body.choice);
    return DONE;
  });

  serve(contract.getOutbox, async ({ session }) => {
    const everyones = await isAdministrator(session.personId);
    const rows = await db
      .selectFrom('mail')
      .innerJoin('person', 'person.id', 'mail.person_id')
      .innerJoin('course', 'course.id', 'mail.course_id')
      .selectAll('mail')
      .select(['person.email', ...NAME_COLUMNS, 'person.sortable_name', 'course.title'])
      .$if(!everyones, (query) => query.where('mail.person_id', '=', session.personId))
      .orderBy('mail.made_at', 'desc')
      .orderBy('mail.id')
      .limit(LISTED)
      .execute();
    return {
      goes: deps.mailer.goes,
      everyones,
      mails: rows.map((row) => {
        // What goes to people's own mailboxes is theirs; here the administrator only sees that it went.
        const isShown = deps.mailer.goes === 'folder' || row.person_id === session.personId;
        return {
          id: row.id,
          to: { ...personName({ ...row, id: row.person_id }), email: row.email },
          course: row.title,
          kind: row.kind,
          state: row.state,
          madeAt: row.made_at,
          sentAt: row.sent_at,
          tries: row.tries,
          error: row.error,
          subject: isShown ? row.subject : null,
          text: isShown ? row.text : null,
        };
      }),
    };
  });

  serve(contract.getMailFile, async ({ session, params, res }) => {
    const row = await db
      .selectFrom('mail')
      .select(['person_id', 'state'])
      .where('id', '=', params.mail)
      .executeTakeFirst();
    const isTheirs = row?.person_id === session.personId || (await isAdministrator(session.personId));
    const file = row?.state === 'sent' && isTheirs ? await mailFile(deps.dataFolder, params.mail) : null;
    if (file === null) throw notFound();
    res
      .set({
        'Content-Type': 'message/rfc822',
        'Content-Disposition': `attachment; filename="${params.mail}.eml"`,
        'X-Content-Type-Options': 'nosniff',
      })
      .send(file);
    return undefined;
  });
}
