import type { QuestionView } from '../../core/flow/view';
import { ChoiceQuestion } from './choice';
import { GapsQuestion, GridQuestion, MatchQuestion, OrderQuestion, SpotsQuestion } from './compound';
import { DateQuestion, NumberQuestion, RatingQuestion, SliderQuestion, TypedQuestion } from './fields';
import type { Asked } from './parts';

/** A question of any kind, as a visitor answers it. */
export function QuestionOf({ block, ...rest }: Asked<QuestionView>) {
  switch (block.kind) {
    case 'choice':
      return <ChoiceQuestion block={block} {...rest} />;
    case 'text':
    case 'essay':
      return <TypedQuestion block={block} {...rest} />;
    case 'number':
      return <NumberQuestion block={block} {...rest} />;
    case 'slider':
      return <SliderQuestion block={block} {...rest} />;
    case 'rating':
      return <RatingQuestion block={block} {...rest} />;
    case 'date':
      return <DateQuestion block={block} {...rest} />;
    case 'order':
      return <OrderQuestion block={block} {...rest} />;
    case 'match':
      return <MatchQuestion block={block} {...rest} />;
    case 'gaps':
      return <GapsQuestion block={block} {...rest} />;
    case 'grid':
      return <GridQuestion block={block} {...rest} />;
    case 'spots':
      return <SpotsQuestion block={block} {...rest} />;
  }
}
