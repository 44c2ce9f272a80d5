import type { CaseTables } from './tables/cases';
import type { CourseTables } from './tables/courses';
import type { PeopleTables } from './tables/people';
import type { PostTables } from './tables/posts';
import type { ReadingTables } from './tables/reading';
import type { ReviewTables } from './tables/reviews';
import type { ScoreTables } from './tables/scores';

/** The tables, as Kysely sees them. Instants are UTC ms, points hundredths, flags 0 or 1. */
export interface Database
  extends PeopleTables, CourseTables, PostTables, ReadingTables, ScoreTables, ReviewTables, CaseTables {}
