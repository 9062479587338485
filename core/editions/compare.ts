/**
 * What is different between two states of a quiz, in words for somebody who has written it: page by page, and what concerns the whole. Things are
 * known by their ids, so that what was moved or worded anew is not taken for something new.
 */
import { same } from '../document/edits';
import { isQuestion, nameOf } from '../document/lookup';
import { blockKind } from '../blocks/registry';
import type { OtherBlock } from '../blocks/kind';
import { kindOf } from '../questions/registry';
import type { WeighedPart } from '../questions/kind';
import type { Block, Page, Question, Quiz, RichText } from '../schema/quiz';
import { plainText } from '../text/rich';
import { nameOfLanguage } from '../languages/translate';
import type { Translation } from '../schema/languages';

/** @property part a page, or what else of the quiz it concerns */
export type Change = { part: string; said: string[] };
/** How many questions there are that were not there before, are otherwise now, or are gone. */
export type Counts = { added: number; changed: number; gone: number };
export type Comparison = { changes: Change[]; questions: Counts };

/** The longest words that are quoted. */
const MOST = 80;
const cut = (words: string): string => (words.length > MOST ? `${words.slice(0, MOST - 1)}…` : words);
const quote = (words: string | undefined): string => (words?.trim() ? `“${cut(words.trim())}”` : '“…”');
const rich = (text: RichText | undefined): string => plainText(text).trim();
/** Of number, date and the like: as it is said in a sentence. */
const plain = (value: unknown): string => (typeof value === 'string' ? quote(value) : JSON.stringify(value));

type Named = { id: string };
type Both<T> = { before: T; after: T };
/** What two lists share and do not share, by id, in the order of the newer list. */
function sorted<T extends Named>(before: readonly T[], after: readonly T[]) {
  const old = new Map(before.map((one) => [one.id, one]));
  const now = new Set(after.map((one) => one.id));
  const both = after.flatMap((one): Both<T>[] => {
    const was = old.get(one.id);
    return was ? [{ before: was, after: one }] : [];
  });
  const gone = before.filter((one) => !now.has(one.id));
  const order = before.filter((one) => now.has(one.id)).map((one) => one.id);
  return {
    added: after.filter((one) => !old.has(one.id)),
    gone,
    both,
    isMoved: !same(
      order,
      both.map((one) => one.after.id),
    ),
  };
}

/** @param before the older state @param after the newer one */
export function compareQuizzes(before: Quiz, after: Quiz): Comparison {
  const targets = new Map(
    [...namedTargets(before), ...namedTargets(after)].map(({ id, name }) => [id, name.trim() || id] as const),
  );
  const changes = [whole(before, after), ...pages(before, after, targets), ...others(before, after)];
  const { added, gone, both } = sorted(allQuestions(before), allQuestions(after));
  return {
    changes: changes.filter(({ said }) => said.length > 0),
    questions: {
      added: added.length,
      changed: both.filter((one) => !same(one.before, one.after)).length,
      gone: gone.length,
    },
  };
}

const allQuestions = (quiz: Quiz): Question[] => [
  ...quiz.pages.flatMap((page) => page.blocks.filter(isQuestion)),
  ...(quiz.bank ?? []),
];
const namedTargets = (quiz: Quiz): { id: string; name: string }[] => [
  ...quiz.scales,
  ...quiz.verdicts.flatMap((verdict) => verdict.outcomes),
];
type Targets = ReadonlyMap<string, string>;

/** Title, description, language, and settings for all of it. */
function whole(before: Quiz, after: Quiz): Change {
  const said: string[] = [];
  if (before.title !== after.title) said.push(`it is called ${quote(after.title)} now, was ${quote(before.title)}`);
  const fields: [keyof Quiz, string][] = [
    ['description', 'its description is changed'],
    ['language', `it is in ${after.language} now, was in ${before.language}`],
    ['scoring', 'what percentages are of is changed'],
    ['delivery', 'how it goes on (progress, Back, time, explanations) is changed'],
  ];
  for (const [field, words] of fields) if (!same(before[field], after[field])) said.push(words);
  return { part: 'The whole quiz', said };
}

function pages(before: Quiz, after: Quiz, targets: Targets): Change[] {
  const { gone, both, isMoved } = sorted(before.pages, after.pages);
  const oldBlocks = new Map(before.pages.flatMap((page) => page.blocks.map((block) => [block.id, { block, page }])));
  const newBlocks = new Set(after.pages.flatMap((page) => page.blocks.map((block) => block.id)));
  const numbers = numbersIn(after);
  const order: Change[] = isMoved ? [{ part: 'Pages', said: ['they stand in another order'] }] : [];
  const now = after.pages.map((page) => {
    const was = both.find((one) => one.after === page)?.before;
    const said = was ? pageItself(was, page) : ['this page is new'];
    const here = sorted(
      was?.blocks.filter((block) => newBlocks.has(block.id)) ?? [],
      page.blocks.filter((block) => oldBlocks.has(block.id)),
    );
    for (const block of page.blocks) {
      const old = oldBlocks.get(block.id);
      const name = nameIn(block, numbers);
      if (!old) said.push(`${name} is new`);
      else {
        if (old.page.id !== page.id) said.push(`${name} has come from ${quote(old.page.name)}`);
        said.push(...blockChanges(old.block, block, targets).map((words) => `${name}: ${words}`));
      }
    }
    for (const block of was?.blocks ?? []) if (!newBlocks.has(block.id)) said.push(`${nameIn(block)} is gone`);
    if (was && here.isMoved) said.push('what stands on it is in another order');
    return { part: pageName(page), said };
  });
  const removed = gone.map((page) => ({
    part: pageName(page),
    said: [
      `this page is gone${page.blocks.some((block) => newBlocks.has(block.id)) ? '' : ', with all that stood on it'}`,
    ],
  }));
  return [...order, ...now, ...removed];
}

const pageName = (page: Page): string => page.name.trim() || (page.stage === 'ask' ? 'A page' : 'A result page');

function pageItself(before: Page, after: Page): string[] {
  const said: string[] = [];
  if (before.name !== after.name) said.push(`its name was ${quote(before.name)}`);
  if (before.stage !== after.stage) said.push(after.stage === 'ask' ? 'it asks now' : 'it is a result page now');
  const fields: [keyof Page, string][] = [
    ['showIf', 'who sees it is changed'],
    ['routes', 'its rules are changed'],
    ['otherwise', 'where it leads is changed'],
    ['hold', 'whether it is left only when right is changed'],
    ['limit', after.limit === undefined ? 'it has no time limit any more' : `it has ${after.limit} seconds now`],
    ['draw', 'which of its questions are dealt is changed'],
    ['shuffle', 'what is left to chance is changed'],
    ['button', 'its button has other words'],
  ];
  for (const [field, words] of fields) if (!same(before[field], after[field])) said.push(words);
  return said;
}

/** Questions by their number in the quiz, as creators count them. */
function numbersIn(quiz: Quiz): Map<string, number> {
  const questions = quiz.pages.flatMap((page) => page.blocks.filter(isQuestion));
  return new Map(questions.map((question, i) => [question.id, i + 1]));
}
function nameIn(block: Block, numbers?: ReadonlyMap<string, number>): string {
  if (!isQuestion(block)) return blockKind(block).label;
  const number = numbers?.get(block.id);
  return number === undefined ? `question ${quote(nameOf(block))}` : `question ${number}`;
}

function blockChanges(before: Block, after: Block, targets: Targets): string[] {
  if (same(before, after)) return [];
  if (isQuestion(before) && isQuestion(after)) return questionChanges(before, after, targets);
  if (isQuestion(before) || isQuestion(after) || before.kind !== after.kind) return ['it is of another kind now'];
  return [otherChange(before, after)];
}

/** Whatever a block says, with the first words in it that are new. */
function otherChange(before: OtherBlock, after: OtherBlock): string {
  const old = new Set(wordsIn(before));
  const words = wordsIn(after).find((one) => !old.has(one));
  return words === undefined ? 'it is changed' : `it says ${quote(words)} now`;
}
/** The texts in anything, rich or plain; what only the program reads is left out. */
function wordsIn(value: unknown, key = ''): string[] {
  if (typeof value === 'string') return /^(id|kind|type|format|version|ref|value|of|verdict)$/.test(key) ? [] : [value];
  if (Array.isArray(value)) return value.flatMap((one) => wordsIn(one, key));
  if (typeof value !== 'object' || value === null) return [];
  return Object.entries(value).flatMap(([name, one]) => wordsIn(one, name));
}

function questionChanges(before: Question, after: Question, targets: Targets): string[] {
  const said: string[] = [];
  const [was, is] = [kindOf(before), kindOf(after)];
  if (before.kind !== after.kind) said.push(`it is “${is.label}” now, was “${was.label}”`);
  if (!same(before.prompt, after.prompt)) said.push(`it asks ${quote(rich(after.prompt))} now`);
  said.push(...lineChanges(before, after), ...weightChanges(before, after, targets));
  const [right, rightBefore] = [is.rightText(after), was.rightText(before)];
  if (right !== rightBefore)
    said.push(
      right === ''
        ? 'nothing in it is right or wrong any more'
        : `right is ${quote(right)} now${rightBefore === '' ? '' : `, was ${quote(rightBefore)}`}`,
    );
  for (const [field, say] of FIELDS) {
    const old: unknown = Reflect.get(before, field);
    const now: unknown = Reflect.get(after, field);
    if (!same(old, now)) said.push(say(now, old));
  }
  return said.length > 0 ? said : ['its settings are changed'];
}

const have = (article: string, what: string) => (now: unknown, old: unknown) =>
  now === undefined
    ? `it has no ${what} any more`
    : old === undefined
      ? `it has ${article} ${what} now`
      : `its ${what} is changed`;
/** What all kinds have, and what is said when it is otherwise. */
const FIELDS: [string, (now: unknown, old: unknown) => string][] = [
  [
    'name',
    (now) => (typeof now === 'string' && now ? `you call it ${quote(now)} now` : 'it has no name of yours any more'),
  ],
  ['required', (now) => (now === true ? 'it must be answered now' : 'it need not be answered any more')],
  ['marks', (now) => `it is worth ${now === undefined ? 1 : plain(now)} now`],
  ['penalty', (now) => (now ? `a wrong answer costs ${plain(now)} now` : 'a wrong answer costs nothing any more')],
  [
    'credit',
    (now) =>
      now === 'share' ? 'part of it right is worth part of the marks now' : 'it is right as a whole or not at all now',
  ],
  ['topic', have('a', 'topic')],
  ['hint', have('a', 'hint')],
  ['explain', have('an', 'explanation')],
  ['media', have('a', 'picture or sound')],
  ['limit', have('a', 'time limit')],
  ['showIf', have('a', 'condition')],
  ['shuffle', (now) => (now === true ? 'its answers are in chance order now' : 'its answers keep their order now')],
];

/** Lines by id where they have one, else by their words. */
function lineChanges(before: Question, after: Question): string[] {
  const linesOf = (question: Question) =>
    kindOf(question)
      .lines(question)
      .map((line) => ({ ...line, id: line.id ?? line.text }));
  const isChoice = kindOf(after).offered !== undefined;
  const name = (text: string) => `${isChoice ? 'answer ' : ''}${quote(text)}`;
  const { added, gone, both, isMoved } = sorted(linesOf(before), linesOf(after));
  return [
    ...added.map((line) => `${name(line.text)} is new`),
    ...gone.map((line) => `${name(line.text)} is gone`),
    ...both.flatMap((line) => [
      ...(line.before.text === line.after.text ? [] : [`${name(line.before.text)} is ${quote(line.after.text)} now`]),
      ...(line.before.with === line.after.with
        ? []
        : [`${name(line.after.text)} goes with ${quote(line.after.with)} now`]),
      ...(same(line.before.picture, line.after.picture) ? [] : [`the picture of ${name(line.after.text)} is changed`]),
    ]),
    ...(isMoved ? ['they stand in another order'] : []),
  ];
}

function weightChanges(before: Question, after: Question, targets: Targets): string[] {
  const keyed = ({ list, id, ...part }: WeighedPart) => ({ ...part, id: `${list ?? ''} ${id}` });
  const partsOf = (question: Question) => kindOf(question).weighed(question).map(keyed);
  const old = new Map(partsOf(before).map((part) => [part.id, part.weights ?? {}]));
  return partsOf(after).flatMap((part) => {
    const [was, now] = [old.get(part.id) ?? {}, part.weights ?? {}];
    const moved = [...new Set([...Object.keys(was), ...Object.keys(now)])].filter(
      (id) => (was[id] ?? 0) !== (now[id] ?? 0),
    );
    const said = moved.map((id) => {
      const to = now[id];
      return `${targets.get(id) ?? id} ${to === undefined ? 'no more' : `now ${to > 0 ? '+' : ''}${to}`}`;
    });
    return said.length > 0 ? [`${quote(part.words)}: ${said.join(', ')}`] : [];
  });
}

/** Scales, outcomes, letters and what else stands beside the pages. */
const OFFERED = { whole: 'once it is whole', gaps: 'with its gaps', none: 'not yet' };

/** What is otherwise in other languages: a text of each counts once, whether it or what it was made from has changed. */
function languagesSaid(before: readonly Translation[], after: readonly Translation[]): string[] {
  const { added, gone, both, isMoved } = sorted(before, after);
  const of = ({ id }: Translation) => nameOfLanguage(id);
  return [
    ...added.map((one) => `${of(one)} is new`),
    ...gone.map((one) => `${of(one)} is gone`),
    ...both.flatMap(({ before: was, after: is }) => {
      const places = new Set([...Object.keys(was.texts ?? {}), ...Object.keys(is.texts ?? {})]);
      const changed = [...places].filter((place) => !same(was.texts?.[place], is.texts?.[place])).length;
      return [
        ...(was.offered === is.offered ? [] : [`visitors get ${of(is)} ${OFFERED[is.offered ?? 'none']}`]),
        ...(changed > 0 ? [`${of(is)}: ${changed === 1 ? 'one text is' : `${changed} texts are`} changed`] : []),
        ...(same(was.labels, is.labels) ? [] : [`${of(is)}: the wording of buttons is changed`]),
      ];
    }),
    ...(isMoved ? ['they stand in another order'] : []),
  ];
}

function others(before: Quiz, after: Quiz): Change[] {
  const lists = <T extends Named>(old: readonly T[], now: readonly T[], name: (one: T) => string): string[] => {
    const { added, gone, both, isMoved } = sorted(old, now);
    return [
      ...added.map((one) => `${quote(name(one))} is new`),
      ...gone.map((one) => `${quote(name(one))} is gone`),
      ...both.flatMap((one) => {
        if (same(one.before, one.after)) return [];
        const [was, is] = [name(one.before), name(one.after)];
        return [was === is ? `${quote(is)} is changed` : `${quote(was)} is called ${quote(is)} now`];
      }),
      ...(isMoved ? ['they stand in another order'] : []),
    ];
  };
  const outcomesOf = (quiz: Quiz) => quiz.verdicts.flatMap((verdict) => verdict.outcomes);
  const withoutOutcomes = (quiz: Quiz) => quiz.verdicts.map((verdict) => ({ ...verdict, outcomes: [] }));
  const other = (field: 'look' | 'labels'): string[] => (same(before[field], after[field]) ? [] : ['it is changed']);
  return [
    { part: 'Outcomes', said: lists(outcomesOf(before), outcomesOf(after), (one) => one.name) },
    { part: 'How results are found', said: lists(withoutOutcomes(before), withoutOutcomes(after), (one) => one.name) },
    { part: 'Scales', said: lists(before.scales, after.scales, (one) => one.name) },
    { part: 'Topics', said: lists(before.topics, after.topics, (one) => one.name) },
    { part: 'Known values', said: lists(before.known, after.known, (one) => one.name ?? one.id) },
    { part: 'Letters', said: lists(before.messages, after.messages, (one) => one.name) },
    { part: 'Look', said: other('look') },
    { part: 'Wording of buttons', said: other('labels') },
    { part: 'Languages', said: languagesSaid(before.translations ?? [], after.translations ?? []) },
  ];
}
