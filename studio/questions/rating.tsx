'use client';
/** A rating: stars, steps or numbers between two ends. */
import { boundsOf } from '../../core/questions/measured';
import type { Question } from '../../core/schema/quiz';
import { Choose } from '../../ui/controls';
import type { Body, StudioKind } from './kind';
import { EndsPart } from './measured';
import { useBlockFields } from '../fields/use-fields';

type Rating = Extract<Question, { kind: 'rating' }>;

function RatingPart({ question, targets, cursor }: Body<Rating>) {
  const { set } = useBlockFields(question);
  return (
    <EndsPart
      question={question}
      targets={targets}
      cursor={cursor}
      unit="each step"
      ends={boundsOf(question)}
      before={
        <Choose
          label="How it is rated"
          value={question.as ?? 'stars'}
          options={[
            { id: 'stars', label: 'Stars' },
            { id: 'steps', label: 'Steps' },
            { id: 'numbers', label: 'Numbers' },
          ]}
          onChange={(to) => set('as', to)}
        />
      }
    />
  );
}

export const rating: StudioKind<Rating> = { Body: RatingPart };
