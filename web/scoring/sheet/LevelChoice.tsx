import { Kbd } from '../../ui/keys';

/** One of several levels that can be chosen, with the digit that chooses it. */
export function LevelChoice({
  nth,
  title,
  description,
  amount,
  chosen,
  withDigit,
  choose,
}: {
  nth: number;
  title: string;
  description: string;
  /** What it is worth, in words. */
  amount: string;
  chosen: boolean;
  /** Whether its digit works at this moment. */
  withDigit: boolean;
  choose: () => void;
}) {
  return (
    <button
      type="button"
      role="radio"
      aria-checked={chosen}
      className={`rounded-field flex w-full cursor-pointer items-baseline gap-2 px-1.5 py-1 text-left ${chosen ? 'bg-primary text-primary-content' : 'hover:bg-base-200'}`}
      onClick={choose}
    >
      <span className={`w-4 shrink-0 text-center ${withDigit ? '' : 'invisible'}`} aria-hidden>
        <Kbd>{nth + 1}</Kbd>
      </span>
      <span className="min-w-0 grow">
        {title}
        {description !== '' && (
          <span className={`block text-xs leading-snug ${chosen ? '' : 'quiet'}`}>{description}</span>
        )}
      </span>
      <span className={`num shrink-0 text-sm ${chosen ? '' : 'quiet'}`}>{amount}</span>
    </button>
  );
}
