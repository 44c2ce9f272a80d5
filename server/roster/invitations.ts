import type { AnswerOf, BodyOf } from '../../contract/endpoint';
import type * as contract from '../../contract/invitations';
import { changeCourse, type Change } from '../course/change/changeCourse';
import type { InCourse } from '../course/setup/inCourse';
import { toJson } from '../db/json';
import type { Deps } from '../feature/deps';
import { newMailId } from '../mail/noticeMail';
import { makeLinks, type PasswordLink } from '../sessions/links';
import { mayBeMadeLinks } from '../sessions/ownership';
import { rosterPeople } from './people';

type Invited = contract.Invitation['invited'];

/** The people a course still has but whoever invites, each with how they can be brought in. */
async function invitable(deps: Deps, { setup, person }: InCourse) {
  const people = (await rosterPeople(deps.db, setup.id)).filter(
    ({ id, removed }) => !removed && id !== person.id,
  );
  const without = people.filter(({ canSignIn }) => !canSignIn).map(({ id }) => id);
  const may = await mayBeMadeLinks(deps.db, person.id, without);
  return people.map((each) => ({
    ...each,
    comesIn: each.canSignIn
      ? ('password' as const)
      : may.has(each.id)
        ? ('link' as const)
        : ('administrator' as const),
  }));
}

/** When each person of a course was invited last: by the mail of theirs made last, or with a link handed over after it. */
async function lastInvited({ db, clock }: Deps, courseId: string): Promise<ReadonlyMap<string, Invited>> {
  const mails = await db
    .selectFrom('mail')
    .select(['person_id', 'made_at', 'sent_at', 'state', 'tries', 'error'])
    .where('course_id', '=', courseId)
    .where('kind', '=', 'invitation')
    .orderBy('made_at')
    .execute();
  const links = await db
    .selectFrom('password_link')
    .innerJoin('member', 'member.person_id', 'password_link.person_id')
    .select(['member.person_id', 'made_at'])
    .where('member.course_id', '=', courseId)
    .where('purpose', '=', 'invite')
    .execute();
  const last = new Map<string, NonNullable<Invited>>();
  for (const { person_id, made_at } of links)
    last.set(person_id, {
      by: 'link',
      // Links are kept by the machine's time, which in the demo is not the course's.
      at: made_at - clock.wall() + clock.now(),
      state: 'sent',
      error: null,
    });
  for (const { person_id, made_at, sent_at, state, tries, error } of mails) {
    const link = last.get(person_id);
    // The link of a mail is made as it goes out: one that is younger by more than that was handed over after it.
    if (link?.by === 'link' && state !== 'waiting' && link.at > (sent_at ?? made_at) + 1000) continue;
    last.set(person_id, {
      by: 'mail',
      at: sent_at ?? made_at,
      state: state === 'waiting' && tries > 0 ? 'failing' : state,
      error,
    });
  }
  return last;
}

/** Who of the roster was invited, and how each can be. */
export async function invitations(
  deps: Deps,
  course: InCourse,
): Promise<AnswerOf<typeof contract.getInvitations>> {
  const people = await invitable(deps, course);
  const last = await lastInvited(deps, course.setup.id);
  return {
    goes: deps.mailer.goes,
    people: people.map(({ id, name, given, sortable, email, role, studentNumber, sectionId, comesIn }) => ({
      id,
      name,
      given,
      sortable,
      email,
      role,
      studentNumber,
      sectionId,
      comesIn,
      invited: last.get(id) ?? null,
    })),
  };
}

const recordInvited = (change: Change, by: 'mail' | 'link', people: readonly string[]) =>
  change.record('roster.invited', { of: 'invitations' }, { after: { by, people } });

/** Makes the mails that invite these people; they go out by themselves. One that waits for someone already is replaced. */
export async function sendInvitations(
  deps: Deps,
  course: InCourse,
  { people, note }: BodyOf<typeof contract.sendInvitations>,
  now: number,
): Promise<AnswerOf<typeof contract.sendInvitations>> {
  const chosen = new Set(people);
  const reached = (await invitable(deps, course)).filter(
    ({ id, comesIn }) => chosen.has(id) && comesIn !== 'administrator',
  );
  const ids = reached.map(({ id }) => id);
  if (ids.length > 0)
    await changeCourse(deps, course, now, async (change) => {
      const { trx } = change;
      await trx
        .updateTable('mail')
        .set({ state: 'dropped' })
        .where('course_id', '=', course.setup.id)
        .where('kind', '=', 'invitation')
        .where('state', '=', 'waiting')
        .where('person_id', 'in', ids)
        .execute();
      for (const id of ids)
        await trx
          .insertInto('mail')
          .values({
            id: newMailId(),
            person_id: id,
            course_id: course.setup.id,
            kind: 'invitation',
            keys: toJson([]),
            made_at: now,
            state: 'waiting',
            next_at: deps.clock.wall(),
            made_by: course.person.id,
            note,
          })
          .execute();
      await recordInvited(change, 'mail', ids);
    });
  deps.mailer.soon();
  return { made: ids.length, leftOut: chosen.size - ids.length };
}

/** Makes one-time links for those of these people who have no password yet. */
export async function makeInvitationLinks(
  deps: Deps,
  course: InCourse,
  people: readonly string[],
  now: number,
): Promise<AnswerOf<typeof contract.makeInvitationLinks>> {
  const chosen = new Set(people);
  const reached = (await invitable(deps, course)).filter(
    ({ id, comesIn }) => chosen.has(id) && comesIn === 'link',
  );
  const links = await linksFor(
    deps,
    course,
    reached.map(({ id }) => id),
    now,
  );
  const sections = new Map(course.setup.sections.map(({ id, title }) => [id, title]));
  return {
    links: reached.map(({ id, name, given, sortable, email, studentNumber, sectionId }) => ({
      id,
      name,
      given,
      sortable,
      email,
      studentNumber,
      section: sections.get(sectionId ?? '') ?? null,
      ...links.get(id)!,
    })),
    leftOut: chosen.size - reached.length,
  };
}

/** Makes a one-time link for one student, who may have a password: it is for a forgotten one, too. */
export async function makeInvitationLink(
  deps: Deps,
  course: InCourse,
  personId: string,
  now: number,
): Promise<PasswordLink> {
  return (await linksFor(deps, course, [personId], now)).get(personId)!;
}

async function linksFor(
  deps: Deps,
  course: InCourse,
  people: readonly string[],
  now: number,
): Promise<ReadonlyMap<string, PasswordLink>> {
  if (people.length === 0) return new Map();
  const links = await makeLinks(deps, people, course.person.id);
  await changeCourse(deps, course, now, (change) => recordInvited(change, 'link', people));
  return links;
}
