import type { Express } from 'express';
import { DONE } from '../../contract/basics';
import { rosterCsv } from '../../contract/fileRoutes';
import * as inviting from '../../contract/invitations';
import * as contract from '../../contract/roster';
import { csvFile } from '../../core/csv/csv';
import { toWallClock } from '../../core/time/wallClock';
import { courseFor, worksWith, type InCourse } from '../course/setup/inCourse';
import { recordExport } from '../course/record/recordReading';
import type { Deps } from '../feature/deps';
import type { Serve } from '../feature/serve';
import { notFound, refused } from '../refusals/problem';
import { mayBeMadeLinks } from '../sessions/ownership';
import { signedIn } from '../sessions/sessions';
import { dropGroupPlan, groupPlans, saveGroupPlan } from './groupPlans';
import { importRoster } from './importRoster';
import { invitations, makeInvitationLink, makeInvitationLinks, sendInvitations } from './invitations';
import { rosterPeople } from './people';
import { saveMember, setMemberRemoved } from './saveMember';
import { saveSections } from './saveSections';

/** The roster as one member of staff may see it: an assistant limited to sections sees the students of those. */
async function rosterFor(deps: Deps, course: InCourse): Promise<contract.RosterView> {
  const { setup } = course;
  const mine = (id: string) => !setup.students.has(id) || worksWith(course, id);
  const people = (await rosterPeople(deps.db, setup.id)).filter(({ id }) => mine(id));
  const plans = await groupPlans(deps.db, setup);
  return {
    people,
    sections: [...setup.sections],
    plans: plans.map((plan) => ({
      ...plan,
      groups: plan.groups.map((group) => ({
        ...group,
        members: group.members.filter(({ id }) => mine(id)),
      })),
    })),
  };
}

/** People, sections and group plans. */
export function rosterRoutes(app: Express, serve: Serve, deps: Deps): void {
  serve(contract.getRoster, ({ course }) => rosterFor(deps, course));

  serve(contract.importRoster, ({ course, body, now }) => importRoster(deps, course, body, now));

  serve(contract.saveMember, ({ course, params, body, now }) =>
    saveMember(deps, course, params.person, body, now),
  );

  serve(contract.setMemberRemoved, ({ course, params, body, now }) =>
    setMemberRemoved(deps, course, params.person, body, now),
  );

  serve(contract.saveSections, async ({ course, body, now }) => {
    await saveSections(deps, course, body.sections, now);
    return DONE;
  });

  serve(contract.saveGroupPlan, ({ course, params, body, now }) =>
    saveGroupPlan(deps, course, params.plan, body, now),
  );

  serve(contract.dropGroupPlan, async ({ course, params, now }) => {
    await dropGroupPlan(deps, course, params.plan, now);
    return DONE;
  });

  serve(contract.makeMemberLink, async ({ course, params, now }) => {
    if (!course.setup.members.has(params.person)) throw notFound();
    const may = await mayBeMadeLinks(deps.db, course.person.id, [params.person]);
    if (!may.has(params.person))
      throw refused(
        'notYours',
        'Their account was not made in your courses, or they are more than a student there; only the administrator makes them a link.',
      );
    return makeInvitationLink(deps, course, params.person, now);
  });

  serve(inviting.getInvitations, ({ course }) => invitations(deps, course));

  serve(inviting.sendInvitations, ({ course, body, now }) => sendInvitations(deps, course, body, now));

  serve(inviting.makeInvitationLinks, ({ course, body, now }) =>
    makeInvitationLinks(deps, course, body.people, now),
  );

  app.get(rosterCsv.path, async (req, res) => {
    const session = await signedIn(deps, req);
    const course = await courseFor(deps, session, String(req.params.course), 'staff');
    await recordExport(deps, course, rosterCsv.path);
    const { people, sections } = await rosterFor(deps, course);
    const titles = new Map(sections.map(({ id, title }) => [id, title]));
    const head = [
      'Student number',
      'Given name',
      'Family name',
      'Preferred name',
      'Sortable name',
      'E-mail',
      'Section',
      'Enrolled from',
    ];
    const rows = people
      .filter((person) => person.role === 'student' && !person.removed)
      .map((person) => [
        person.studentNumber ?? '',
        person.givenName,
        person.familyName,
        person.preferredName ?? '',
        person.sortable,
        person.email,
        titles.get(person.sectionId ?? '') ?? '',
        toWallClock(person.enrolledFrom, course.setup.zone).replace('T', ' '),
      ]);
    const name = `${course.setup.code.replace(/[^A-Za-z0-9]+/g, '-')}-roster.csv`;
    res
      .set('Content-Disposition', `attachment; filename="${name}"`)
      .type('text/csv; charset=utf-8')
      .send(csvFile([head, ...rows]));
  });
}
