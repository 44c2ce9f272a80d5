import type { Express } from 'express';
import { DONE, id as idSchema } from '../../contract/basics';
import * as contract from '../../contract/cases';
import { caseJson } from '../../contract/fileRoutes';
import { courseFor } from '../course/setup/inCourse';
import type { Deps } from '../feature/deps';
import type { Serve } from '../feature/serve';
import { notFound } from '../refusals/problem';
import { signedIn } from '../sessions/sessions';
import { askedOf } from './asked';
import { caseList, caseRecord, caseView } from './caseView';
import { addsToCase, answersAsked, decidesCase, namesInCase, opensCase, removesCase } from './changeCase';

/** Cases: what staff look into with students, for those named in it; and what students are asked. */
export function caseRoutes(app: Express, serve: Serve, deps: Deps): void {
  const { db } = deps;
  app.get(caseJson.path, async (req, res) => {
    const session = await signedIn(deps, req);
    const course = await courseFor(deps, session, String(req.params.course), 'staff');
    const caseId = idSchema.safeParse(req.params.case);
    if (!caseId.success) throw notFound();
    const record = await caseRecord(db, course, caseId.data);
    res.set({
      'Content-Type': caseJson.type,
      'Content-Disposition': `attachment; filename="case-${caseId.data}.json"`,
    });
    res.send(record);
  });

  serve(contract.listCases, ({ course }) => caseList(db, course));

  serve(contract.openCase, async ({ course, body, now }) => {
    await opensCase(deps, course, body, now);
    return DONE;
  });

  serve(contract.getCase, ({ course, params }) => caseView(db, course, params.case));

  serve(contract.addToCase, async ({ course, params, body, now }) => {
    await addsToCase(deps, course, params.case, body, now);
    return DONE;
  });

  serve(contract.nameInCase, async ({ course, params, body, now }) => {
    await namesInCase(deps, course, params.case, params.person, body, now);
    return DONE;
  });

  serve(contract.decideCase, async ({ course, params, body, now }) => {
    await decidesCase(deps, course, params.case, body, now);
    return DONE;
  });

  serve(contract.removeCase, async ({ course, params, now }) => {
    await removesCase(deps, course, params.case, now);
    return DONE;
  });

  serve(contract.listAsked, ({ course }) => askedOf(db, course));

  serve(contract.answerAsked, async ({ course, params, body, now }) => {
    await answersAsked(deps, course, params.case, body, now);
    return DONE;
  });
}
