/** The files of OneRoster CSV, version 1.1, that Juror reads and writes, beside the manifest. */
export const TABLE_NAMES = [
  'orgs',
  'academicSessions',
  'courses',
  'classes',
  'users',
  'enrollments',
  'categories',
  'lineItems',
  'results',
] as const;
export type TableName = (typeof TABLE_NAMES)[number];

/** What a column of a file may hold. */
export interface Field {
  readonly name: string;
  readonly required?: true;
  /** The only values there are; empty is allowed where it is not required. */
  readonly values?: readonly string[];
  readonly kind?: 'date' | 'number' | 'boolean' | 'year' | 'empty';
  /** The file in which a sourcedId like this stands. */
  readonly refers?: TableName;
  /** Several values, separated by commas. */
  readonly many?: true;
}

const common: readonly Field[] = [
  { name: 'sourcedId', required: true },
  { name: 'status', values: ['active', 'tobedeleted'] },
  { name: 'dateLastModified' },
];

/** Every file with its columns in their order, what each may hold, and what it refers to. */
export const TABLES: Record<TableName, readonly Field[]> = {
  orgs: [
    ...common,
    { name: 'name', required: true },
    {
      name: 'type',
      required: true,
      values: ['department', 'school', 'district', 'local', 'state', 'national'],
    },
    { name: 'identifier' },
    { name: 'parentSourcedId', refers: 'orgs' },
  ],
  academicSessions: [
    ...common,
    { name: 'title', required: true },
    { name: 'type', required: true, values: ['gradingPeriod', 'semester', 'schoolYear', 'term'] },
    { name: 'startDate', required: true, kind: 'date' },
    { name: 'endDate', required: true, kind: 'date' },
    { name: 'parentSourcedId', refers: 'academicSessions' },
    { name: 'schoolYear', required: true, kind: 'year' },
  ],
  courses: [
    ...common,
    { name: 'schoolYearSourcedId', refers: 'academicSessions' },
    { name: 'title', required: true },
    { name: 'courseCode' },
    { name: 'grades' },
    { name: 'orgSourcedId', required: true, refers: 'orgs' },
    { name: 'subjects' },
    { name: 'subjectCodes' },
  ],
  classes: [
    ...common,
    { name: 'title', required: true },
    { name: 'grades' },
    { name: 'courseSourcedId', required: true, refers: 'courses' },
    { name: 'classCode' },
    { name: 'classType', required: true, values: ['homeroom', 'scheduled'] },
    { name: 'location' },
    { name: 'schoolSourcedId', required: true, refers: 'orgs' },
    { name: 'termSourcedIds', required: true, refers: 'academicSessions', many: true },
    { name: 'subjects' },
    { name: 'subjectCodes' },
    { name: 'periods' },
  ],
  users: [
    ...common,
    { name: 'enabledUser', required: true, kind: 'boolean' },
    { name: 'orgSourcedIds', required: true, refers: 'orgs', many: true },
    {
      name: 'role',
      required: true,
      values: ['administrator', 'aide', 'guardian', 'parent', 'proctor', 'relative', 'student', 'teacher'],
    },
    { name: 'username', required: true },
    { name: 'userIds' },
    { name: 'givenName', required: true },
    { name: 'familyName', required: true },
    { name: 'middleName' },
    { name: 'identifier' },
    { name: 'email' },
    { name: 'sms' },
    { name: 'phone' },
    { name: 'agentSourcedIds', refers: 'users', many: true },
    { name: 'grades' },
    { name: 'password', kind: 'empty' },
  ],
  enrollments: [
    ...common,
    { name: 'classSourcedId', required: true, refers: 'classes' },
    { name: 'schoolSourcedId', required: true, refers: 'orgs' },
    { name: 'userSourcedId', required: true, refers: 'users' },
    { name: 'role', required: true, values: ['administrator', 'proctor', 'student', 'teacher'] },
    { name: 'primary', kind: 'boolean' },
    { name: 'beginDate', kind: 'date' },
    { name: 'endDate', kind: 'date' },
  ],
  categories: [...common, { name: 'title', required: true }],
  lineItems: [
    ...common,
    { name: 'title', required: true },
    { name: 'description' },
    { name: 'assignDate', required: true, kind: 'date' },
    { name: 'dueDate', required: true, kind: 'date' },
    { name: 'classSourcedId', required: true, refers: 'classes' },
    { name: 'categorySourcedId', required: true, refers: 'categories' },
    { name: 'gradingPeriodSourcedId', required: true, refers: 'academicSessions' },
    { name: 'resultValueMin', required: true, kind: 'number' },
    { name: 'resultValueMax', required: true, kind: 'number' },
  ],
  results: [
    ...common,
    { name: 'lineItemSourcedId', required: true, refers: 'lineItems' },
    { name: 'studentSourcedId', required: true, refers: 'users' },
    {
      name: 'scoreStatus',
      required: true,
      values: ['exempt', 'fully graded', 'not submitted', 'partially graded', 'submitted'],
    },
    { name: 'score', required: true, kind: 'number' },
    { name: 'scoreDate', required: true, kind: 'date' },
    { name: 'comment' },
  ],
};

/** A row by the names of its columns. */
export type TableRow = Readonly<Record<string, string>>;
/** The rows of every file. */
export type Tables = Readonly<Record<TableName, readonly TableRow[]>>;

/** The names of a file's columns, in their order. */
export const headersOf = (table: TableName): string[] => TABLES[table].map(({ name }) => name);

/** The first file: what is there, and where it comes from. */
export const MANIFEST: readonly (readonly [string, string])[] = [
  ['propertyName', 'value'],
  ['manifest.version', '1.0'],
  ['oneroster.version', '1.1'],
  ['file.academicSessions', 'bulk'],
  ['file.categories', 'bulk'],
  ['file.classes', 'bulk'],
  ['file.classResources', 'absent'],
  ['file.courses', 'bulk'],
  ['file.courseResources', 'absent'],
  ['file.demographics', 'absent'],
  ['file.enrollments', 'bulk'],
  ['file.lineItems', 'bulk'],
  ['file.orgs', 'bulk'],
  ['file.resources', 'absent'],
  ['file.results', 'bulk'],
  ['file.users', 'bulk'],
  ['source.systemName', 'Juror'],
  ['source.systemCode', 'juror'],
];
