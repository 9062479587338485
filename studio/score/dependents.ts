/** What depends on a scale or outcome, in words, for whoever is about to delete it. */
import { quizIndex, isQuestion } from '../../core/document/lookup';
import { weighedIn } from '../../core/document/weighed';
import type { Quiz } from '../../core/schema/quiz';
import { dependsOn, mentions } from '../../core/verdicts/registry';

const counted = (n: number, one: string, many: string): string[] =>
  n === 0 ? [] : [n === 1 ? `one ${one}` : `${n} ${many}`];

export function dependents(quiz: Quiz, target: string): string[] {
  const weights = weighedIn(quiz).filter((w) => (w.weights?.[target] ?? 0) !== 0).length;
  const marks = quiz.pages.flatMap((p) => p.blocks).filter((b) => isQuestion(b) && b.marksTo === target).length;
  const verdicts = quiz.verdicts.filter((v) => dependsOn(v, target)).length;
  const formulas = quiz.scales.filter(
    (s) => s.id !== target && s.formula && new RegExp(`\\b${target}\\b`).test(s.formula),
  ).length;
  const rules = quiz.pages.reduce(
    (n, p) =>
      n +
      [p.showIf, ...(p.routes ?? []).map((r) => r.when), ...p.blocks.map((b) => b.showIf)].filter(
        (c) => c !== undefined && mentions(c, target),
      ).length,
    0,
  );
  const shown = quiz.pages
    .flatMap((p) => p.blocks)
    .filter(
      (b) => (b.kind === 'score' && b.scales.includes(target)) || (b.kind === 'topics' && b.of === target),
    ).length;
  const outcome = quizIndex(quiz).outcomes.get(target)?.outcome;
  const written = outcome && (outcome.body ?? outcome.headline ?? outcome.offer) ? ['the words written for it'] : [];
  return [
    ...counted(weights, 'weight', 'weights'),
    ...counted(marks, 'question whose marks count for it', 'questions whose marks count for it'),
    ...counted(verdicts, 'verdict', 'verdicts'),
    ...counted(formulas, 'formula', 'formulas'),
    ...counted(rules, 'rule that asks about it', 'rules that ask about it'),
    ...counted(shown, 'place where it is shown', 'places where it is shown'),
    ...written,
  ];
}
