/** A quiz made of a list of questions. */
import { emptyQuiz } from '../quiz/blank';
import type { Accepted, Inline, Page, Question, QuestionKind, Quiz } from '../quiz/schema';
import { fold } from '../text/fold';
import {
  type Listed,
  type ListedAnswer,
  type ListedField,
  type ListedQuiz,
  type Note,
  type Read,
  readDecimal,
  yes,
} from './listed';
import { MOST_ANSWERS, MOST_QUESTIONS } from './lines';

const kindWords: [QuestionKind | 'many' | 'yes-no', string[]][] = [
  ['choice', ['choice', 'one', 'one answer', 'single', 'radio', 'multiple choice']],
  ['many', ['many', 'several', 'several answers', 'multiple', 'checkbox', 'multiple answers']],
  ['yes-no', ['yes/no', 'yes-no', 'yes or no', 'true/false', 'true or false', 'boolean']],
  ['text', ['text', 'short text', 'words', 'short answer', 'open']],
  ['essay', ['essay', 'long text', 'long answer', 'paragraph']],
  ['number', ['number', 'numeric']],
  ['slider', ['slider']],
  ['rating', ['rating', 'stars', 'scale']],
  ['date', ['date', 'day']],
  ['order', ['order', 'put in order', 'ranking', 'sequence']],
  ['match', ['match', 'pairs', 'match pairs', 'matching']],
  ['gaps', ['gaps', 'fill the gaps', 'cloze']],
];
const kindOfWords = (words: string) => kindWords.find(([, names]) => names.includes(fold(words)))?.[0];

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

function questionFrom(listed: Listed, newId: () => string, notes: Note[]): Question | null {
  const { line, prompt, answers, fields } = listed;
  const note = (is: Note['is'], message: string) => notes.push({ line, is, message });
  const name = prompt.length > 40 ? `${prompt.slice(0, 39)}…` : prompt;
  if (!prompt.trim()) {
    note('refused', 'There is no question here, so its answers are left out.');
    return null;
  }
  const told = listed.kind ? kindOfWords(listed.kind) : undefined;
  if (listed.kind && !told) note('guessed', `“${listed.kind}” is not a kind that is known here; one was guessed.`);
  const kind = told ?? guessKind(listed);
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
    ...(marks === undefined ? {} : { marks: Math.max(0, marks) }),
    ...(penalty === undefined || penalty === 0 ? {} : { penalty: Math.abs(penalty) }),
    ...(seconds !== undefined && seconds > 0 ? { limit: seconds } : {}),
    ...(fold(fields.credit ?? '') === 'share' ? { credit: 'share' as const } : {}),
    ...(shuffle ? { shuffle } : {}),
    ...(Object.keys(explain).length ? { explain } : {}),
    ...(pictureFrom(fields.picture) ? { media: { picture: pictureFrom(fields.picture) } } : {}),
  };
  const ids = (prefix: string) => counter(new Set(), prefix);
  const right = listed.right?.trim() ?? '';
  const bounds = {
    ...keptNumber('min', number('least')),
    ...keptNumber('max', number('most')),
    ...keptNumber('step', number('step')),
  };
  const understood = (words: string) => note('understood', `“${name}”: ${words}.`);

  switch (kind) {
    case 'choice':
    case 'many':
    case 'yes-no': {
      const newOption = ids('o');
      const given = answers.length || kind !== 'yes-no' ? answers : yesNo(right);
      const options = given.map((a) => ({ id: newOption(), text: a.text, ...(a.credit ? { credit: a.credit } : {}) }));
      if (options.length < 2)
        note(
          'guessed',
          `“${name}” has ${options.length === 1 ? 'one answer' : 'no answers'}; two are needed before it can be published.`,
        );
      const rights = options.filter((o) => o.credit === 1).length;
      const many = kind === 'many' || (kind === 'choice' && told === undefined && rights > 1);
      understood(`${many ? 'several' : 'one'} of ${options.length} answers${rights ? `, ${rights} right` : ''}`);
      return {
        ...common,
        kind: 'choice',
        pick: many ? 'many' : 'one',
        ...(kind === 'yes-no' ? { as: 'yes-no' as const } : {}),
        options,
      };
    }
    case 'text': {
      const accept: Accepted[] = right
        ? acceptFrom(right)
        : answers.map((a) => ({ text: a.text, credit: a.credit ?? 1 }));
      understood(accept.length ? `short text, ${accept.length} accepted` : 'short text');
      return { ...common, kind: 'text', ...(accept.length ? { accept } : {}) };
    }
    case 'essay':
      understood('long text');
      return { ...common, kind: 'essay', ...(fold(right) === 'review' ? { review: true } : {}) };
    case 'number':
    case 'slider': {
      const target = targetFrom(right || (answers[0]?.text ?? ''));
      if ((right || answers.length) && !target)
        note('refused', `“${right || answers[0]?.text}” is not a number, so “${name}” has no right answer.`);
      understood(target ? `a number, right at ${target.target}` : 'a number');
      return { ...common, kind, ...bounds, ...target };
    }
    case 'rating':
      understood('a rating');
      return {
        ...common,
        kind: 'rating',
        ...keptNumber('min', number('least')),
        ...keptNumber('max', number('most') ?? (answers.length || undefined)),
      };
    case 'date': {
      const day = /\d{4}-\d{2}-\d{2}/.exec(right)?.[0];
      const within = readDecimal(/±\s*(\d+)/.exec(right)?.[1]);
      understood(day ? `a date, right at ${day}` : 'a date');
      return { ...common, kind: 'date', ...(day ? { target: day } : {}), ...keptNumber('within', within) };
    }
    case 'order': {
      const newItem = ids('i');
      understood(`${answers.length} things to put in order`);
      return {
        ...common,
        kind: 'order',
        items: answers.map((a) => ({ id: newItem(), text: a.text })),
        ...(fold(right) === 'none' ? { keyed: false } : {}),
      };
    }
    case 'match': {
      const [newLeft, newRight] = [ids('l'), ids('r')];
      const pairs = answers
        .filter((a) => a.text && a.with)
        .map((a) => ({ left: { id: newLeft(), text: a.text }, right: { id: newRight(), text: a.with ?? '' } }));
      const extras = answers.filter((a) => !a.text && a.with).map((a) => ({ id: newRight(), text: a.with ?? '' }));
      for (const a of answers.filter((one) => !one.with))
        note('refused', `“${a.text}” has nothing that it goes with, so it is left out.`);
      understood(`${pairs.length} pairs`);
      return { ...common, kind: 'match', pairs, ...(extras.length ? { extras } : {}) };
    }
    case 'gaps': {
      const { text, gaps } = gapsFrom(right || answers.map((a) => a.text).join('\n'));
      if (gaps.length === 0) note('guessed', `“${name}” has no gap; a gap is written {word} or {word; other word}.`);
      understood(`${gaps.length} gaps`);
      return { ...common, kind: 'gaps', text, gaps };
    }
    default:
      note('refused', `“${name}” is of a kind that a list cannot hold.`);
      return null;
  }
}

const kept = <K extends string>(key: K, text: string | undefined): { [P in K]?: string } =>
  text?.trim() ? ({ [key]: text.trim() } as { [P in K]?: string }) : {};
const keptNumber = <K extends string>(key: K, value: number | undefined): { [P in K]?: number } =>
  value === undefined ? {} : ({ [key]: value } as { [P in K]?: number });

function guessKind({ answers, right }: Listed): QuestionKind | 'many' | 'yes-no' {
  if (answers.length > 0) {
    if (answers.every((a) => a.with !== undefined)) return 'match';
    const words = answers.map((a) => fold(a.text));
    const pairs = [
      ['yes', 'no'],
      ['true', 'false'],
      ['no', 'yes'],
      ['false', 'true'],
    ];
    return pairs.some((pair) => pair.length === words.length && pair.every((w, i) => w === words[i]))
      ? 'yes-no'
      : 'choice';
  }
  const given = right?.trim() ?? '';
  if (/\{[^{}]+\}/.test(given)) return 'gaps';
  if (['yes', 'no', 'true', 'false'].includes(fold(given))) return 'yes-no';
  if (/^\d{4}-\d{2}-\d{2}/.test(given)) return 'date';
  return targetFrom(given) ? 'number' : 'text';
}

function yesNo(right: string): ListedAnswer[] {
  const trueFalse = ['true', 'false'].includes(fold(right));
  const said = yes(right);
  return [true, false].map((value) => ({
    text: trueFalse ? (value ? 'True' : 'False') : value ? 'Yes' : 'No',
    credit: said === value ? 1 : null,
  }));
}

/** "flat tyre; puncture (0.5)" */
export const acceptFrom = (text: string): { text: string; credit: number }[] =>
  text
    .split(/[;\n]/)
    .map((one) => one.replace(/\s+/g, ' ').trim())
    .filter(Boolean)
    .slice(0, MOST_ANSWERS)
    .map((one) => {
      const [, words = one, credit] = /^(.*?) ?\((0?\.\d+|[01])\)$/.exec(one) ?? [];
      return { text: words, credit: Math.min(1, readDecimal(credit) ?? 1) };
    });

/** "42 ± 2" or "42 ± 5%" */
function targetFrom(text: string): { target: number; within?: number; withinPercent?: number } | null {
  const [, number, within, percent] = /^\s*(-?[\d.,−]+)\s*(?:±\s*([\d.,]+)\s*(%)?)?\s*$/.exec(text) ?? [];
  const target = readDecimal(number);
  if (target === undefined) return null;
  const around = readDecimal(within);
  return { target, ...(around === undefined ? {} : percent ? { withinPercent: around } : { within: around }) };
}

function gapsFrom(text: string): {
  text: Extract<Question, { kind: 'gaps' }>['text'];
  gaps: Extract<Question, { kind: 'gaps' }>['gaps'];
} {
  const gaps: Extract<Question, { kind: 'gaps' }>['gaps'] = [];
  const paragraphs = text.split('\n').map((line) => {
    const content = line.split(/(\{[^{}]*\})/).flatMap((part): Inline[] => {
      const inside = /^\{([^{}]*)\}$/.exec(part)?.[1];
      if (inside === undefined) return part ? [{ type: 'text' as const, text: part }] : [];
      const id = `g${gaps.length + 1}`;
      gaps.push({ id, accept: acceptFrom(inside) });
      return [{ type: 'gap' as const, attrs: { gap: id } }];
    });
    return { type: 'paragraph' as const, ...(content.length ? { content } : {}) };
  });
  return { text: { type: 'doc', content: paragraphs }, gaps };
}

const pictureFrom = (text: string | undefined): { src: string; text: string } | undefined => {
  const [, src, words] = /^\s*(\S+)(?:\s+"([^"]*)")?\s*$/.exec(text ?? '') ?? [];
  return src && /^(\/|https?:\/\/)/.test(src) ? { src, text: words ?? '' } : undefined;
};
