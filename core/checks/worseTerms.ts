import { isMoreGenerous, resolveTerms, type ResolvedTerms } from '../terms/resolveTerms';
import type { DateName, Forum, NumberName } from '../course/forum';
import type { Student } from '../course/roster';
import type { Alike, Check } from './check';
import { finding } from './finding';

function isWorse(withThem: ResolvedTerms, without: ResolvedTerms): boolean {
  const dates = Object.keys(withThem.dates) as DateName[];
  const numbers = Object.keys(withThem.numbers) as NumberName[];
  return (
    dates.some((name) => isMoreGenerous(name, without.dates[name], withThem.dates[name])) ||
    numbers.some((name) => without.numbers[name]! < withThem.numbers[name]!)
  );
}

/** The forum and one of the students as they would be without one thing that decided for them. */
function* withoutEach(forum: Forum, { members: [{ student }], terms }: Alike): Generator<[Forum, Student]> {
  const sources = Object.values(terms.sources);
  const ids = new Set(sources.flatMap((source) => (source.from === 'ownTerms' ? [source.id] : [])));
  for (const id of ids)
    yield [{ ...forum, ownTerms: forum.ownTerms.filter((own) => own.id !== id) }, student];
  if (sources.some((source) => source.from === 'accommodation'))
    yield [forum, { ...student, accommodationMinutes: 0 }];
}

/** Warning: own terms or an accommodation that leave a student worse off than without them. (rules §8) */
export const worseTerms: Check = ({ forum, alike }) => {
  const worse = alike.filter((each) =>
    [...withoutEach(forum, each)].some(([other, student]) =>
      isWorse(each.terms, resolveTerms(other, student)),
    ),
  );
  if (worse.length === 0) return [];
  return [finding('warning', 'worseTerms', 'initialDue', { of: worse.flatMap(({ members }) => members) })];
};
