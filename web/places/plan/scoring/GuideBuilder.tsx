import type { BuilderProps } from './builderProps';
import { ChecklistBuilder } from './ChecklistBuilder';
import { RubricBuilder } from './RubricBuilder';
import { ScaleBuilder } from './ScaleBuilder';

/** Builds a rubric, a checklist or a scale, in a forum or in the library. */
export function GuideBuilder(props: BuilderProps) {
  switch (props.part.kind) {
    case 'rubric':
      return <RubricBuilder {...props} />;
    case 'checklist':
      return <ChecklistBuilder {...props} />;
    case 'levels':
      return <ScaleBuilder {...props} />;
    default:
      return null;
  }
}
