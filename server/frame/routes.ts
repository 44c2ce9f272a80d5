import * as contract from '../../contract/course';
import * as settingsContract from '../../contract/courseSettings';
import type { PersonName } from '../../contract/basics';
import type { CourseSetup, Member } from '../course/setup/courseCache';
import type { Deps } from '../feature/deps';
import type { Serve } from '../feature/serve';
import { countStates } from '../evaluate/docket';
import { saveSettings, settingsView } from '../plan/courseSettings';

interface StaffMember extends PersonName {
  readonly role: Exclude<Member['role'], 'student'>;
}

const staffKnown = new WeakMap<CourseSetup, readonly StaffMember[]>();

/** Who teaches in a course, found once as long as its roster stands. */
function staffIn(setup: CourseSetup): readonly StaffMember[] {
  const staff =
    staffKnown.get(setup) ??
    [...setup.members.values()].flatMap(({ personId, role, removed }) =>
      role === 'student' || removed ? [] : [{ ...setup.names.get(personId)!, role }],
    );
  staffKnown.set(setup, staff);
  return staff;
}

/** The course as its frame needs it. */
export function courseRoutes(serve: Serve, deps: Deps): void {
  serve(contract.getCourse, async ({ course, now }) => {
    const { setup, member } = course;
    const ready = member.role === 'student' ? 0 : (await countStates(deps.db, course, now)).ready;
    return {
      id: setup.id,
      title: setup.title,
      code: setup.code,
      zone: setup.zone,
      termStart: setup.termStart,
      termEnd: setup.termEnd,
      role: member.role,
      you: setup.names.get(member.personId)!,
      units: [...setup.units],
      sections: [...setup.sections],
      categories: setup.gradebook.categories.map(({ id, title, weight, zeroForMissing }) => ({
        id,
        title,
        weight,
        zeroForMissing,
      })),
      staff: [...staffIn(setup)],
      freeWeeks: [...setup.freeWeeks],
      freeDays: [...setup.freeDays],
      visits: setup.visits,
      outcomes: [...setup.outcomes],
      ready,
    };
  });

  serve(settingsContract.getCourseSettings, ({ course }) => settingsView(deps.db, course.setup.id));

  serve(settingsContract.saveCourseSettings, ({ course, body, now }) =>
    saveSettings(deps, course, body, now),
  );
}
