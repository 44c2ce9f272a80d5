import { useCourse } from '../data/course';

/** The learning outcomes that a criterion serves: their codes with what they say, as far as the course has them in its list. */
export function Serves({ codes, className = 'text-sm' }: { codes: readonly string[]; className?: string }) {
  const { outcomes } = useCourse();
  if (codes.length === 0) return null;
  const words = codes.map((code) => {
    const known = outcomes.find((outcome) => outcome.code === code);
    return known ? `${code} ${known.text}` : code;
  });
  return <p className={`quiet ${className}`}>serves: {words.join('; ')}</p>;
}
