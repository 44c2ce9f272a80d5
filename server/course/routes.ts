import type { Express } from 'express';
import * as contract from '../../contract/course';
import * as settingsContract from '../../contract/courseSettings';
import type { Deps } from '../deps';
import { countStates } from '../evaluate/docket';
import { forMember } from '../http/register';
import { saveSettings, settingsView } from './settings';

/** The course as its frame needs it. */
export function courseRoutes(app: Express, deps: Deps): void {
  forMember(app, deps, contract.getCourse, 'anyone', async ({ course, now }) => {
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
      staff: [...setup.members.values()]
        .filter((each) => each.role !== 'student' && !each.removed)
        .map((each) => ({ ...setup.names.get(each.personId)!, role: each.role })),
      freeWeeks: [...setup.freeWeeks],
      ready,
    };
  });

  forMember(app, deps, settingsContract.getCourseSettings, 'staff', ({ course }) =>
    settingsView(deps.db, course.setup.id),
  );

  forMember(app, deps, settingsContract.saveCourseSettings, 'instructor', ({ course, body, now }) =>
    saveSettings(deps, course, body, now),
  );
}
