import { quizIndex, questionsOf, wordingOf } from '../document/lookup';
import { OTHER } from '../questions/choice/options';
import { given } from '../values/given';
import { partsOf } from '../questions/parts';
import type { Counts } from '../questions/drawing';
import { kindOf, offeredBy } from '../questions/registry';
import type { Question } from '../schema/quiz';
import type { BlockKind, Of } from './kind';
import type { ChartView } from './view';

/** The fifths of the marks that visitors came into. */
const FIFTHS = [0, 1, 2, 3, 4].map((n) => ({ id: String(n), text: `${n * 20}–${n * 20 + 20} %` }));

const nothing: Counts = { answered: 0, of: () => 0, all: () => [] };

/** Whether there is anything to be drawn of its answers: words are nobody else's. */
export const isDrawn = (question: Question): boolean => kindOf(question).drawing(question, nothing).as !== 'words';

export const chart: BlockKind<Of<'chart'>, ChartView> = {
  label: 'How others answered',
  atTheEnd: true,
  view({ id, title, topic: topicId, question: questionId = '' }, { quiz }) {
    const base = { kind: 'chart', id, ...given('title', title) } as const;
    const topic = quiz.topics.find((t) => t.id === topicId);
    if (topic) return { ...base, topic: topic.id, prompt: topic.name, options: FIFTHS };
    const question = quizIndex(quiz).questions.get(questionId);
    if (!question || !isDrawn(question)) return null;
    const offered = offeredBy(question);
    if (!offered) return { ...base, question: question.id, prompt: wordingOf(question), options: [] };
    // "Something else" has no words of the creator's own.
    const options = [...partsOf(offered.options), ...(offered.other ? [{ id: OTHER, text: '' }] : [])];
    return { ...base, question: question.id, prompt: wordingOf(question), options };
  },
  blank: (newId, quiz) => ({
    id: newId('b'),
    kind: 'chart',
    ...given('question', questionsOf(quiz).find(isDrawn)?.id),
  }),
  dangling: (block, { question, topic }) =>
    question(block.question ?? '') || topic(block.topic ?? '')
      ? []
      : [
          {
            code: 'unknown-reference',
            message: 'The result shows how others answered, but not which question or topic.',
          },
        ],
};
