import type { ReactNode } from 'react';
import type { Guide } from '../../core/course/evaluation';
import { partKinds } from '../../core/scoring/kinds/partKinds';
import { GuideTools } from './library/GuideTools';
import { faceOf } from './partFaces';
import type { TypedPart } from './partForm';

/** What belongs to the way a part is scored. */
export function PartFields({
  part,
  name,
  says,
  change,
}: {
  part: TypedPart;
  /** Which part, as `part 2`. */
  name: string;
  says: (field: string) => ReactNode;
  change: (part: TypedPart) => void;
}) {
  const { kind } = part;
  const { Fields } = faceOf(kind).form;
  if (Fields === null) return null;
  return (
    <>
      {partKinds[kind].guide !== null && (
        <GuideTools part={part} kind={kind as Guide['kind']} change={change} />
      )}
      <Fields
        fields={part.fields[kind]}
        maximum={part.maximum}
        name={name}
        says={(field) => says(`fields.${kind}.${field}`)}
        change={(patch) =>
          change({ ...part, fields: { ...part.fields, [kind]: { ...part.fields[kind], ...patch } } })
        }
        changeMaximum={(maximum) => change({ ...part, maximum })}
      />
    </>
  );
}
