/** The studio's edits, by name. Each says what it does to the document; the core applies it, inverts it and refuses what does not fit. */
import type { Block, Choice, Outcome, Page, Question, Quiz, Scale, Topic, Verdict } from '../core/quiz/schema';
import { type BlockKind, choiceBlock, newBlock, resultPage } from '../core/quiz/blank';
import { indexOf, isQuestion } from '../core/quiz/lookup';
import { type Weighed, weighedIn } from '../core/quiz/weighed';
import { type Edit, type Op, type Place, same } from '../core/quiz/edits';

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

type Listed = { id: string };

/** Puts things into a list behind another, or first where `after` is null. */
export const addToList = (at: Place, list: string, after: string | null, items: Listed[]): Edit => ({
  name: `add-${list}`,
  ops: items.map((item, i): Op => ({ op: 'insert', at, list, item, after: items[i - 1]?.id ?? after })),
});

/** Several lines put into one thing of a list: the first becomes its text, the others things behind it. */
export function pasteInList(at: Place, list: string, into: Listed & { text: string }, lines: string[]): Edit {
  const [first = '', ...rest] = lines;
  const items = rest.map((text) => ({ id: newId(list.charAt(0)), text }));
  return {
    name: `paste-${list}`,
    ops: [
      { op: 'set', at: [...at, list, into.id], field: ['text'], was: into.text, to: first },
      ...addToList(at, list, into.id, items).ops,
    ],
  };
}

export const removeFromList = (at: Place, list: string, id: string): Edit => ({
  name: `remove-${list}`,
  ops: [{ op: 'remove', at, list, id }],
});

/** Moves a thing by one place in its list; null at the end of it. */
export function moveInList(at: Place, list: string, items: Listed[], id: string, by: -1 | 1): Edit | null {
  const after = neighbour(items, id, by);
  return after === undefined ? null : { name: `move-${list}`, ops: [{ op: 'move', at, list, id, to: at, after }] };
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

/** Pages behind another, with the topics they are filed under. A page that holds nothing but an empty question gives way to them. */
export function addPages(quiz: Quiz, behind: string, pages: Page[], topics: Topic[], empty?: string): Edit {
  const ops: Op[] = topics.map((item, i) => ({
    op: 'insert',
    at: [],
    list: 'topics',
    item,
    after: topics[i - 1]?.id ?? quiz.topics.at(-1)?.id ?? null,
  }));
  pages.forEach((item, i) =>
    ops.push({ op: 'insert', at: [], list: 'pages', item, after: pages[i - 1]?.id ?? behind }),
  );
  const old = indexOf(quiz).pageOf.get(empty ?? '');
  if (old && empty !== undefined) {
    if (old.blocks.length === 1) ops.push({ op: 'remove', at: [], list: 'pages', id: old.id });
    else ops.push({ op: 'remove', at: placeOfPage(old.id), list: 'blocks', id: empty });
  }
  return { name: 'add-pages', ops };
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

/** Puts a question of another kind, with the same id, in the place of the old one. */
export function changeQuestion(quiz: Quiz, old: Question, next: Question): Edit {
  const page = indexOf(quiz).pageOf.get(old.id);
  const at = placeOfPage(page?.id ?? '');
  return {
    name: 'change-kind',
    ops: [
      { op: 'remove', at, list: 'blocks', id: old.id },
      { op: 'insert', at, list: 'blocks', item: next, after: before(page?.blocks ?? [], old.id) },
    ],
  };
}

/** Takes a page away that was left empty; one that somebody has put something onto meanwhile stays. */
export const dropEmpty = (page: string): Op => ({ op: 'remove', at: [], list: 'pages', id: page, ifEmpty: 'blocks' });

/** Removes a block, and its page with it where nothing else stands there. */
export function removeBlock(quiz: Quiz, block: string): Edit {
  const page = indexOf(quiz).pageOf.get(block);
  const ops: Op[] = [{ op: 'remove', at: placeOfPage(page?.id ?? ''), list: 'blocks', id: block }];
  if (page?.blocks.length === 1 && page.stage === 'ask') ops.push(dropEmpty(page.id));
  return { name: 'remove-block', ops };
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
    ops: page.blocks.length === 1 ? [op, dropEmpty(page.id)] : [op],
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
  return { name: 'join-pages', ops: [...moves, dropEmpty(page.id)] };
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

/** Sets what a thing adds to a scale or outcome; 0 takes the weight away. */
export const weigh = (at: Place, weights: Record<string, number> | undefined, target: string, weight: number): Edit =>
  setField('weigh', at, ['weights', target], weights?.[target], weight === 0 ? undefined : weight);

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

/**
 * Removes a scale or outcome together with every weight that speaks for it and every band that leads to it, so that nothing points nowhere.
 */
export function removeTarget(quiz: Quiz, target: string): Edit {
  const ops: Op[] = weighedIn(quiz)
    .filter((w) => w.weights?.[target] !== undefined)
    .map((w): Op => ({ op: 'set', at: w.at, field: ['weights', target], was: w.weights?.[target] }));
  for (const page of quiz.pages) {
    for (const block of page.blocks) {
      const at = [...placeOfPage(page.id), 'blocks', block.id];
      if (isQuestion(block) && block.marksTo === target)
        ops.push({ op: 'set', at, field: ['marksTo'], was: block.marksTo });
      if (block.kind === 'score' && block.scales.includes(target)) {
        const to = block.scales.filter((s) => s !== target);
        ops.push({ op: 'set', at, field: ['scales'], was: block.scales, to });
      }
    }
  }
  for (const verdict of quiz.verdicts) {
    const at = ['verdicts', verdict.id];
    if (verdict.fallback === target) ops.push({ op: 'set', at, field: ['fallback'], was: target });
    if (verdict.by === 'bands' && verdict.scale === target)
      ops.push({ op: 'set', at, field: ['scale'], was: target, to: 'marks' });
    if (verdict.by === 'bands' && verdict.bands.some((b) => b.outcome === target)) {
      const to = verdict.bands.filter((b) => b.outcome !== target);
      ops.push({ op: 'set', at, field: ['bands'], was: verdict.bands, to });
    }
    if (verdict.by === 'rules' && verdict.rules.some((r) => r.outcome === target)) {
      const to = verdict.rules.filter((r) => r.outcome !== target);
      ops.push({ op: 'set', at, field: ['rules'], was: verdict.rules, to });
    }
  }
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

/**
 * Lets a verdict be decided in another way. Its outcomes stay, with all that is written for them; weights that speak for them are kept, and
 * count again if it goes back to the strongest.
 */
export function decideBy(quiz: Quiz, verdict: Verdict, by: Verdict['by']): Edit {
  const at: Place = ['verdicts', verdict.id];
  const held = verdict as Partial<Record<string, unknown>>;
  const own: Record<Verdict['by'], string[]> = {
    strongest: ['compare', 'ties'],
    bands: ['scale', 'topic', 'unit', 'bands'],
    rules: ['rules'],
  };
  const drops = own[verdict.by].filter((field) => held[field] !== undefined);
  const scale = quiz.scales.find((s) => s.formula === undefined) ?? quiz.scales[0];
  const each = verdict.outcomes.length || 1;
  const start: Record<string, unknown> =
    by === 'bands'
      ? {
          scale: scale?.id ?? 'marks',
          unit: 'percent',
          bands: verdict.outcomes.map((o, i) => ({ from: Math.round((100 * i) / each), outcome: o.id })),
        }
      : by === 'rules'
        ? { rules: [] }
        : {};
  return {
    name: 'decide-by',
    ops: [
      ...drops.map((field): Op => ({ op: 'set', at, field: [field], was: held[field] })),
      { op: 'set', at, field: ['by'], was: verdict.by, to: by },
      ...Object.entries(start).map(([field, to]): Op => ({ op: 'set', at, field: [field], to })),
    ],
  };
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

/** Columns of the grid that are no scale and no outcome: how right an answer is, and how many are guessed to choose it. */
export const RIGHT = '$right';
export const GUESS = '$guess';

export type CellChange = {
  of: Weighed;
  /** A scale or outcome, `RIGHT` (0..1) or `GUESS` (percent, or the mean of a rating; 0 takes the guess away where `blank`). */ target: string;
  value: number;
  /** The cell was emptied, rather than set to 0. */
  blank?: boolean;
};

/** Sets many weights and credits as one step. Those that stay as they are are left out; null where nothing changes. */
export function weighMany(changes: CellChange[]): Edit | null {
  const ops = changes.flatMap(({ of, target, value, blank }) => {
    if (target === RIGHT) {
      const credit = Math.max(0, Math.min(1, value));
      if (!of.keyed || (of.credit ?? 0) === credit) return [];
      return setField('set-key', of.at, ['credit'], of.credit, credit || undefined).ops;
    }
    if (target === GUESS) {
      if (!of.guess) return [];
      const { at, value: was } = of.guess;
      const guess = blank ? undefined : of.guess.of === 'mean' ? value : Math.max(0, Math.min(100, value));
      return was === guess ? [] : setField('guess', at, ['guess'], was, guess).ops;
    }
    if (of.times === 'key') return [];
    return (of.weights?.[target] ?? 0) === value ? [] : weigh(of.at, of.weights, target, value).ops;
  });
  return ops.length ? { name: 'weigh', ops } : null;
}

/** Brings the whole quiz to an earlier state, as one step; null where it stands like that. Its id, and ids used since, stay its own. */
export function goBackTo(quiz: Quiz, state: Quiz): Edit | null {
  const fields = new Set([...Object.keys(quiz), ...Object.keys(state)]);
  const ops = [...fields].flatMap((field) => {
    const [was, to] = [quiz[field as keyof Quiz], state[field as keyof Quiz]];
    return field === 'id' || same(was, to) ? [] : setField('go-back', [], [field], was, to).ops;
  });
  return ops.length ? { name: 'go-back', ops } : null;
}
