import { maximumWords, pointWords } from '../../../words/numbers';
import { readPoints } from '../../forms/readPoints';
import type { FieldsProps } from '../partFace';

/** The most that something made of rows comes to, beside what the part has; one key makes them alike. */
export function MostInAll({
  most,
  maximum,
  changeMaximum,
}: { most: number } & Pick<FieldsProps<object>, 'maximum' | 'changeMaximum'>) {
  const aim = maximum === null ? most : (readPoints(maximum) ?? 0);
  return (
    <span className="quiet num text-sm">
      {most === aim ? (
        <>{pointWords(most)} at most</>
      ) : (
        <>
          {pointWords(most)} at most; the part has {pointWords(aim)}.{' '}
          <button type="button" className="link-plain" onClick={() => changeMaximum(maximumWords(most))}>
            Give the part {pointWords(most)}
          </button>
        </>
      )}
    </span>
  );
}
