/** The words of Juror's own, each with the one sentence that explains it where a person first meets it; docs/words.md lists them. */
export const COINED = {
  seal: 'Classmates’ posts stay closed until you have written your own.',
  vantage: 'See the course as one student sees it, now or at another moment.',
  tally: 'A bar for each post that is required: tall for an initial post, short for a reply.',
  docket: 'The students to evaluate in one forum, with how far each is.',
  desk: 'Where one student’s posts are read and scored.',
  ownTerms: 'Dates or requirements that differ for a section, a group or a student.',
  aside: 'A reply that only its author and staff can read.',
  nod: 'A light way to say that you value a post.',
  stack: 'Chosen posts laid out on one page.',
  recipe: 'Saved settings to start a forum from.',
} as const;
