import type { Generated } from 'kysely';
import type { CaseContent } from '../../../contract/cases';
import type { ReadingProblem } from '../../../contract/textInCommon';
import type { Json } from '../json';

/** The tables of text in common, and of cases. */
export interface CaseTables {
  /** What a reading says, by the hash of its file; null with why not. */
  reading_text: { sha256: string; text: string | null; why: ReadingProblem | null };
  /** Two posts with text in common that staff put aside, the smaller id first, with their newest versions then. */
  pair_aside: {
    course_id: string;
    one_id: string;
    other_id: string;
    one_number: number;
    other_number: number;
    reason: string;
    at: number;
    by: string;
  };
  /** What staff look into with students. */
  case_file: {
    id: string;
    course_id: string;
    title: string;
    opened_by: string;
    opened_at: number;
    decided_at: number | null;
    version: Generated<number>;
  };
  /** Who reads a case, and which students it is about. */
  case_person: { case_id: string; person_id: string; part: 'staff' | 'student' };
  /** What was put into a case, as it stood then; written once. `to_id`: the student a message is to, or an answer is from. */
  case_entry: {
    case_id: string;
    number: number;
    id: string;
    at: number;
    by: string;
    kind: CaseContent['kind'];
    content: Json<CaseContent>;
    to_id: string | null;
  };
  case_attachment: { case_id: string; file_id: string };
}
