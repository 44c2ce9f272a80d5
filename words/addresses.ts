/** What stands behind the question mark of an address; what is undefined, null or empty is left out. */
type Search = Readonly<Record<string, string | null | undefined>>;

function withSearch(path: string, search: Search): string {
  const given = Object.entries(search).filter((entry): entry is [string, string] => Boolean(entry[1]));
  const pairs = given.map(([name, value]) => `${name}=${encodeURIComponent(value)}`);
  return given.length === 0 ? path : `${path}?${pairs.join('&')}`;
}

const inCourse =
  (place: string) =>
  (course: string): string =>
    `/c/${course}/${place}`;

/**
 * The addresses of Juror's pages, for links of the interface and of mails alike. Each takes the course first.
 *
 * @example addresses.post('rvc', 'floodplain', 'p1') // '/c/rvc/discuss/floodplain#post-p1'
 */
export const addresses = {
  /** Where a person begins in a course. */
  course: (course: string): string => `/c/${course}`,
  myWork: inCourse('my-work'),
  /** What opens, what is due and what closes, for students and for staff. */
  ownDates: inCourse('my-work/dates'),
  whatStaffSee: inCourse('my-work/seen'),
  plannedDates: inCourse('plan/dates'),
  scores: inCourse('scores'),
  notices: inCourse('notices'),
  announcements: inCourse('announcements'),
  search: inCourse('search'),
  settings: inCourse('settings'),
  discuss: inCourse('discuss'),
  forum: (
    course: string,
    forum: string,
    search: { author?: string; write?: string; post?: string } = {},
  ): string => withSearch(`/c/${course}/discuss/${forum}`, search),
  /** A post where it stands in its forum. */
  post: (course: string, forum: string, post: string): string => `/c/${course}/discuss/${forum}#post-${post}`,
  moderate: (course: string, forum: string, search: { view?: string; student?: string } = {}): string =>
    withSearch(`/c/${course}/discuss/${forum}/moderate`, search),
  /** Pairs of posts with text in common. */
  inCommon: (course: string, search: { forum?: string; student?: string } = {}): string =>
    withSearch(`/c/${course}/in-common`, search),
  /** Two posts side by side. */
  inCommonPair: (course: string, one: string, other: string, search: { from?: string } = {}): string =>
    withSearch(`/c/${course}/in-common/${one}/${other}`, search),
  cases: inCourse('cases'),
  /** A case, for staff named in it. */
  oneCase: (course: string, id: string): string => `/c/${course}/cases/${id}`,
  printCase: (course: string, id: string): string => `/c/${course}/cases/${id}/print`,
  /** What staff asked a student. */
  asked: inCourse('asked'),
  /** A review that one writes. */
  review: (course: string, assignment: string): string => `/c/${course}/reviews/${assignment}`,
  /** The reviews of one's own post in a forum. */
  receivedReviews: (course: string, forum: string): string => `/c/${course}/discuss/${forum}/reviews`,
  /** Who reviews whom in a forum. */
  reviewing: (course: string, forum: string): string => `/c/${course}/discuss/${forum}/reviewing`,
  plan: (
    course: string,
    search: { forum?: string; terms?: 'new'; student?: string; to?: string } = {},
  ): string => withSearch(`/c/${course}/plan`, search),
  checks: inCourse('plan/checks'),
  library: inCourse('plan/library'),
  editForum: (course: string, forum: string, search: { beside?: 'scores' } = {}): string =>
    withSearch(`/c/${course}/plan/${forum}/edit`, search),
  dockets: inCourse('evaluate'),
  /** What waits for staff in all forums. */
  waiting: inCourse('waiting'),
  docket: (course: string, forum: string, search: { state?: string } = {}): string =>
    withSearch(`/c/${course}/evaluate/${forum}`, search),
  desk: (course: string, forum: string, student: string): string =>
    `/c/${course}/evaluate/${forum}/${student}`,
  insight: (course: string, search: { ask?: string } = {}): string =>
    withSearch(`/c/${course}/insight`, search),
  roster: (course: string, search: { view?: string; person?: string } = {}): string =>
    withSearch(`/c/${course}/roster`, search),
  gradebook: (course: string, search: { item?: string } = {}): string =>
    withSearch(`/c/${course}/gradebook`, search),
  /** How far the outcomes of the course are reached. */
  attainment: inCourse('gradebook/outcomes'),
  studentTerm: (course: string, student: string): string => `/c/${course}/gradebook/student/${student}`,
  printItem: (course: string, item: string): string => `/c/${course}/gradebook/item/${item}/print`,
} as const;
