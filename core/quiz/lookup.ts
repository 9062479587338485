/** Finding things in a document by id, and the few readings of it that everybody needs. */
import type {
  Accepted,
  Block,
  Choice,
  ContactBlock,
  Outcome,
  Page,
  Question,
  QuestionKind,
  Quiz,
  Verdict,
} from './schema';
import { type Fill, plainText } from '../text/rich';

export type Index = {
  pages: Map<string, Page>;
  position: Map<string, number>;
  blocks: Map<string, Block>;
  questions: Map<string, Question>;
  pageOf: Map<string, Page>;
  /** Which contact block asks for a field. */
  contactOf: Map<string, ContactBlock>;
  outcomes: Map<string, { outcome: Outcome; verdict: Verdict }>;
};

const indexes = new WeakMap<Quiz, Index>();

/** The document by id; made once per document object, which is never changed in place. */
export function indexOf(quiz: Quiz): Index {
  const known = indexes.get(quiz);
  if (known) return known;
  const index: Index = {
    pages: new Map(),
    position: new Map(),
    blocks: new Map(),
    questions: new Map(),
    pageOf: new Map(),
    contactOf: new Map(),
    outcomes: new Map(),
  };
  quiz.pages.forEach((page, i) => {
    index.pages.set(page.id, page);
    index.position.set(page.id, i);
    for (const block of page.blocks) {
      index.blocks.set(block.id, block);
      index.pageOf.set(block.id, page);
      if (isQuestion(block)) index.questions.set(block.id, block);
      if (isContact(block))
        for (const field of block.fields) if (!index.contactOf.has(field.id)) index.contactOf.set(field.id, block);
    }
  });
  for (const question of quiz.bank ?? []) {
    index.blocks.set(question.id, question);
    index.questions.set(question.id, question);
  }
  for (const verdict of quiz.verdicts) {
    for (const outcome of verdict.outcomes) index.outcomes.set(outcome.id, { outcome, verdict });
  }
  indexes.set(quiz, index);
  return index;
}

const kinds: Record<QuestionKind, true> = {
  choice: true,
  text: true,
  essay: true,
  number: true,
  slider: true,
  rating: true,
  date: true,
  order: true,
  match: true,
  gaps: true,
  grid: true,
  spots: true,
};
export const isQuestion = (block: Block): block is Question => Object.hasOwn(kinds, block.kind);
export const isContact = (block: Block): block is ContactBlock => block.kind === 'contact';
export const questionsOf = (quiz: Quiz): Question[] => [...indexOf(quiz).questions.values()];

const accepts = (list: Accepted[] | undefined): boolean => (list?.length ?? 0) > 0;

/** Whether right and wrong exist for it. */
export function isKeyed(question: Question): boolean {
  switch (question.kind) {
    case 'choice':
      return question.options.some((o) => (o.credit ?? 0) > 0);
    case 'text':
      return accepts(question.accept);
    case 'number':
    case 'slider':
    case 'date':
      return question.target !== undefined;
    case 'order':
      return question.keyed !== false && question.items.length > 0;
    case 'match':
      return question.pairs.length > 0;
    case 'gaps':
      return question.gaps.some((g) => accepts(g.accept));
    case 'grid':
      return Object.keys(question.key ?? {}).length > 0;
    case 'spots':
      return question.spots.some((s) => s.region !== undefined || accepts(s.accept));
    case 'essay':
    case 'rating':
      return false;
  }
}

/** Whether a person marks it: an essay that is to be reviewed. */
export const isReviewed = (question: Question): boolean => question.kind === 'essay' && question.review === true;

/** What visitors read of a question where it stands in a list. Its name is the creator's own, and not for them. */
export const wordingOf = (question: Question, fill?: Fill): string => plainText(question.prompt, fill);

/** What the creator calls it: the own label, or else the wording. */
export const nameOf = (question: Question): string =>
  question.name?.trim() || plainText(question.prompt) || 'Untitled question';

/** The id of the free entry of a choice that has one. */
export const OTHER = 'other';

/** Every id that can be chosen, the free entry included. */
export const optionIds = (question: Choice): string[] => {
  const ids = question.options.map((o) => o.id);
  return question.other && !ids.includes(OTHER) ? [...ids, OTHER] : ids;
};

/** How many options may be chosen: what the question says, within what it has. A required one takes at least one. */
export function pickRange(question: Choice): { min: number; max: number } {
  if (question.pick === 'one') return { min: question.required ? 1 : 0, max: 1 };
  const all = optionIds(question).length;
  const max = Math.min(question.max ?? all, all);
  return { min: Math.max(question.min ?? 0, question.required ? 1 : 0), max };
}

/** The bounds of a number, slider or rating; undefined where it has none. */
export function boundsOf(question: Extract<Question, { kind: 'number' | 'slider' | 'rating' }>): {
  min?: number;
  max?: number;
  step: number;
} {
  if (question.kind === 'rating') return { min: question.min ?? 1, max: question.max ?? 5, step: 1 };
  return {
    ...(question.min === undefined ? {} : { min: question.min }),
    ...(question.max === undefined ? {} : { max: question.max }),
    step: question.step ?? 1,
  };
}

/** A thing without some of its fields. */
export const without = <T extends object, K extends keyof T>(thing: T, ...fields: K[]): Omit<T, K> =>
  Object.fromEntries(Object.entries(thing).filter(([key]) => !(fields as string[]).includes(key))) as Omit<T, K>;
