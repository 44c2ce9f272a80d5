import { readPoints } from '../../../forms/readPoints';
import { pointWords } from '../../../../words/numbers';
import type { BuilderProps } from './builderProps';

/** The most that something made of parts comes to, beside what it has to reach. */
export function Reach({ most, part, change }: { most: number } & Pick<BuilderProps, 'part' | 'change'>) {
  const aim = readPoints(part.points) ?? 0;
  return (
    <span className="quiet num text-sm">
      {most === aim ? (
        <>{pointWords(most)} at most</>
      ) : (
        <>
          {pointWords(most)} at most; the part has {pointWords(aim)}.{' '}
          <button
            type="button"
            className="link-plain"
            onClick={() => change({ points: pointWords(most).replace(/\.?0+$/, '') })}
          >
            Give the part {pointWords(most)}
          </button>
        </>
      )}
    </span>
  );
}
