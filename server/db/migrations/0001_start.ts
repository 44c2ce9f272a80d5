/** The first layout of the data: people, courses, forums, posts with every revision, scores, and the course record. */
export const start = `
CREATE TABLE setting (key TEXT PRIMARY KEY, value TEXT NOT NULL) STRICT;
CREATE TABLE person (
  id TEXT PRIMARY KEY, email TEXT NOT NULL UNIQUE COLLATE NOCASE, given_name TEXT NOT NULL, family_name TEXT NOT NULL,
  preferred_name TEXT, sortable_name TEXT NOT NULL, password_hash TEXT,
  administrator INTEGER NOT NULL DEFAULT 0 CHECK (administrator IN (0, 1))
) STRICT;
CREATE TABLE session (
  token_hash TEXT PRIMARY KEY, person_id TEXT NOT NULL REFERENCES person (id), write_token TEXT NOT NULL,
  created_at INTEGER NOT NULL, seen_at INTEGER NOT NULL
) STRICT;
CREATE TABLE course (
  id TEXT PRIMARY KEY, title TEXT NOT NULL, code TEXT NOT NULL, zone TEXT NOT NULL,
  term_start INTEGER NOT NULL, term_end INTEGER NOT NULL CHECK (term_end > term_start),
  gradebook_mode TEXT NOT NULL DEFAULT 'weighted' CHECK (gradebook_mode IN ('weighted', 'byPoints')),
  letters TEXT NOT NULL DEFAULT '[]' CHECK (json_valid(letters))
) STRICT;
CREATE TABLE section (
  id TEXT PRIMARY KEY, course_id TEXT NOT NULL REFERENCES course (id), title TEXT NOT NULL, position INTEGER NOT NULL
) STRICT;
CREATE TABLE member (
  course_id TEXT NOT NULL REFERENCES course (id), person_id TEXT NOT NULL REFERENCES person (id),
  role TEXT NOT NULL CHECK (role IN ('instructor', 'assistant', 'student')),
  section_id TEXT REFERENCES section (id), sections TEXT CHECK (sections IS NULL OR json_valid(sections)),
  student_number TEXT, enrolled_from INTEGER NOT NULL, removed_at INTEGER,
  accommodation_minutes INTEGER NOT NULL DEFAULT 0 CHECK (accommodation_minutes >= 0),
  PRIMARY KEY (course_id, person_id)
) STRICT, WITHOUT ROWID;
CREATE INDEX member_person ON member (person_id);
CREATE TABLE group_plan (id TEXT PRIMARY KEY, course_id TEXT NOT NULL REFERENCES course (id), title TEXT NOT NULL) STRICT;
CREATE TABLE "group" (
  id TEXT PRIMARY KEY, plan_id TEXT NOT NULL REFERENCES group_plan (id), title TEXT NOT NULL, position INTEGER NOT NULL
) STRICT;
CREATE TABLE group_member (
  group_id TEXT NOT NULL REFERENCES "group" (id), person_id TEXT NOT NULL REFERENCES person (id),
  PRIMARY KEY (group_id, person_id)
) STRICT, WITHOUT ROWID;
CREATE TABLE unit (
  id TEXT PRIMARY KEY, course_id TEXT NOT NULL REFERENCES course (id), title TEXT NOT NULL, position INTEGER NOT NULL
) STRICT;
CREATE TABLE category (
  id TEXT PRIMARY KEY, course_id TEXT NOT NULL REFERENCES course (id), title TEXT NOT NULL,
  weight INTEGER NOT NULL CHECK (weight BETWEEN 0 AND 10000),
  zero_for_missing INTEGER NOT NULL DEFAULT 0 CHECK (zero_for_missing IN (0, 1)), position INTEGER NOT NULL
) STRICT;
CREATE TABLE forum (
  id TEXT PRIMARY KEY, course_id TEXT NOT NULL REFERENCES course (id), title TEXT NOT NULL,
  unit_id TEXT REFERENCES unit (id), category_id TEXT REFERENCES category (id), position INTEGER NOT NULL,
  status TEXT NOT NULL CHECK (status IN ('draft', 'published')), frozen INTEGER NOT NULL DEFAULT 0 CHECK (frozen IN (0, 1)),
  rules TEXT NOT NULL CHECK (json_valid(rules)), prompt TEXT NOT NULL CHECK (json_valid(prompt)), prompt_html TEXT NOT NULL,
  version INTEGER NOT NULL CHECK (version >= 1), created_at INTEGER NOT NULL
) STRICT;
CREATE INDEX forum_course ON forum (course_id);
CREATE TABLE post (
  id TEXT PRIMARY KEY, forum_id TEXT NOT NULL REFERENCES forum (id), author_id TEXT NOT NULL REFERENCES person (id),
  author_kind TEXT NOT NULL CHECK (author_kind IN ('student', 'staff')),
  parent_id TEXT REFERENCES post (id), thread_id TEXT NOT NULL, thread_author_id TEXT NOT NULL,
  answers_author_id TEXT, answers_author_kind TEXT CHECK (answers_author_kind IN ('student', 'staff')),
  space_id TEXT, question_id TEXT, starter INTEGER NOT NULL DEFAULT 0 CHECK (starter IN (0, 1)), aside_with TEXT,
  created_at INTEGER NOT NULL, version INTEGER NOT NULL CHECK (version >= 1),
  CHECK ((parent_id IS NULL) = (answers_author_id IS NULL)),
  CHECK (starter = 0 OR (author_kind = 'staff' AND parent_id IS NULL))
) STRICT;
CREATE INDEX post_forum_author ON post (forum_id, author_id);
CREATE INDEX post_author ON post (author_id);
CREATE INDEX post_parent ON post (parent_id);
CREATE TABLE revision (
  post_id TEXT NOT NULL REFERENCES post (id), number INTEGER NOT NULL CHECK (number >= 1), at INTEGER NOT NULL,
  author_id TEXT NOT NULL REFERENCES person (id), by_staff INTEGER NOT NULL DEFAULT 0 CHECK (by_staff IN (0, 1)),
  doc TEXT NOT NULL CHECK (json_valid(doc)), html TEXT NOT NULL, text TEXT NOT NULL,
  words INTEGER NOT NULL CHECK (words >= 0), attachments INTEGER NOT NULL DEFAULT 0 CHECK (attachments >= 0),
  PRIMARY KEY (post_id, number)
) STRICT;
CREATE TABLE removal (
  post_id TEXT NOT NULL REFERENCES post (id), "from" INTEGER NOT NULL, "to" INTEGER CHECK ("to" IS NULL OR "to" >= "from"),
  "by" TEXT NOT NULL REFERENCES person (id)
) STRICT;
CREATE INDEX removal_post ON removal (post_id);
CREATE TABLE approval (
  post_id TEXT NOT NULL REFERENCES post (id), at INTEGER NOT NULL,
  state TEXT NOT NULL CHECK (state IN ('held', 'approved', 'returned')), "by" TEXT NOT NULL REFERENCES person (id)
) STRICT;
CREATE INDEX approval_post ON approval (post_id);
CREATE TABLE draft (
  person_id TEXT NOT NULL REFERENCES person (id), forum_id TEXT NOT NULL REFERENCES forum (id), key TEXT NOT NULL,
  doc TEXT NOT NULL CHECK (json_valid(doc)), words INTEGER NOT NULL, saved_at INTEGER NOT NULL,
  PRIMARY KEY (person_id, forum_id, key)
) STRICT, WITHOUT ROWID;
CREATE TABLE file (
  id TEXT PRIMARY KEY, course_id TEXT NOT NULL REFERENCES course (id), uploaded_by TEXT NOT NULL REFERENCES person (id),
  sha256 TEXT NOT NULL, type TEXT NOT NULL, size INTEGER NOT NULL CHECK (size > 0), name TEXT NOT NULL, at INTEGER NOT NULL
) STRICT;
CREATE TABLE file_use (
  file_id TEXT NOT NULL REFERENCES file (id), forum_id TEXT NOT NULL REFERENCES forum (id), post_id TEXT REFERENCES post (id)
) STRICT;
CREATE UNIQUE INDEX file_use_once ON file_use (file_id, forum_id, ifnull(post_id, ''));
CREATE TABLE item (
  id TEXT PRIMARY KEY, course_id TEXT NOT NULL REFERENCES course (id), forum_id TEXT UNIQUE REFERENCES forum (id),
  title TEXT NOT NULL, maximum INTEGER NOT NULL CHECK (maximum > 0),
  display TEXT NOT NULL DEFAULT 'points' CHECK (display IN ('points', 'percent', 'letter', 'done')),
  counts INTEGER NOT NULL DEFAULT 1 CHECK (counts IN (0, 1)),
  extra_credit INTEGER NOT NULL DEFAULT 0 CHECK (extra_credit IN (0, 1)), position INTEGER NOT NULL
) STRICT;
CREATE TABLE score (
  item_id TEXT NOT NULL REFERENCES item (id), student_id TEXT NOT NULL REFERENCES person (id),
  version INTEGER NOT NULL CHECK (version >= 1), decisions TEXT NOT NULL CHECK (json_valid(decisions)),
  remark TEXT CHECK (remark IS NULL OR json_valid(remark)), remark_html TEXT,
  points INTEGER CHECK (points IS NULL OR points >= 0), lines TEXT NOT NULL DEFAULT '[]' CHECK (json_valid(lines)),
  given_at INTEGER, given_by TEXT REFERENCES person (id), released_at INTEGER,
  excused INTEGER NOT NULL DEFAULT 0 CHECK (excused IN (0, 1)),
  PRIMARY KEY (item_id, student_id),
  CHECK ((points IS NULL) = (given_at IS NULL)), CHECK (released_at IS NULL OR points IS NOT NULL)
) STRICT, WITHOUT ROWID;
CREATE TABLE record (
  id INTEGER PRIMARY KEY, course_id TEXT NOT NULL, at INTEGER NOT NULL, actor_id TEXT NOT NULL, what TEXT NOT NULL,
  subject TEXT NOT NULL, before TEXT, after TEXT, why TEXT
) STRICT;
CREATE INDEX record_subject ON record (course_id, subject);
`;
