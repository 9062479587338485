/** Made-up visitors of the sample quizzes: who they are, how they answer, when they leave. The same seed gives the same crowd. */
import type { Question, Quiz } from '../core/schema/quiz';
import { isKeyed, kindOf } from '../core/questions/registry';
import { drawAnswer } from '../core/rehearsal/answers';
import { type Answer, chosenIn } from '../core/values/answer';

const firstNames = [
  'Ada',
  'Bram',
  'Cleo',
  'Dirk',
  'Edda',
  'Finn',
  'Greta',
  'Hugo',
  'Ivy',
  'Jonte',
  'Kaya',
  'Levi',
  'Mona',
  'Nils',
  'Olga',
  'Piet',
  'Quinn',
  'Rosa',
  'Sven',
  'Tilda',
  'Ulla',
  'Veit',
  'Wilma',
  'Xenia',
  'Yann',
  'Zora',
];
const lastNames = [
  'Axle',
  'Bell',
  'Chainring',
  'Derailleur',
  'Fender',
  'Gearhub',
  'Handlebar',
  'Innertube',
  'Kickstand',
  'Mudguard',
  'Pannier',
  'Quickrelease',
  'Rim',
  'Saddle',
  'Tyre',
  'Valve',
];
const sources = ['newsletter', 'newsletter', 'slowspoke.test', 'slowspoke.test', 'slowspoke.test', 'festival', 'link'];
const words = [
  'Slowly',
  'Crumbs',
  'Freedom',
  'Mud',
  'Tea',
  'Headwind',
  'Hedges',
  'Home',
  'Again',
  'Puncture',
  'Horizon',
  'Soup',
];

const mistakes = ['quick lock', 'rivet', 'master key', 'chain pin', 'a spare link', 'split ring', 'no idea', 'rivet'];
const wishes = [
  'More shade by the stage, please.',
  'Let the ferry run until midnight.',
  'A place to mend tubes in the dry.',
  'Soup again!',
  'Fewer speeches, more cake.',
  'A quiet corner for small children.',
];

/** To a question that a person marks. */
const essays = [
  'Grass. Stuff the tyre with grass until it is hard, and ride home slowly.',
  'Knot the tube on both sides of the hole and pump what is left.',
  'Push it. Walking is fine.',
  'Ask at the ferry: there is always a pump on a ferry.',
  'Call somebody with a car.',
  'Take the tyre off and ride on the rim.',
];

export type Visitor = {
  name: string;
  email: string;
  source: string;
  leaning: string;
  /** Never gets past the first look. */
  onlyLooks: boolean;
  answer: (question: Question) => Answer;
  leavesAt: (page: string) => boolean;
  leavesContact: boolean;
  takesOffer: boolean;
  /** Seconds spent on a page. */
  seconds: () => number;
};

// The lists are our own, and none is empty.
const one = <T>(list: readonly T[], random: () => number): T => list[Math.floor(random() * list.length)] as T;

/** @param random the visitor's own generator */
export function makeVisitor(quiz: Quiz, number: number, random: () => number): Visitor {
  const outcomes = quiz.verdicts[0]?.outcomes.map((o) => o.id) ?? [];
  const first = one(firstNames, random);
  const last = one(lastNames, random);
  const roll = random();
  // The crowd leans: many drifters, few ridge seekers.
  const leaning = outcomes[roll < 0.4 ? 0 : roll < 0.54 ? 1 : roll < 0.78 ? 2 : 3] ?? '';
  const patience = random();
  const skill = random();
  return {
    name: random() < 0.6 ? first : `${first} ${last}`,
    email: `${first}.${last}${number}@example.com`.toLowerCase(),
    source: one(sources, random),
    leaning,
    onlyLooks: random() < 0.42,
    leavesContact: random() < 0.66,
    takesOffer: random() < 0.27,
    // Pictures take thought, and thought takes people away.
    leavesAt: (page) => random() < (page === 'bags' ? 0.085 : page === 'far' ? 0.045 : 0.018) * (0.5 + patience),
    seconds: () => Math.round(4 + 22 * random() ** 2),
    answer: (question) => {
      if (isKeyed(question)) return knows(question, skill, random);
      if (question.kind === 'text') return random() < 0.3 ? one(words, random) : '';
      if (question.kind === 'date') return someDay(question, random);
      if (question.kind === 'essay' && question.review) return random() < 0.85 ? one(essays, random) : '';
      if (question.kind === 'essay') return random() < 0.4 ? one(wishes, random) : '';
      if (question.kind !== 'choice') return drawAnswer(question, random);
      if (question.pick === 'many' || random() < 0.35) return leanMany(question, leaning, random);
      const speaking = question.options.filter((o) => (o.weights?.[leaning] ?? 0) > 1);
      return speaking.length ? [one(speaking, random).id] : drawAnswer(question, random);
    },
  };
}

/** Whoever knows more thinks again more often, and keeps what is most right. */
function knows(question: Question, skill: number, random: () => number): Answer {
  const kind = kindOf(question);
  const thoughts = Array.from({ length: 1 + Math.floor(skill * 5 * random()) }, () => drawAnswer(question, random));
  const worth = (answer: Answer) => kind.grade(question, answer).credit ?? 0;
  const best = thoughts.sort((a, b) => worth(b) - worth(a))[0] ?? [];
  return worth(best) === 1 ? best : (mistaken(question, random) ?? best);
}

/** Weekends, more of them in the first half. */
function someDay(
  { min = '2027-04-01', max = '2027-10-31' }: { min?: string; max?: string },
  random: () => number,
): string {
  const [from, to] = [Date.parse(min), Date.parse(max)];
  const day = new Date(from + random() ** 1.5 * (to - from));
  if (random() < 0.7) day.setUTCDate(day.getUTCDate() + ((6 - day.getUTCDay()) % 7));
  return new Date(Math.min(to, day.getTime())).toISOString().slice(0, 10);
}

/** A mistake as people make it, where the one that rehearsals take is the same each time. */
function mistaken(question: Question, random: () => number): Answer | null {
  if (question.kind === 'text') return one(mistakes, random);
  if (question.kind === 'spots')
    return Object.fromEntries(question.spots.map(({ id }) => [id, [0.1 + 0.8 * random(), 0.2 + 0.7 * random()]]));
  if (question.kind !== 'number') return null;
  const { min = 0, max = 10, step = 1, target = 0 } = question;
  const guess = target + (random() + random() + random() - 1.5) * target;
  return Number((Math.round(Math.min(max, Math.max(min, guess)) / step) * step).toFixed(3));
}

function leanMany(question: Question, leaning: string, random: () => number): Answer {
  const drawn = [drawAnswer(question, random), drawAnswer(question, random)];
  if (question.kind !== 'choice') return drawn[0] ?? [];
  const worth = (answer: Answer) =>
    question.options
      .filter((o) => chosenIn(answer).includes(o.id))
      .reduce((sum, o) => sum + (o.weights?.[leaning] ?? 0), 0);
  return drawn.sort((a, b) => worth(b) - worth(a))[0] ?? [];
}
