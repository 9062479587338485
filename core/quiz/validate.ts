/** The door of the core: nothing that is not a quiz of this version comes past it. */
import Ajv, { type ErrorObject } from 'ajv';
import { QuizSchema, type Quiz } from './schema';

const ajv = new Ajv({ allErrors: false, allowUnionTypes: true, discriminator: false });
const check = ajv.compile<Quiz>(QuizSchema);

export type Fault = { /** JSON pointer into the document */ place: string; reason: string };

/** The most telling of Ajv's errors: the one deepest in the document, since unions report each branch they tried. */
function tell(errors: ErrorObject[]): Fault {
  const depth = (e: ErrorObject) =>
    e.instancePath.split('/').length + (e.keyword === 'enum' || e.keyword === 'anyOf' ? -0.5 : 0);
  const worst = errors.reduce((a, b) => (depth(b) > depth(a) ? b : a));
  const extra = worst.keyword === 'additionalProperties' ? ` (${String(worst.params['additionalProperty'])})` : '';
  return { place: worst.instancePath || '/', reason: `${worst.message ?? 'not valid'}${extra}` };
}

/** Checks the shape only; what a quiz of good shape gets wrong is told by `checkQuiz`. */
export function validateQuiz(value: unknown): { quiz: Quiz } | { fault: Fault } {
  if (check(value)) {
    const twice = repeatedId(value);
    return twice ? { fault: twice } : { quiz: value };
  }
  return { fault: tell(check.errors ?? []) };
}

/** Ids are unique per kind of thing; scales and outcomes share one namespace, since both are weighed. */
function repeatedId(quiz: Quiz): Fault | null {
  const blocks = quiz.pages.flatMap((page, p) =>
    page.blocks.map((block, b) => [block.id, `/pages/${p}/blocks/${b}`] as const),
  );
  const weighed = [
    ...quiz.scales.map((scale, i) => [scale.id, `/scales/${i}`] as const),
    ...quiz.verdicts.flatMap((verdict, v) =>
      verdict.outcomes.map((o, i) => [o.id, `/verdicts/${v}/outcomes/${i}`] as const),
    ),
  ];
  const spaces = [
    quiz.pages.map((page, i) => [page.id, `/pages/${i}`] as const),
    blocks,
    weighed,
    quiz.topics.map((topic, i) => [topic.id, `/topics/${i}`] as const),
    quiz.verdicts.map((verdict, i) => [verdict.id, `/verdicts/${i}`] as const),
    quiz.known.map((known, i) => [known.id, `/known/${i}`] as const),
    quiz.messages.map((letter, i) => [letter.id, `/messages/${i}`] as const),
    ...quiz.pages.flatMap((page, p) =>
      page.blocks.map((block, b) => {
        if (block.kind === 'choice')
          return block.options.map((o, i) => [o.id, `/pages/${p}/blocks/${b}/options/${i}`] as const);
        if (block.kind === 'contact')
          return block.fields.map((f, i) => [f.id, `/pages/${p}/blocks/${b}/fields/${i}`] as const);
        return [];
      }),
    ),
  ];
  for (const space of spaces) {
    const seen = new Set<string>();
    for (const [id, place] of space) {
      if (seen.has(id)) return { place, reason: `the id "${id}" stands here a second time` };
      seen.add(id);
    }
  }
  return null;
}
