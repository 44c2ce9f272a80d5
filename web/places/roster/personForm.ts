import { z } from 'zod';
import { memberFields, type MemberFields, type RosterPerson } from '../../../contract/roster';
import { chosenText, optionalText, plainText } from '../../forms/codecs';
import { wallText } from '../../forms/wallText';
import { durationCodec } from '../../forms/duration';
import { refuse } from '../../forms/readInto';

const { shape } = memberFields;
const { minValue, maxValue } = shape.accommodationMinutes;

/** A member of the course between the roster's form and what is kept; nothing chosen among sections means all of them. */
export function personForm(zone: string) {
  const typed = z.object({
    role: shape.role,
    givenName: plainText,
    familyName: plainText,
    preferredName: optionalText,
    sortableName: optionalText,
    email: plainText,
    studentNumber: optionalText,
    sectionId: chosenText,
    sections: z.array(z.string()),
    enrolledFrom: wallText(zone),
    accommodationMinutes: durationCodec(
      { least: minValue!, most: maxValue! },
      'Write a number that comes to at most a year; 0 for none.',
    ),
    accommodationReason: optionalText,
  });
  return z.codec(typed, z.custom<MemberFields>(), {
    decode({ sections, enrolledFrom, ...fields }, context): MemberFields {
      if (enrolledFrom === null)
        refuse(context, ['enrolledFrom'], 'Write a date and a time, such as 4 March 2026, 08:00.');
      return {
        ...fields,
        sections: sections.length === 0 ? 'all' : sections,
        enrolledFrom: enrolledFrom ?? 0,
      };
    },
    encode: ({ sections, ...fields }) => ({ ...fields, sections: sections === 'all' ? [] : [...sections] }),
  });
}
export type PersonForm = z.input<ReturnType<typeof personForm>>;

/** What is known of a member, or what a new one begins with. */
export const memberOf = (person: RosterPerson | null, now: number): MemberFields => ({
  role: person?.role ?? 'student',
  givenName: person?.givenName ?? '',
  familyName: person?.familyName ?? '',
  preferredName: person?.preferredName ?? null,
  sortableName: person?.sortable ?? null,
  email: person?.email ?? '',
  studentNumber: person?.studentNumber ?? null,
  sectionId: person?.sectionId ?? null,
  sections: person?.sections === 'all' || !person ? 'all' : [...person.sections],
  enrolledFrom: person?.enrolledFrom ?? now,
  accommodationMinutes: person?.accommodationMinutes ?? 0,
  accommodationReason: person?.accommodationReason ?? null,
});
