import { line, type RowProps } from '../rowProps';
import { WordsMode } from './fields';

/** So many posts in all. */
export function PostFields({ kit }: RowProps) {
  const { says, number } = kit;
  return (
    <>
      <div className={line}>
        {number('rules.required.posts', 'Posts in all')} posts in all, of{' '}
        {number('rules.required.postMinWords', 'Words in a post')}{' '}
        <WordsMode kit={kit} of="post" label="Whether the words of a post are required" />
        <span className="quiet text-sm">(0: no total; the others count here too)</span>
      </div>
      {says('rules.required.posts')}
      {says('rules.required.postMinWords')}
    </>
  );
}
