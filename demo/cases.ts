import { addsToCase, namesInCase, opensCase } from '../server/cases/changeCase';
import type { InCourse } from '../server/course/setup/inCourse';
import type { Deps } from '../server/feature/deps';
import { studentId, when } from './course';

/** A case that two instructors look into: what opened the seal with two words, and what the student is asked about it. */
export async function keepCase(deps: Deps, as: (personId: string) => Promise<InCourse>): Promise<void> {
  const id = 'two-words-first';
  const rafael = studentId('Rafael', 'Osei');
  const teodora = await as('teodora');
  await opensCase(
    deps,
    teodora,
    {
      id,
      title: 'Two words first',
      students: [rafael],
      first: { kind: 'evidence', forum: 'floodplain', student: rafael, question: null },
    },
    when('03-04 09:10'),
  );
  await namesInCase(deps, teodora, id, 'anselm', { named: true }, when('03-04 09:12'));
  await addsToCase(
    deps,
    await as('anselm'),
    id,
    {
      id: 'case-note-1',
      add: {
        kind: 'note',
        text: 'He works nights on Thursdays; two words before a shift would not be like him, but would explain the hour. One sentence is very close to what Leilani wrote two days before. Ask before anything else.',
      },
    },
    when('03-04 13:40'),
  );
  await addsToCase(
    deps,
    teodora,
    id,
    {
      id: 'case-message-1',
      add: {
        kind: 'message',
        to: rafael,
        text: 'Rafael, your first post about the floodplain began as two words and became a good text two hours later. Tell us how you wrote it, and whether you had the discussion open beside it. Anselm and I read what you answer; nobody else does.',
      },
    },
    when('03-05 10:15'),
  );
}
