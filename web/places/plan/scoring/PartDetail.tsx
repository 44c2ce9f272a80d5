import type { BuilderProps } from './builderProps';
import { GuideBuilder } from './GuideBuilder';
import { GuideTools } from './GuideTools';
import type { PartForm } from './partForm';

const select = 'select select-sm raised h-9 w-auto';
const small = 'input input-sm raised num h-9 w-16 text-center';

function PerPost({ part, name, says, change }: BuilderProps) {
  return (
    <div className="mt-2 space-y-1 pl-7 text-sm">
      <div className="flex flex-wrap items-center gap-2">
        Each post gets 0 to
        <input
          className={small}
          inputMode="decimal"
          aria-label={`Points for a post in ${name}`}
          value={part.each}
          onChange={(event) => change({ each: event.target.value })}
        />
        points. The part is
        <select
          className={select}
          aria-label={`How the posts of ${name} are combined`}
          value={part.combine}
          onChange={(event) => change({ combine: event.target.value as PartForm['combine'] })}
        >
          <option value="mean">their mean</option>
          <option value="median">their median</option>
          <option value="best">the mean of the best</option>
          <option value="highest">the highest</option>
          <option value="lowest">the lowest</option>
          <option value="mostFrequent">the most frequent</option>
          <option value="sum">their sum, measured by the required posts</option>
        </select>
        {part.combine === 'best' && (
          <input
            className={small}
            inputMode="numeric"
            aria-label={`How many of the best posts of ${name}`}
            value={part.best}
            onChange={(event) => change({ best: event.target.value })}
          />
        )}
        {part.combine === 'mostFrequent' && (
          <>
            ; of several
            <select
              className={select}
              aria-label={`Of several most frequent in ${name}`}
              value={part.tie}
              onChange={(event) => change({ tie: event.target.value as PartForm['tie'] })}
            >
              <option value="higher">the higher</option>
              <option value="lower">the lower</option>
            </select>
          </>
        )}
      </div>
      <div className="flex flex-wrap items-center gap-2">
        A post that has no score yet
        <select
          className={select}
          aria-label={`What a post without a score does in ${name}`}
          value={part.unscored}
          onChange={(event) => change({ unscored: event.target.value as PartForm['unscored'] })}
        >
          <option value="incomplete">makes the part wait</option>
          <option value="ignored">is left out</option>
          <option value="zero">counts 0</option>
        </select>
      </div>
      {says('each')}
      {says('best')}
    </div>
  );
}

function Ratings({ part, name, says, change }: BuilderProps) {
  return (
    <div className="mt-2 flex flex-wrap items-center gap-2 pl-7 text-sm">
      The mean of what other students gave the posts, once there are
      <input
        className={small}
        inputMode="numeric"
        aria-label={`Ratings needed for ${name}`}
        value={part.atLeast}
        onChange={(event) => change({ atLeast: event.target.value })}
      />
      ratings.
      {says('atLeast')}
    </div>
  );
}

/** What belongs to the way a part is scored. */
export function PartDetail(props: BuilderProps) {
  switch (props.part.kind) {
    case 'rubric':
    case 'checklist':
    case 'levels':
      return (
        <>
          <GuideTools {...props} />
          <GuideBuilder {...props} />
        </>
      );
    case 'perPost':
      return <PerPost {...props} />;
    case 'ratings':
      return <Ratings {...props} />;
    default:
      return null;
  }
}
