import type { Invitation } from '../../../../contract/invitations';

/** How far someone has come: not invited yet, invited but without a password, able to sign in, or the administrator's to invite. */
export type Standing = 'notInvited' | 'notCome' | 'canSignIn' | 'administrator';

/** @example standingOf({ comesIn: 'link', invited: null }) // 'notInvited' */
export function standingOf({ comesIn, invited }: Pick<Invitation, 'comesIn' | 'invited'>): Standing {
  if (comesIn === 'password') return 'canSignIn';
  if (comesIn === 'administrator') return 'administrator';
  return invited === null || invited.state === 'dropped' ? 'notInvited' : 'notCome';
}

/** How many there are of each. */
export function countStandings(people: readonly Invitation[]): Readonly<Record<Standing, number>> {
  const counts = { notInvited: 0, notCome: 0, canSignIn: 0, administrator: 0 };
  for (const person of people) counts[standingOf(person)] += 1;
  return counts;
}

/** Whom one most likely comes to invite: who was not yet, else who has not come. */
export function shownFirst(people: readonly Invitation[]): Standing {
  const counts = countStandings(people);
  return (
    (['notInvited', 'notCome', 'canSignIn'] as const).find((each) => counts[each] > 0) ?? 'administrator'
  );
}

/** Who is not ticked to begin with: those who can sign in already need no invitation unless one picks them. */
export function leftOutFirst(people: readonly Invitation[], standing: Standing): ReadonlySet<string> {
  return new Set(standing === 'canSignIn' ? people.map(({ id }) => id) : []);
}
