/** Where the reasons behind a vantage are asked for; of all that is asked in a course this alone is not asked through somebody's eyes. */
export const VANTAGE_PATH = '/api/courses/:course/vantage/:person/:at';
