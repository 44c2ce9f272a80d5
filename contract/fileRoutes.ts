import { LIVE_PATH } from './live';

/** A way out that answers with a file or a stream instead of a JSON answer. */
export interface FileRoute {
  /** With `:name` for parameters. */
  readonly path: string;
  readonly summary: string;
  /** The content type of what comes. */
  readonly type: string;
}

const CSV = 'text/csv; charset=utf-8';

export const rosterCsv: FileRoute = {
  path: '/api/courses/:course/roster.csv',
  summary: 'The students of a course as CSV, as it is read back (staff)',
  type: CSV,
};

export const gradebookCsv: FileRoute = {
  path: '/api/courses/:course/gradebook.csv',
  summary: 'The gradebook as CSV, to be edited in a spreadsheet and read back (staff)',
  type: CSV,
};

export const oneRosterZip: FileRoute = {
  path: '/api/courses/:course/oneroster.zip',
  summary: 'The course as OneRoster 1.1 CSV files in an archive (instructor)',
  type: 'application/zip',
};

export const courseJson: FileRoute = {
  path: '/api/courses/:course/course.json',
  summary: 'Everything in a course as JSON; its schema is at /api/course-file.schema.json (instructor)',
  type: 'application/json; charset=utf-8',
};

export const caseJson: FileRoute = {
  path: '/api/courses/:course/cases/:case/record.json',
  summary: 'A case with everything in it as JSON, for staff named in it (staff)',
  type: 'application/json; charset=utf-8',
};

export const fileContent: FileRoute = {
  path: '/api/files/:file',
  summary: 'A file that goes with a post or a score, to those who may read that',
  type: 'application/octet-stream',
};

export const reviewFileContent: FileRoute = {
  path: '/api/courses/:course/reviews/:assignment/files/:file',
  summary: 'A file of a post that is reviewed, or of a review, to those who may read that',
  type: 'application/octet-stream',
};

const CALENDAR = 'text/calendar; charset=utf-8';

export const subscribedCalendar: FileRoute = {
  path: '/calendars/:secret/juror.ics',
  summary: 'All dates of whoever made this secret address, as iCalendar',
  type: CALENDAR,
};

export const oneDate: FileRoute = {
  path: '/api/calendar/:key/date.ics',
  summary: 'One date of one’s calendar, as iCalendar',
  type: CALENDAR,
};

export const atomFeed: FileRoute = {
  path: '/feeds/:secret/posts.xml',
  summary: 'The newest posts of a forum that whoever made this secret address may read, as Atom',
  type: 'application/atom+xml; charset=utf-8',
};

export const rssFeed: FileRoute = {
  path: '/feeds/:secret/recordings.xml',
  summary: 'The recordings among them, as RSS 2.0',
  type: 'application/rss+xml; charset=utf-8',
};

export const feedFile: FileRoute = {
  path: '/feeds/:secret/files/:file',
  summary: 'A file of a post that stands in such a feed',
  type: 'application/octet-stream',
};

export const liveStream: FileRoute = {
  path: LIVE_PATH,
  summary: 'The stream of what changes for whoever is signed in, as server-sent events',
  type: 'text/event-stream',
};

/** Every such way out. */
export const fileRoutes: readonly FileRoute[] = [
  rosterCsv,
  gradebookCsv,
  oneRosterZip,
  courseJson,
  caseJson,
  fileContent,
  reviewFileContent,
  subscribedCalendar,
  oneDate,
  atomFeed,
  rssFeed,
  feedFile,
  liveStream,
];
