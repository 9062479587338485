/** How visitors answer, where it is not evenly (model, section 5): by the creator's guess, or as real visitors did. */
import type { Choice, Question, Quiz } from '../quiz/schema';
import { questionsOf } from '../quiz/lookup';
import { round9 } from '../score/numbers';

/**
 * By question, the weight of each option: of a choice of one, in proportion to each other; of a choice of several, the probability 0..1 of
 * each by itself. Questions that are not in it are answered evenly.
 */
export type Mix = Readonly<Record<string, Readonly<Record<string, number>>>>;

/** The weights a mix gives to the options of a question; null where it says nothing that can be used. */
export function weightsIn(mix: Mix | undefined, question: Question): Readonly<Record<string, number>> | null {
  const own = mix?.[question.id];
  if (!own || question.kind !== 'choice') return null;
  return question.options.some((o) => (own[o.id] ?? 0) > 0) ? own : null;
}

/** How likely these options are chosen, up to a factor that is the same for all sets of them. */
export function weightOf(question: Choice, weights: Readonly<Record<string, number>>, chosen: string[]): number {
  if (question.pick === 'one') return Math.max(0, weights[chosen[0] ?? ''] ?? 0);
  return question.options.reduce((product, { id }) => {
    const p = Math.min(1, Math.max(0, weights[id] ?? 0));
    return product * (chosen.includes(id) ? p : 1 - p);
  }, 1);
}

/**
 * The creator's guess, as it stands at the answers in percent. Of a choice of one, answers without a guess share evenly what is left of 100;
 * of a choice of several, they are chosen by half of the visitors.
 */
export function guessedMix(quiz: Quiz): Mix {
  const mix: Record<string, Record<string, number>> = {};
  for (const question of questionsOf(quiz)) {
    if (question.kind !== 'choice' || question.options.every((o) => o.guess === undefined)) continue;
    const open = question.options.filter((o) => o.guess === undefined).length;
    const left = Math.max(0, 100 - question.options.reduce((sum, o) => sum + (o.guess ?? 0), 0));
    const other = question.pick === 'one' ? left / Math.max(1, open) : 50;
    mix[question.id] = Object.fromEntries(question.options.map((o) => [o.id, round9((o.guess ?? other) / 100)]));
  }
  return mix;
}

/**
 * As real visitors answered.
 * @param counts by question: how many answered it, and how often each option was chosen
 */
export function countedMix(
  counts: Readonly<Record<string, { answered: number; options: Record<string, number> }>>,
): Mix {
  return Object.fromEntries(
    Object.entries(counts)
      .filter(([, { answered }]) => answered > 0)
      .map(([id, { answered, options }]) => [
        id,
        Object.fromEntries(Object.entries(options).map(([option, n]) => [option, round9(n / answered)])),
      ]),
  );
}
