/** The studio's edits, by name. Each says what it does to the document; the core applies it, inverts it and refuses what does not fit. */
import type { Block, Choice, Option, Outcome, Page, Question, Quiz, Scale } from '../core/quiz/schema';
import { type BlockKind, choiceBlock, newBlock, resultPage } from '../core/quiz/blank';
import { indexOf } from '../core/quiz/lookup';
import type { Edit, Op, Place } from '../core/quiz/edits';

const alphabet = '23456789abcdefghjkmnpqrstuvwxyz';
export const newId = (prefix: string): string =>
  `${prefix}-${[...crypto.getRandomValues(new Uint8Array(8))].map((byte) => alphabet[byte % alphabet.length]).join('')}`;

/** Sets one field; `was` guards against overwriting what another window wrote meanwhile. */
export function setField(name: string, at: Place, field: string[], was: unknown, to: unknown): Edit {
  const op: Op = { op: 'set', at, field, was };
  if (to !== undefined) op.to = to;
  return { name, ops: [op] };
}

export const placeOfPage = (page: string): Place => ['pages', page];
export const placeOfBlock = (quiz: Quiz, block: string): Place => [
  'pages',
  indexOf(quiz).pageOf.get(block)?.id ?? '',
  'blocks',
  block,
];
export const placeOfOption = (quiz: Quiz, block: string, option: string): Place => [
  ...placeOfBlock(quiz, block),
  'options',
  option,
];

const asksOf = (quiz: Quiz): Page[] => quiz.pages.filter((p) => p.stage === 'ask');
const before = <T extends { id: string }>(items: T[], id: string): string | null =>
  items[items.findIndex((i) => i.id === id) - 1]?.id ?? null;

/** Puts answers behind another, or first where `after` is null. */
export function addOptions(quiz: Quiz, block: string, after: string | null, options: Option[]): Edit {
  const at = placeOfBlock(quiz, block);
  return {
    name: 'add-answers',
    ops: options.map((item, i): Op => ({
      op: 'insert',
      at,
      list: 'options',
      item,
      after: options[i - 1]?.id ?? after,
    })),
  };
}

/** Several lines put into an answer: the first becomes its text, the others answers behind it. */
export function pasteOptions(quiz: Quiz, question: Choice, option: Option, lines: string[]): Edit {
  const at = placeOfBlock(quiz, question.id);
  const [first = '', ...rest] = lines;
  let after = option.id;
  return {
    name: 'paste-answers',
    ops: [
      { op: 'set', at: [...at, 'options', option.id], field: ['text'], was: option.text, to: first },
      ...rest.map((text): Op => {
        const item = { id: newId('o'), text };
        const op: Op = { op: 'insert', at, list: 'options', item, after };
        after = item.id;
        return op;
      }),
    ],
  };
}

export const removeOption = (quiz: Quiz, block: string, option: string): Edit => ({
  name: 'remove-answer',
  ops: [{ op: 'remove', at: placeOfBlock(quiz, block), list: 'options', id: option }],
});

/** Moves an answer by one place; null at the end of the list. */
export function moveOption(quiz: Quiz, question: Choice, option: string, by: -1 | 1): Edit | null {
  const after = neighbour(question.options, option, by);
  const at = placeOfBlock(quiz, question.id);
  return after === undefined
    ? null
    : { name: 'move-answer', ops: [{ op: 'move', at, list: 'options', id: option, to: at, after }] };
}

/** What a thing stands behind after moving by one; undefined where it cannot move. */
function neighbour(items: { id: string }[], id: string, by: -1 | 1): string | null | undefined {
  const i = items.findIndex((o) => o.id === id);
  const target = i + by;
  if (i < 0 || target < 0 || target >= items.length) return undefined;
  return by === 1 ? items[target]?.id : (items[target - 1]?.id ?? null);
}

/** A new page behind another, with one block on it. */
export function addPage(quiz: Quiz, after: string | null, block: Block): { edit: Edit; page: Page } {
  const page: Page = { id: newId('p'), name: `Page ${asksOf(quiz).length + 1}`, stage: 'ask', blocks: [block] };
  const last = asksOf(quiz).at(-1)?.id ?? null;
  return {
    page,
    edit: { name: 'add-page', ops: [{ op: 'insert', at: [], list: 'pages', item: page, after: after ?? last }] },
  };
}

export const makeBlock = (kind: BlockKind): Block => newBlock(kind, newId);
export const makeQuestion = (): Choice => choiceBlock(newId);

export const addBlock = (page: string, after: string | null, block: Block): Edit => ({
  name: 'add-block',
  ops: [{ op: 'insert', at: placeOfPage(page), list: 'blocks', item: block, after }],
});

/** Puts a block of another kind where an empty one stands. */
export function replaceBlock(quiz: Quiz, old: string, block: Block): Edit {
  const page = indexOf(quiz).pageOf.get(old);
  const at = placeOfPage(page?.id ?? '');
  return {
    name: 'change-kind',
    ops: [
      { op: 'insert', at, list: 'blocks', item: block, after: old },
      { op: 'remove', at, list: 'blocks', id: old },
    ],
  };
}

/** Removes a block, and its page with it where nothing else stands there. */
export function removeBlock(quiz: Quiz, block: string): Edit {
  const page = indexOf(quiz).pageOf.get(block);
  if (page?.blocks.length === 1 && page.stage === 'ask') return removePage(page.id);
  return { name: 'remove-block', ops: [{ op: 'remove', at: placeOfPage(page?.id ?? ''), list: 'blocks', id: block }] };
}

export function moveBlock(quiz: Quiz, block: string, by: -1 | 1): Edit | null {
  const page = indexOf(quiz).pageOf.get(block);
  if (!page) return null;
  const at = placeOfPage(page.id);
  const after = neighbour(page.blocks, block, by);
  if (after !== undefined)
    return { name: 'move-block', ops: [{ op: 'move', at, list: 'blocks', id: block, to: at, after }] };
  // Past the end of its page it goes on to the next one.
  const other = quiz.pages[(indexOf(quiz).position.get(page.id) ?? 0) + by];
  if (!other || other.stage !== page.stage) return null;
  const op: Op = {
    op: 'move',
    at,
    list: 'blocks',
    id: block,
    to: placeOfPage(other.id),
    after: by === 1 ? null : (other.blocks.at(-1)?.id ?? null),
  };
  return {
    name: 'move-block',
    ops: page.blocks.length === 1 ? [op, { op: 'remove', at: [], list: 'pages', id: page.id }] : [op],
  };
}

export function movePage(quiz: Quiz, page: string, by: -1 | 1): Edit | null {
  const after = neighbour(asksOf(quiz), page, by);
  return after === undefined
    ? null
    : { name: 'move-page', ops: [{ op: 'move', at: [], list: 'pages', id: page, to: [], after }] };
}

export const removePage = (page: string): Edit => ({
  name: 'remove-page',
  ops: [{ op: 'remove', at: [], list: 'pages', id: page }],
});

/** Puts what stands on a page onto the one above, and takes the page away. */
export function joinWithAbove(quiz: Quiz, page: Page): Edit | null {
  const aboveId = before(asksOf(quiz), page.id);
  const above = quiz.pages.find((p) => p.id === aboveId);
  if (!above) return null;
  let after = above.blocks.at(-1)?.id ?? null;
  const moves = page.blocks.map(({ id }): Op => {
    const op: Op = { op: 'move', at: placeOfPage(page.id), list: 'blocks', id, to: placeOfPage(above.id), after };
    after = id;
    return op;
  });
  return { name: 'join-pages', ops: [...moves, { op: 'remove', at: [], list: 'pages', id: page.id }] };
}

/** A page break before a block: it and what follows go onto a page of their own. */
export function breakBefore(quiz: Quiz, block: string): Edit | null {
  const page = indexOf(quiz).pageOf.get(block);
  const index = page?.blocks.findIndex((b) => b.id === block) ?? -1;
  if (!page || index < 1) return null;
  const fresh: Page = { id: newId('p'), name: `Page ${asksOf(quiz).length + 1}`, stage: page.stage, blocks: [] };
  let after: string | null = null;
  const moves = page.blocks.slice(index).map(({ id }): Op => {
    const op: Op = { op: 'move', at: placeOfPage(page.id), list: 'blocks', id, to: placeOfPage(fresh.id), after };
    after = id;
    return op;
  });
  return { name: 'break-page', ops: [{ op: 'insert', at: [], list: 'pages', item: fresh, after: page.id }, ...moves] };
}

/** Sets what an answer adds to a scale or outcome; 0 takes the weight away. */
export function weigh(quiz: Quiz, block: string, option: Option, target: string, weight: number): Edit {
  return setField(
    'weigh',
    placeOfOption(quiz, block, option.id),
    ['weights', target],
    option.weights?.[target],
    weight === 0 ? undefined : weight,
  );
}

export function addScale(quiz: Quiz): { edit: Edit; scale: Scale } {
  const scale: Scale = { id: newId('s'), name: `Scale ${quiz.scales.length + 1}`, combine: 'sum' };
  return {
    scale,
    edit: {
      name: 'add-scale',
      ops: [{ op: 'insert', at: [], list: 'scales', item: scale, after: quiz.scales.at(-1)?.id ?? null }],
    },
  };
}

/** A new outcome of a verdict. The first one brings the verdict, and a place on the result page where it shows. */
export function addOutcome(quiz: Quiz, verdictId?: string): { edit: Edit; outcome: Outcome } {
  const verdict = quiz.verdicts.find((v) => v.id === verdictId) ?? quiz.verdicts[0];
  const outcome: Outcome = { id: newId('u'), name: `Outcome ${(verdict?.outcomes.length ?? 0) + 1}` };
  if (verdict) {
    const after = verdict.outcomes.at(-1)?.id ?? null;
    return {
      outcome,
      edit: {
        name: 'add-outcome',
        ops: [{ op: 'insert', at: ['verdicts', verdict.id], list: 'outcomes', item: outcome, after }],
      },
    };
  }
  const made = { id: newId('v'), name: 'Result', by: 'strongest' as const, outcomes: [outcome] };
  const result = quiz.pages.find((p) => p.stage === 'result');
  const ops: Op[] = [{ op: 'insert', at: [], list: 'verdicts', item: made, after: null }];
  const block = { id: newId('b'), kind: 'verdict', verdict: made.id };
  if (result) ops.push({ op: 'insert', at: placeOfPage(result.id), list: 'blocks', item: block, after: null });
  else
    ops.push({
      op: 'insert',
      at: [],
      list: 'pages',
      item: { ...resultPage(newId), blocks: [block] } as Page,
      after: quiz.pages.at(-1)?.id ?? null,
    });
  return { outcome, edit: { name: 'add-outcome', ops } };
}

/** Removes a scale or outcome together with every weight that speaks for it, so that nothing points nowhere. */
export function removeTarget(quiz: Quiz, target: string): Edit {
  const ops: Op[] = quiz.pages.flatMap((page) =>
    page.blocks.flatMap((block) => {
      const at = [...placeOfPage(page.id), 'blocks', block.id];
      if (block.kind === 'choice') {
        return block.options
          .filter((o) => o.weights?.[target] !== undefined)
          .map((o): Op => ({
            op: 'set',
            at: [...at, 'options', o.id],
            field: ['weights', target],
            was: o.weights?.[target],
          }));
      }
      return block.kind === 'score' && block.scales.includes(target)
        ? [
            {
              op: 'set',
              at,
              field: ['scales'],
              was: block.scales,
              to: block.scales.filter((s) => s !== target),
            } satisfies Op,
          ]
        : [];
    }),
  );
  const owner = indexOf(quiz).outcomes.get(target)?.verdict;
  if (!owner) return { name: 'remove-scale', ops: [...ops, { op: 'remove', at: [], list: 'scales', id: target }] };
  const last = owner.outcomes.length === 1;
  const shows = quiz.pages.flatMap((page) =>
    page.blocks
      .filter((b) => last && b.kind === 'verdict' && b.verdict === owner.id)
      .map((b): Op => ({ op: 'remove', at: placeOfPage(page.id), list: 'blocks', id: b.id })),
  );
  const removal: Op = last
    ? { op: 'remove', at: [], list: 'verdicts', id: owner.id }
    : { op: 'remove', at: ['verdicts', owner.id], list: 'outcomes', id: target };
  return { name: 'remove-outcome', ops: [...ops, ...shows, removal] };
}

export const addLetter = (quiz: Quiz): { edit: Edit; id: string } => {
  const verdict = quiz.verdicts[0];
  const named = verdict
    ? [{ type: 'insert' as const, attrs: { value: 'outcome' as const, ref: verdict.id, fallback: 'your result' } }]
    : [{ type: 'text' as const, text: 'your answers' }];
  const letter = {
    id: newId('m'),
    name: 'Result',
    to: 'visitor' as const,
    subject: {
      type: 'doc' as const,
      content: [{ type: 'paragraph' as const, content: [{ type: 'text' as const, text: 'Your result: ' }, ...named] }],
    },
    body: {
      type: 'doc' as const,
      content: [
        {
          type: 'paragraph' as const,
          content: [
            { type: 'text' as const, text: 'Hello ' },
            { type: 'insert' as const, attrs: { value: 'firstName' as const, fallback: 'there' } },
            { type: 'text' as const, text: ',' },
          ],
        },
        {
          type: 'paragraph' as const,
          content: [
            { type: 'text' as const, text: 'thank you for taking our quiz. You came out as ' },
            ...named,
            { type: 'text' as const, text: '.' },
          ],
        },
      ],
    },
  };
  return {
    id: letter.id,
    edit: {
      name: 'add-letter',
      ops: [{ op: 'insert', at: [], list: 'messages', item: letter, after: quiz.messages.at(-1)?.id ?? null }],
    },
  };
};

/** Files a question under the topic of this name, made where there is none; "" files it under none. */
export function setTopic(quiz: Quiz, question: Question, name: string): Edit {
  const known = quiz.topics.find((t) => t.name.toLowerCase() === name.toLowerCase());
  const fresh = known || !name ? null : { id: newId('t'), name };
  const ops: Op[] = fresh
    ? [{ op: 'insert', at: [], list: 'topics', item: fresh, after: quiz.topics.at(-1)?.id ?? null }]
    : [];
  const set: Op = { op: 'set', at: placeOfBlock(quiz, question.id), field: ['topic'], was: question.topic };
  const to = known?.id ?? fresh?.id;
  if (to !== undefined) set.to = to;
  return { name: 'set-topic', ops: [...ops, set] };
}

/** A page to be welcomed on, before all others. */
export const addWelcome = (quiz: Quiz): Edit => ({
  name: 'add-welcome',
  ops: [
    {
      op: 'insert',
      at: [],
      list: 'pages',
      item: {
        id: newId('p'),
        name: 'Start',
        stage: 'ask',
        blocks: [{ id: newId('b'), kind: 'words', body: quiz.title }],
      } as Page,
      after: null,
    },
  ],
});

export const addResultPage = (quiz: Quiz): Edit => ({
  name: 'add-result-page',
  ops: [{ op: 'insert', at: [], list: 'pages', item: resultPage(newId), after: quiz.pages.at(-1)?.id ?? null }],
});

export type WeightChange = { block: string; option: Option; target: string; weight: number };

/** Sets many weights as one step. Those that stay as they are are left out; null where nothing changes. */
export function weighMany(quiz: Quiz, changes: WeightChange[]): Edit | null {
  const ops = changes
    .filter(({ option, target, weight }) => (option.weights?.[target] ?? 0) !== weight)
    .flatMap(({ block, option, target, weight }) => weigh(quiz, block, option, target, weight).ops);
  return ops.length ? { name: 'weigh', ops } : null;
}
