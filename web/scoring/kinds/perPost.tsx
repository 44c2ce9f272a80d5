import { z } from 'zod';
import { partSchemas } from '../../../contract/parts';
import type { Combination, PerPostPart } from '../../../core/course/evaluation';
import { postsOf } from '../../../core/scoring/kinds/basis';
import { maximumWords, pointWords } from '../../../words/numbers';
import { pointsText, wholeText } from '../../forms/codecs';
import { Kbd } from '../../ui/keys';
import { NumberField, SelectField } from '../form/fields';
import type { FieldsProps, PartFace, PartOnSheet } from '../partFace';
import { PointsField } from '../sheet/PointsField';
import { readGiven } from '../sheet/typedPoints';
import { Suggested } from '../sheet/Suggested';

const schema = partSchemas.perPost.part.shape;
const [, best, mostFrequent] = schema.combine.options;

const fields = z.object({
  each: pointsText.refine((points) => points > 0, 'A post needs points above 0.'),
  combine: z.enum(['mean', 'median', 'best', 'highest', 'lowest', 'mostFrequent', 'sum']),
  best: z.string(),
  tie: mostFrequent.shape.tie,
  unscored: schema.unscored,
});
type Fields = z.input<typeof fields>;

const START: Fields = { each: '10', combine: 'mean', best: '3', tie: 'higher', unscored: 'incomplete' };
const bestText = wholeText(best.shape.n);

const codec = z.codec(fields, z.custom<Pick<PerPostPart, 'each' | 'combine' | 'unscored'>>(), {
  decode({ each, combine: by, best: typed, tie, unscored }, context) {
    const n = by === 'best' ? bestText.safeDecode(typed) : null;
    if (n?.success === false)
      context.issues.push({
        code: 'custom',
        path: ['best'],
        message: n.error.issues[0]!.message,
        input: typed,
      });
    const combine: Combination =
      by === 'best' ? { by, n: n?.data ?? 1 } : by === 'mostFrequent' ? { by, tie } : { by };
    return { each, combine, unscored };
  },
  encode: ({ each, combine, unscored }) => ({
    each,
    combine: combine.by,
    best: combine.by === 'best' ? String(combine.n) : START.best,
    tie: combine.by === 'mostFrequent' ? combine.tie : START.tie,
    unscored,
  }),
});

function PerPostFields({ fields: typed, name, says, change }: FieldsProps<Fields>) {
  return (
    <div className="mt-2 space-y-1 pl-7 text-sm">
      <div className="flex flex-wrap items-center gap-2">
        Each post gets 0 to
        <NumberField
          label={`Points for a post in ${name}`}
          value={typed.each}
          change={(each) => change({ each })}
        />
        points. The part is
        <SelectField
          label={`How the posts of ${name} are combined`}
          value={typed.combine}
          change={(combine) => change({ combine })}
          options={[
            ['mean', 'their mean'],
            ['median', 'their median'],
            ['best', 'the mean of the best'],
            ['highest', 'the highest'],
            ['lowest', 'the lowest'],
            ['mostFrequent', 'the most frequent'],
            ['sum', 'their sum, measured by the required posts'],
          ]}
        />
        {typed.combine === 'best' && (
          <NumberField
            whole
            label={`How many of the best posts of ${name}`}
            value={typed.best}
            change={(n) => change({ best: n })}
          />
        )}
        {typed.combine === 'mostFrequent' && (
          <>
            ; of several
            <SelectField
              label={`Of several most frequent in ${name}`}
              value={typed.tie}
              change={(tie) => change({ tie })}
              options={[
                ['higher', 'the higher'],
                ['lower', 'the lower'],
              ]}
            />
          </>
        )}
      </div>
      <div className="flex flex-wrap items-center gap-2">
        A post that has no score yet
        <SelectField
          label={`What a post without a score does in ${name}`}
          value={typed.unscored}
          change={(unscored) => change({ unscored })}
          options={[
            ['incomplete', 'makes the part wait'],
            ['ignored', 'is left out'],
            ['zero', 'counts 0'],
          ]}
        />
      </div>
      {says('each')}
      {says('best')}
    </div>
  );
}

interface Typed {
  readonly posts: Readonly<Record<string, string>>;
  readonly leftOut: readonly string[];
}

function PostsOnSheet({ at }: { at: PartOnSheet<PerPostPart, Typed> }) {
  return (
    <>
      <Suggested at={at} lead="The posts:" />
      {at.isIncomplete && (
        <p className="quiet mt-0.5 text-xs">
          Each post has its field beside it; <Kbd>↓</Kbd> goes from one to the next.
        </p>
      )}
    </>
  );
}

/** What one post is given, set beside the post itself. */
function PointsAtPost({
  at,
  post,
  number,
}: {
  at: PartOnSheet<PerPostPart, Typed>;
  post: string;
  number: number;
}) {
  const { part, typed } = at;
  const row = `${part.id} ${post}`;
  const isOut = typed.leftOut.includes(post);
  const others = typed.leftOut.filter((each) => each !== post);
  return (
    <div className="mt-2.5 flex flex-wrap items-center gap-3 text-sm">
      <span className="font-semibold">{part.title}</span>
      <PointsField
        at={at}
        row={row}
        label={`${part.title}: points for post ${number}, out of ${maximumWords(part.each)}`}
        value={isOut ? '' : (typed.posts[post] ?? '')}
        placeholder={isOut ? 'out' : '–'}
        change={(points) => at.change({ posts: { ...typed.posts, [post]: points }, leftOut: others })}
      />
      <span className="quiet num">/ {maximumWords(part.each)}</span>
      <label className="flex items-center gap-2">
        <input
          type="checkbox"
          className="checkbox checkbox-sm"
          checked={isOut}
          onChange={(event) => at.change({ leftOut: event.target.checked ? [...others, post] : others })}
        />
        leave it out
      </label>
      {at.problem(row) && <span className="text-error">{at.problem(row)}</span>}
    </div>
  );
}

/** A score for each post, combined. */
export const perPost: PartFace<PerPostPart, Fields, Typed> = {
  form: { offers: [{ words: 'post by post' }], start: START, codec, Fields: PerPostFields },
  sheet: {
    nothing: { posts: {}, leftOut: [] },
    typed: ({ posts = {} }) => ({
      posts: Object.fromEntries(
        Object.entries(posts).flatMap(([id, points]) =>
          points === 'leftOut' ? [] : [[id, pointWords(points)]],
        ),
      ),
      leftOut: Object.keys(posts).filter((id) => posts[id] === 'leftOut'),
    }),
    decision(part, typed, tell) {
      const given = Object.entries(typed.posts).flatMap(([id, text]) => {
        if (typed.leftOut.includes(id)) return [];
        const points = readGiven(text, `${part.title}, a post`, part.each, (message) =>
          tell(`${part.id} ${id}`, message),
        );
        return points === null ? [] : [[id, points] as const];
      });
      const all = [...given, ...typed.leftOut.map((id) => [id, 'leftOut'] as const)];
      return all.length === 0 ? {} : { posts: Object.fromEntries(all) };
    },
    rows: (part, { posts, leftOut }, { from }) =>
      postsOf(part.basis, from.forum, from.done).map(({ id }) => ({
        id: `${part.id} ${id}`,
        title: part.title,
        isField: true,
        choices: 0,
        isGiven: (posts[id] ?? '') !== '' || leftOut.includes(id),
        chosen: null,
        choose: () => null,
      })),
    Body: PostsOnSheet,
    Beside: null,
    AtPost: PointsAtPost,
  },
};
