/** Everything that can add to a scale or outcome: answers, items, rows of a grid, and numbers themselves; and questions that only have a key. */
import type { Place } from './edits';
import { acceptedOf } from '../text/fold';
import { isQuestion } from './lookup';
import type { Question, Quiz } from './schema';
import { mannerOf } from './manner';

export type Weighed = {
  at: Place;
  question: Question;
  /** Its id: that of the answer, item or row, or of the question whose number counts. */
  id: string;
  words: string;
  weights: Record<string, number> | undefined;
  /**
   * What a weight is multiplied with: nothing for an answer that is chosen, the worth of a column, the number given, places above the last.
   * `key`: a question as a whole, that weighs nothing but may be right.
   */
  times: 'once' | 'column' | 'number' | 'place' | 'key';
  /** Whether choosing it can be right, and how right it is. */
  keyed: boolean;
  credit?: number;
  /**
   * Where the creator's guess stands, if there can be one, and what it says: percent of visitors who choose the answer, who put the item
   * first, or who have the question right; the value given on average; the mean place of the columns of a grid, or how many columns a row
   * gets on average. Of questions with several rows and one guess it is at the first.
   */
  guess?: { at: Place; value: number | undefined; of: 'chosen' | 'first' | 'right' | 'mean' | 'column' | 'ticked' };
};

/** Whether a guess is in percent of the visitors, rather than a mean. */
export const isShare = ({ of }: NonNullable<Weighed['guess']>): boolean =>
  of === 'chosen' || of === 'first' || of === 'right';

/** In the order of the quiz, question by question. */
export function weighedIn(quiz: Quiz): Weighed[] {
  return quiz.pages.flatMap((page) =>
    page.blocks.flatMap((block) => (isQuestion(block) ? partsOf(block, ['pages', page.id, 'blocks', block.id]) : [])),
  );
}

function partsOf(question: Question, at: Place): Weighed[] {
  switch (question.kind) {
    case 'choice':
      return question.options.map((o) => ({
        at: [...at, 'options', o.id],
        question,
        id: o.id,
        words: o.text || o.picture?.text || '',
        weights: o.weights,
        times: 'once',
        keyed: true,
        ...(o.credit === undefined ? {} : { credit: o.credit }),
        guess: { at: [...at, 'options', o.id], value: o.guess, of: 'chosen' },
      }));
    case 'order':
      return question.items.map((i, n) => ({
        ...(question.keyed === false
          ? { guess: { at: [...at, 'items', i.id], value: i.guess, of: 'first' as const } }
          : n === 0
            ? guessOf(question, at)
            : {}),
        at: [...at, 'items', i.id],
        question,
        id: i.id,
        words: i.text,
        weights: i.weights,
        times: 'place',
        keyed: false,
      }));
    case 'grid':
      return question.rows.map((r, n) => ({
        ...(n === 0 ? guessOf(question, at) : {}),
        at: [...at, 'rows', r.id],
        question,
        id: r.id,
        words: r.text,
        weights: r.weights,
        times: 'column',
        keyed: false,
      }));
    case 'number':
    case 'slider':
    case 'rating':
      return [
        {
          at,
          question,
          id: question.id,
          words: '',
          weights: question.weights,
          times: 'number',
          keyed: false,
          ...guessOf(question, at),
        },
      ];
    default:
      return [
        {
          at,
          question,
          id: question.id,
          words: keyWords(question),
          weights: undefined,
          times: 'key',
          keyed: false,
          ...guessOf(question, at),
        },
      ];
  }
}

function guessOf(question: Question, at: Place): Pick<Weighed, 'guess'> {
  const manner = mannerOf(question);
  const of =
    manner === 'right'
      ? 'right'
      : manner === 'values'
        ? 'mean'
        : manner === 'cells'
          ? question.kind === 'grid' && question.pick === 'many'
            ? 'ticked'
            : 'column'
          : null;
  return of ? { guess: { at, value: question.guess, of } } : {};
}

/** What is right in a question that has no answers to mark one by one. */
function keyWords(question: Question): string {
  switch (question.kind) {
    case 'text':
      return (question.accept ?? []).map((a) => acceptedOf(a).text).join('; ') || 'No words are accepted yet';
    case 'date':
      return question.target ?? 'No day is right';
    case 'essay':
      return question.review ? 'A person marks it' : 'Not marked';
    case 'match':
      return 'The pairs as they are written';
    case 'gaps':
      return 'The words of the gaps';
    case 'spots':
      return 'The places in the picture';
    default:
      return '';
  }
}
