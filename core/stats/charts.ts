/**
 * Everything of a quiz that can be drawn by itself, by an id of its own: what a panel of a board shows, and what is taken out as a table.
 * `question ID`, `verdict ID`, `scale ID`, `spread marks` or `spread topic ID` in tenths and fifths, `earned marks` or `earned topic ID` in
 * points, `knew marks` or `knew topic ID` in questions right, `field ID` or `fields`, `offers`, `journey`, `sources`, `time`; and two of
 * them against each other, `A × B`.
 */
import { nameOf, questionsOf, quizIndex } from '../document/lookup';
import { OTHER } from '../questions/choice/options';
import { bar, binsOf, type Drawing, summaryOf } from '../questions/drawing';
import { isKeyed, isReviewed, kindOf, offeredBy } from '../questions/registry';
import type { Quiz } from '../schema/quiz';
import { journeyOf, offersIn } from './counts';
import { countsIn, spreadsOf } from './drawings';
import { fieldsOf } from './fields';
import type { Day } from './over-time';

/** @property group under which it is offered */
export type Subject = { id: string; name: string; group: string };
/** @property about what it counts, in words @property of how many that are */
export type Chart = {
  id: string;
  name: string;
  about: string;
  of: number;
  drawing: Drawing | { as: 'runs'; days: Day[] };
};
/** A part of a subject, by the key of `countsOf` or `circumstancesOf` for which its runs count: the prefix with the id behind it. */
export type Part = { id: string; name: string };
export type Parts = { prefix: string; parts: Part[] }[];

const BESIDE = ' × ';
export const pairId = (one: string, other: string): string => `${one}${BESIDE}${other}`;
/** @returns null of what is no pair */
export function pairIn(id: string): [one: string, other: string] | null {
  const at = id.indexOf(BESIDE);
  return at < 0 ? null : [id.slice(0, at), id.slice(at + BESIDE.length)];
}

const asksContact = (quiz: Quiz) => quiz.pages.some((page) => page.blocks.some((block) => block.kind === 'contact'));
const choicesIn = (quiz: Quiz) =>
  quiz.pages.flatMap((page) =>
    page.blocks.flatMap((block) =>
      block.kind === 'contact' ? block.fields.filter(({ format, hidden }) => format === 'choice' && !hidden) : [],
    ),
  );
const isMarked = (quiz: Quiz) => questionsOf(quiz).some((q) => isKeyed(q) || isReviewed(q));
/** What can be right or wrong, all of it and by topic: of the id `marks` and `topic ID`. */
const gradedIn = (quiz: Quiz): Part[] =>
  isMarked(quiz)
    ? [{ id: 'marks', name: 'Marks' }, ...quiz.topics.map(({ id, name }) => ({ id: `topic ${id}`, name }))]
    : [];

/** All that can be drawn of a quiz by itself. */
export function subjectsIn(quiz: Quiz): Subject[] {
  const graded = gradedIn(quiz);
  const of = (group: string, all: Part[]) => all.map((one) => ({ ...one, group }));
  return [
    ...of(
      'Questions',
      questionsOf(quiz).map((q) => ({ id: `question ${q.id}`, name: nameOf(q) })),
    ),
    ...of(
      'Results',
      quiz.verdicts.map(({ id, name }) => ({ id: `verdict ${id}`, name })),
    ),
    ...of(
      'Scores',
      quiz.scales.map(({ id, name }) => ({ id: `scale ${id}`, name })),
    ),
    ...of('Scores', [
      ...graded.map(({ id, name }) => ({ id: `spread ${id}`, name: `${name}, in percent` })),
      ...graded.map(({ id, name }) => ({ id: `earned ${id}`, name: `${name}, in points` })),
      ...graded.map(({ id, name }) => ({ id: `knew ${id}`, name: `${name}, questions right` })),
    ]),
    ...of('Visitors', [
      { id: 'time', name: 'Runs over time' },
      { id: 'journey', name: 'The journey' },
      { id: 'sources', name: 'Where they came from' },
      ...(asksContact(quiz) ? [{ id: 'fields', name: 'What was left' }] : []),
      ...choicesIn(quiz).map(({ id, label }) => ({ id: `field ${id}`, name: label })),
      ...(offersIn(quiz).length > 0 ? [{ id: 'offers', name: 'Offers taken' }] : []),
    ]),
  ];
}

const MOST_SOURCES = 12;

/** Where runs came from, the most first. @param figures by the keys of `circumstancesOf` */
function sourcesIn(
  figures: ReadonlyMap<string, number>,
): { prefix: string; id: string; name: string; count: number }[] {
  return [...figures]
    .flatMap(([key, count]) => {
      if (count <= 0) return [];
      if (key === 'direct') return [{ prefix: 'direct', id: '', name: 'directly', count }];
      return key.startsWith('source ') ? [{ prefix: 'source ', id: key.slice(7), name: key.slice(7), count }] : [];
    })
    .sort((a, b) => b.count - a.count || (a.id < b.id ? -1 : 1))
    .slice(0, MOST_SOURCES);
}

const stretches = (parts: number): Part[] =>
  Array.from({ length: parts }, (_, i) => ({
    id: String(i),
    name: `${(i * 100) / parts} to ${((i + 1) * 100) / parts}%`,
  }));

/** The parts that a subject has, where each run has one of few, so that it can be set against another; null of any other. */
export function partsOf(quiz: Quiz, figures: ReadonlyMap<string, number>, subject: string): Parts | null {
  const [kind, of] = splitId(subject);
  switch (kind) {
    case 'question': {
      const offered = offeredBy(quizIndex(quiz).questions.get(of));
      if (!offered) return null;
      return [
        {
          prefix: `option ${of} `,
          parts: [
            ...offered.options.map((o) => ({ id: o.id, name: o.text || o.picture?.text || o.id })),
            ...(offered.other ? [{ id: OTHER, name: 'Something else' }] : []),
          ],
        },
      ];
    }
    case 'verdict': {
      const verdict = quiz.verdicts.find(({ id }) => id === of);
      return verdict
        ? [{ prefix: `outcome ${of} `, parts: verdict.outcomes.map(({ id, name }) => ({ id, name })) }]
        : null;
    }
    case 'scale':
      return quiz.scales.some(({ id }) => id === of) ? [{ prefix: `scale ${of} `, parts: stretches(10) }] : null;
    case 'spread':
      if (!gradedIn(quiz).some(({ id }) => id === of)) return null;
      return [{ prefix: `${of} `, parts: stretches(of === 'marks' ? 10 : 5) }];
    case 'field': {
      const field = choicesIn(quiz).find(({ id }) => id === of);
      return field
        ? [{ prefix: `field ${of} `, parts: (field.options ?? []).map(({ id, text }) => ({ id, name: text })) }]
        : null;
    }
    case 'sources': {
      const sources = sourcesIn(figures);
      return ['direct', 'source ']
        .map((prefix) => ({ prefix, parts: sources.filter((source) => source.prefix === prefix) }))
        .filter(({ parts }) => parts.length > 0);
    }
    default:
      return null;
  }
}

function splitId(subject: string): [kind: string, of: string] {
  const at = subject.indexOf(' ');
  return at < 0 ? [subject, ''] : [subject.slice(0, at), subject.slice(at + 1)];
}

/** Numbers that runs came to, by how many did: what stands behind a key, rising. */
function valuesBehind(figures: ReadonlyMap<string, number>, prefix: string): [value: number, count: number][] {
  return [...figures]
    .flatMap(([key, n]): [number, number][] =>
      n > 0 && key.startsWith(prefix) && !Number.isNaN(Number(key.slice(prefix.length)))
        ? [[Number(key.slice(prefix.length)), n]]
        : [],
    )
    .sort(([a], [b]) => a - b);
}

export type NumbersDrawn = Extract<Drawing, { as: 'numbers' }>;

/** Marks or a topic in points, and in questions right. @param of `marks` or `topic ID` */
export const gradedOf = (
  figures: ReadonlyMap<string, number>,
  of: string,
): { earned: NumbersDrawn; knew: NumbersDrawn } => ({
  earned: numbers(valuesBehind(figures, `earned ${of} `)).drawing,
  knew: numbers(valuesBehind(figures, `knew ${of} `)).drawing,
});

function numbers(values: [number, number][]): { of: number; drawing: NumbersDrawn } {
  return {
    of: values.reduce((sum, [, n]) => sum + n, 0),
    drawing: { as: 'numbers', bins: binsOf(values), summary: summaryOf(values) },
  };
}

/**
 * @param figures by the keys of `countsOf` and `circumstancesOf` @param days how many came when
 * @returns null of what the quiz does not have, and of a pair, which its figures do not tell (`pairOf`)
 */
export function chartOf(
  quiz: Quiz,
  figures: ReadonlyMap<string, number>,
  days: readonly Day[],
  subject: string,
): Chart | null {
  const id = subject;
  const count = (key: string) => Math.max(0, figures.get(key) ?? 0);
  const name = subjectsIn(quiz).find((one) => one.id === subject)?.name;
  if (name === undefined) return null;
  const [kind, of] = splitId(subject);
  switch (kind) {
    case 'question': {
      const question = quizIndex(quiz).questions.get(of);
      if (!question) return null;
      const counts = countsIn(figures, of);
      return {
        ...{ id, name, about: 'who answered', of: counts.answered },
        drawing: kindOf(question).drawing(question, counts),
      };
    }
    case 'verdict': {
      const outcomes = quiz.verdicts.find((verdict) => verdict.id === of)?.outcomes ?? [];
      const all = count('finished');
      return {
        ...{ id, name, about: 'finished runs', of: all },
        drawing: {
          ...{ as: 'bars', of: 'answers' },
          bars: outcomes.map((o) => bar(o.id, o.name, count(`outcome ${of} ${o.id}`), all)),
        },
      };
    }
    case 'scale':
      return {
        id,
        name,
        about: 'finished runs, by percent of what can be reached',
        ...numbers(valuesBehind(figures, `stands ${of} `)),
      };
    case 'earned':
      return { id, name, about: 'finished runs, by points', ...numbers(valuesBehind(figures, `earned ${of} `)) };
    case 'knew':
      return { id, name, about: 'finished runs, by questions right', ...numbers(valuesBehind(figures, `knew ${of} `)) };
    case 'spread': {
      const spread = spreadsOf(quiz, count).find((one) => one.id === of);
      return {
        ...{ id, name, about: 'finished runs', of: spread?.decided ?? 0 },
        drawing: { as: 'bars', of: 'answers', bars: spread?.bars ?? [] },
      };
    }
    case 'fields':
    case 'field': {
      const fields = fieldsOf(quiz, count).find((one) => one.id === of);
      const about = kind === 'fields' ? 'who left anything' : 'who chose';
      return { id, name, about, of: fields?.of ?? 0, drawing: { as: 'bars', of: 'answers', bars: fields?.bars ?? [] } };
    }
    case 'offers': {
      const all = count('started');
      return {
        ...{ id, name, about: 'who started', of: all },
        drawing: {
          ...{ as: 'bars', of: 'answers' },
          bars: offersIn(quiz).map((offer) => bar(offer.id, offer.name, count(`offer ${offer.id}`), all)),
        },
      };
    }
    case 'journey': {
      const all = count('seen');
      return {
        ...{ id, name, about: 'who saw it', of: all },
        drawing: {
          ...{ as: 'bars', of: 'answers' },
          bars: journeyOf(quiz, count).map((step) => bar(step.key, step.name, step.count, all)),
        },
      };
    }
    case 'sources': {
      const all = count('seen');
      return {
        ...{ id, name, about: 'who saw it', of: all },
        drawing: {
          ...{ as: 'bars', of: 'answers' },
          bars: sourcesIn(figures).map((source) => bar(source.id, source.name, source.count, all)),
        },
      };
    }
    default:
      return { id, name, about: 'who started', of: count('started'), drawing: { as: 'runs', days: [...days] } };
  }
}

/** Two subjects against each other. @param both how many runs are of a part of the one and a part of the other, by their keys */
export function pairOf(
  quiz: Quiz,
  id: string,
  [one, other]: [one: Parts, other: Parts],
  of: number,
  both: (one: string, other: string) => number,
): Chart | null {
  const named = new Map(subjectsIn(quiz).map((subject) => [subject.id, subject.name]));
  const [first = '', second = ''] = pairIn(id) ?? [];
  const names = [named.get(first), named.get(second)];
  if (names.includes(undefined)) return null;
  const flat = (parts: Parts) =>
    parts.flatMap(({ prefix, parts: all }) => all.map((part) => ({ ...part, key: prefix + part.id })));
  const [rows, columns] = [flat(one), flat(other)];
  const bare = ({ id: part, name }: Part): Part => ({ id: part, name });
  return {
    ...{ id, name: `${names[0]} against ${names[1]}`, about: 'runs, each row by itself', of },
    drawing: {
      as: 'cells',
      rows: rows.map(bare),
      columns: columns.map(bare),
      counts: rows.map((row) => columns.map((column) => both(row.key, column.key))),
    },
  };
}

export type Form =
  'bars' | 'columns' | 'tally' | 'ring' | 'ranking' | 'histogram' | 'time' | 'heat' | 'grid' | 'dots' | 'words';

/** The forms that a drawing can take, the one first that it takes where nothing is chosen. */
export function formsOf({ drawing, of }: Pick<Chart, 'drawing' | 'of'>): [Form, ...Form[]] {
  switch (drawing.as) {
    case 'bars': {
      // A ring says that its parts make one whole.
      const isWhole = drawing.bars.reduce((sum, { count }) => sum + count, 0) === of && drawing.of === 'answers';
      return ['bars', 'columns', 'tally', 'ranking', ...(isWhole ? (['ring'] as const) : [])];
    }
    case 'numbers':
      return ['histogram'];
    case 'days':
    case 'runs':
      return ['time'];
    case 'places':
      return ['ranking', 'heat'];
    case 'cells':
      return ['heat', 'grid'];
    case 'points':
      return ['dots', 'bars'];
    case 'words':
      return ['words'];
  }
}

export type Cell = string | number;
export type Table = { heads: string[]; rows: Cell[][] };

/** A chart as a table: what is drawn, with the intervals of shares. Shares from 0 to 1. */
export function tableOfChart({ drawing }: Pick<Chart, 'drawing'>): Table {
  switch (drawing.as) {
    case 'bars':
      return barsTable(drawing.bars);
    case 'points':
      return {
        heads: ['x', 'y', 'count'],
        rows: drawing.points.map(({ x, y, count }) => [x, y, count]),
      };
    case 'numbers':
      return { heads: ['from', 'to', 'count'], rows: drawing.bins.map(({ from, to, count }) => [from, to, count]) };
    case 'days':
      return { heads: ['day', 'count'], rows: drawing.days };
    case 'runs':
      return {
        heads: ['day', 'started', 'finished'],
        rows: drawing.days.map(({ name, started, finished }) => [name, started, finished]),
      };
    case 'places':
      return {
        heads: ['item', 'mean place', ...drawing.items.map((_, i) => `place ${i + 1}`)],
        rows: drawing.items.map(({ name, mean, places }) => [name, mean ?? '', ...places]),
      };
    case 'cells':
      return {
        heads: ['', ...drawing.columns.map(({ name }) => name)],
        rows: drawing.rows.map(({ name }, i) => [name, ...(drawing.counts[i] ?? [])]),
      };
    case 'words':
      return { heads: [], rows: [] };
  }
}

export function barsTable(bars: Extract<Drawing, { as: 'bars' }>['bars']): Table {
  const isKnown = bars.some(({ right }) => right !== undefined);
  return {
    heads: ['name', 'count', 'share', 'from', 'to', ...(isKnown ? ['right'] : [])],
    rows: bars.map(({ name, count, share, low, high, right }) => [
      ...[name, count, share, low, high],
      ...(isKnown ? [right ? 'yes' : 'no'] : []),
    ]),
  };
}
