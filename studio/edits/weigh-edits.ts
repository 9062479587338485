/** Edits of what answers are worth: weights, keys and guesses, and the scales and outcomes they count for. */
import { fieldOf } from '../../core/values/unknown';
import type { Block, Outcome, Page, Quiz, Scale, Verdict } from '../../core/schema/quiz';
import { resultPage } from '../../core/document/blank';
import type { Edit, Op, Place } from '../../core/document/edits';
import { quizIndex, isQuestion } from '../../core/document/lookup';
import { isShare, type Weighed, weighedIn } from '../../core/document/weighed';
import { begunBy, verdictKind } from '../../core/verdicts/registry';
import { newId, placeOfPage, setField, setFields } from './edits';

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
  const block: Block = { id: newId('b'), kind: 'verdict', verdict: made.id };
  const page: Page = { ...resultPage(newId), blocks: [block] };
  if (result) ops.push({ op: 'insert', at: placeOfPage(result.id), list: 'blocks', item: block, after: null });
  else ops.push({ op: 'insert', at: [], list: 'pages', item: page, after: quiz.pages.at(-1)?.id ?? null });
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
      if (block.kind === 'standing' && block.of === target)
        ops.push({ op: 'remove', at: placeOfPage(page.id), list: 'blocks', id: block.id });
    }
  }
  for (const verdict of quiz.verdicts) {
    const at = ['verdicts', verdict.id];
    if (verdict.fallback === target) ops.push({ op: 'set', at, field: ['fallback'], was: target });
    ops.push(...setFields('', at, verdict, verdictKind(verdict).without?.(verdict, target) ?? {}).ops);
  }
  const owner = quizIndex(quiz).outcomes.get(target)?.verdict;
  if (!owner) return { name: 'remove-scale', ops: [...ops, { op: 'remove', at: [], list: 'scales', id: target }] };
  const last = owner.outcomes.length === 1;
  const shows = quiz.pages.flatMap((page) =>
    page.blocks
      .filter((b) => last && (b.kind === 'verdict' || b.kind === 'why') && b.verdict === owner.id)
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
  const drops = verdictKind(verdict).fields.filter((field) => fieldOf(verdict, field) !== undefined);
  const start = begunBy(by, quiz, verdict);
  return {
    name: 'decide-by',
    ops: [
      ...drops.map((field): Op => ({ op: 'set', at, field: [field], was: fieldOf(verdict, field) })),
      { op: 'set', at, field: ['by'], was: verdict.by, to: by },
      ...Object.entries(start).map(([field, to]): Op => ({ op: 'set', at, field: [field], to })),
    ],
  };
}

/** Columns of the grid that are no scale and no outcome: how right an answer is, and how many are guessed to choose it. */
export const RIGHT = '$right';
export const GUESS = '$guess';

export type CellChange = {
  of: Weighed;
  /** A scale or outcome, `RIGHT` (0..1) or `GUESS` (percent, or a mean; 0 takes the guess away where `blank`). */ target: string;
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
      const guess = blank ? undefined : isShare(of.guess) ? Math.max(0, Math.min(100, value)) : value;
      return was === guess ? [] : setField('guess', at, ['guess'], was, guess).ops;
    }
    if (of.times === 'key') return [];
    return (of.weights?.[target] ?? 0) === value ? [] : weigh(of.at, of.weights, target, value).ops;
  });
  return ops.length ? { name: 'weigh', ops } : null;
}
