/** A quiz made of a list of questions. */
import { given } from '../values/given';
import {
  type Listed,
  type ListedField,
  type ListedQuiz,
  MOST_ANSWERS,
  type Note,
  type Read,
  readDecimal,
  targetFrom,
  yes,
} from '../questions/listed';
import { kindNamed, questionFromRow } from '../questions/registry';
import { emptyQuiz } from '../document/blank';
import type { Page, Question, QuestionKind, Quiz } from '../schema/quiz';
import { fold } from '../text/fold';
import { MOST_QUESTIONS } from './lines';

/** Ids are counted, so that the same file gives the same quiz; ids that the file gives are kept. */
function counter(taken: Set<string>, prefix: string): () => string {
  let n = 0;
  return () => {
    do n += 1;
    while (taken.has(`${prefix}${n}`));
    taken.add(`${prefix}${n}`);
    return `${prefix}${n}`;
  };
}

/**
 * Makes a quiz of a list.
 * @param notes what the reader of the file has noted so far; what is understood, guessed and refused here is added
 */
export function quizFromList({ title, description, questions: all }: ListedQuiz, id: string, notes: Note[]): Read {
  const questions = all.slice(0, MOST_QUESTIONS).map((q) => withinBounds(q, notes));
  const [first] = all.slice(MOST_QUESTIONS);
  if (first)
    notes.push({
      line: first.line,
      is: 'refused',
      message: `Questions from here on are left out: ${MOST_QUESTIONS} at most can be read at once.`,
    });
  const taken = new Set(questions.flatMap((q) => (q.fields.id ? [q.fields.id] : [])));
  const newQuestion = counter(taken, 'q');
  const newPage = counter(new Set(), 'p');
  const topics = new Map<string, string>();
  const newTopic = counter(new Set(), 't');
  const pages: Page[] = [];
  for (const listed of questions) {
    const made = questionFrom(
      listed,
      () => (listed.fields.id && /^[A-Za-z0-9_-]{1,60}$/.test(listed.fields.id) ? listed.fields.id : newQuestion()),
      notes,
    );
    if (!made) continue;
    const topic = listed.fields.topic?.trim();
    if (topic) {
      const known = topics.get(fold(topic)) ?? newTopic();
      if (!topics.has(fold(topic))) topics.set(fold(topic), known);
      made.topic = known;
    }
    const before = pages.at(-1);
    if (listed.page !== undefined && before?.name === listed.page) before.blocks.push(made);
    else pages.push({ id: newPage(), name: listed.page ?? '', stage: 'ask', blocks: [made] });
  }
  const names = new Map(
    questions.flatMap((q) => (q.fields.topic?.trim() ? [[fold(q.fields.topic), q.fields.topic.trim()] as const] : [])),
  );
  const quiz: Quiz = {
    ...emptyQuiz(id, title || 'Untitled quiz', [
      ...pages,
      {
        id: 'result',
        name: 'Result',
        stage: 'result',
        blocks: [{ id: 'thanks', kind: 'words', body: 'Thank you. That was all.' }],
      },
    ]),
    description,
    topics: [...topics].map(([key, topicId]) => ({ id: topicId, name: names.get(key) ?? key })),
  };
  return { quiz, notes };
}

function withinBounds(question: Listed, notes: Note[]): Listed {
  if (question.answers.length <= MOST_ANSWERS) return question;
  notes.push({
    line: question.line,
    is: 'refused',
    message: `Of ${question.answers.length} answers the first ${MOST_ANSWERS} are taken.`,
  });
  return { ...question, answers: question.answers.slice(0, MOST_ANSWERS) };
}

type Counted = Record<'marks' | 'penalty' | 'seconds', number | undefined>;
const counted = ({ marks, penalty, seconds }: Counted) => ({
  ...(marks === undefined ? {} : { marks: Math.max(0, marks) }),
  ...(penalty === undefined || penalty === 0 ? {} : { penalty: Math.abs(penalty) }),
  ...(seconds !== undefined && seconds > 0 ? { limit: seconds } : {}),
});

function questionFrom(listed: Listed, newId: () => string, notes: Note[]): Question | null {
  const { line, prompt, answers, fields } = listed;
  const note = (is: Note['is'], message: string) => notes.push({ line, is, message });
  const name = prompt.length > 40 ? `${prompt.slice(0, 39)}…` : prompt;
  if (!prompt.trim()) {
    note('refused', 'There is no question here, so its answers are left out.');
    return null;
  }
  const named = listed.kind ? kindNamed(fold(listed.kind)) : undefined;
  if (listed.kind && !named) note('guessed', `“${listed.kind}” is not a kind that is known here; one was guessed.`);
  const { kind, variant } = named ?? guessKind(listed);
  const number = (field: ListedField): number | undefined => {
    const value = readDecimal(fields[field]);
    if (fields[field]?.trim() && value === undefined)
      note('refused', `${field}: “${fields[field]}” is not a number, so it is left out.`);
    return value;
  };
  const flag = (field: ListedField): boolean | undefined => {
    const value = yes(fields[field]);
    if (fields[field]?.trim() && value === undefined)
      note('refused', `${field}: “${fields[field]}” is neither yes nor no, so it is left out.`);
    return value;
  };
  const marks = number('marks');
  const penalty = number('penalty');
  const seconds = number('seconds');
  const required = flag('required');
  const shuffle = flag('shuffle');
  const explain = {
    ...kept('right', fields['explain right']),
    ...kept('wrong', fields['explain wrong']),
    ...kept('always', fields.explain),
  };
  const common = {
    id: newId(),
    prompt,
    required: required ?? true,
    ...kept('name', fields.label),
    ...kept('hint', fields.hint),
    ...counted({ marks, penalty, seconds }),
    ...(fold(fields.credit ?? '') === 'share' ? { credit: 'share' as const } : {}),
    ...(shuffle ? { shuffle } : {}),
    ...(Object.keys(explain).length ? { explain } : {}),
    ...(pictureFrom(fields.picture) ? { media: { picture: pictureFrom(fields.picture) } } : {}),
  };
  const made = questionFromRow(kind, {
    common,
    variant,
    isNamed: named !== undefined,
    answers,
    right: listed.right?.trim() ?? '',
    number,
    understood: (said) => note('understood', `“${name}”: ${said}.`),
    note: (is, said) => note(is, said(`“${name}”`)),
  });
  if (!made) note('refused', `“${name}” is of a kind that a list cannot hold.`);
  return made;
}

const kept = <K extends string>(key: K, text: string | undefined) => given(key, text?.trim() || undefined);
const guessed = (kind: QuestionKind, variant: string = kind) => ({ kind, variant });
const YES_NO = ['yes', 'no', 'true', 'false'];

function guessKind({ answers, right }: Listed): { kind: QuestionKind; variant: string } {
  if (answers.length > 0) {
    if (answers.every((a) => a.with !== undefined)) return guessed('match');
    const words = answers.map((a) => fold(a.text)).join(' ');
    return guessed('choice', ['yes no', 'no yes', 'true false', 'false true'].includes(words) ? 'yes-no' : 'choice');
  }
  const given = right?.trim() ?? '';
  if (/\{[^{}]+\}/.test(given)) return guessed('gaps');
  if (YES_NO.includes(fold(given))) return guessed('choice', 'yes-no');
  if (/^\d{4}-\d{2}-\d{2}/.test(given)) return guessed('date');
  return guessed(targetFrom(given) ? 'number' : 'text');
}

const pictureFrom = (text: string | undefined): { src: string; text: string } | undefined => {
  const [, src, words] = /^\s*(\S+)(?:\s+"([^"]*)")?\s*$/.exec(text ?? '') ?? [];
  return src && /^(\/|https?:\/\/)/.test(src) ? { src, text: words ?? '' } : undefined;
};
