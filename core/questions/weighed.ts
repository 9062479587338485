/** What kinds have in common whose questions are weighed as a whole. */
import type { Question } from '../schema/quiz';
import type { WeighedPart, WeighSide } from './kind';
import type { Measured } from './measured';

type Whole = Pick<Question, 'id' | 'guess'>;
type Guess = NonNullable<WeighedPart['guess']>;
/** A guess at the question as a whole. */
export const wholeGuess = ({ guess: value }: Pick<Question, 'guess'>, of: Guess['of']): { guess: Guess } => ({
  guess: { value, of, whole: true },
});

/** A question that weighs nothing itself, and may be right. @param words what is right in it */
export const asKey = (question: Whole, words: string, isKeyed: boolean): WeighedPart[] => [
  {
    id: question.id,
    words,
    weights: undefined,
    times: 'key',
    keyed: false,
    ...(isKeyed ? wholeGuess(question, 'right') : {}),
  },
];

/** A question whose number counts. */
export const asNumber = (question: Measured, of: 'mean' | 'right'): WeighedPart[] => [
  {
    id: question.id,
    words: '',
    weights: question.weights,
    times: 'number',
    keyed: false,
    ...wholeGuess(question, of),
  },
];
export const meanWeighed: WeighSide<Measured> = { weighed: (question) => asNumber(question, 'mean') };
