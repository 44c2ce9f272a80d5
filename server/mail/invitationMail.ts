import { calledBy } from '../course/setup/personNames';
import { hoursOr24 } from '../../words/dates';
import { invitationMail } from '../../words/invitation';
import { datesFor } from '../course/setup/inCourse';
import { makeLink } from '../sessions/links';
import { mayBeMadeLinks } from '../sessions/ownership';
import type { MailParts, MailText, WaitingMail } from './mail';

/** What is kept in place of a link that only the mail itself holds. */
const LINK_LEFT_OUT = '(a link that only the mail itself holds)';

/**
 * What an invitation says now. Its link is made as it goes out, so that it lives as long as it says and stands nowhere but in the
 * mail; whoever has chosen a password meanwhile is told to use it.
 *
 * @returns null where they are not in the course any more, or whoever invited them may not
 */
export async function writeInvitation(
  { db, clock, courses, address }: MailParts,
  mail: WaitingMail,
): Promise<MailText | null> {
  const setup = await courses.get(db, mail.course_id);
  const member = setup?.members.get(mail.person_id);
  const inviter = setup?.members.get(mail.made_by!);
  if (!setup || !member || member.removed || !inviter || inviter.removed || inviter.role !== 'instructor')
    return null;
  const facts = {
    given: calledBy(mail),
    by: setup.names.get(mail.made_by!)!.name,
    course: setup,
    note: mail.note,
  };
  if (mail.password_hash !== null)
    return invitationMail({ ...facts, comeIn: { with: 'password', signIn: `${address}/sign-in` } });
  const may = await mayBeMadeLinks(db, mail.made_by!, [mail.person_id]);
  if (!may.has(mail.person_id)) return null;
  const link = await makeLink({ db, clock }, mail.person_id, mail.made_by!);
  const dates = datesFor({ setup, hours: hoursOr24(mail.hours) }, clock.now());
  // Links live by the machine's time; people read the course's, which only in the demo is another.
  const until = dates(link.expiresAt - clock.wall() + clock.now());
  const withLink = (shown: string) =>
    invitationMail({ ...facts, comeIn: { with: 'link', link: shown, until } });
  return { ...withLink(address + link.address), kept: withLink(LINK_LEFT_OUT).text };
}
