/**
 * What the visitor's browser may see of a quiz: the page they stand on, without keys, weights, rules, accepted words, or the
 * texts of outcomes that were not reached. Built field by field, so that a field added to the document stays secret until it is named here.
 */
import type { Block, Offer, Page, Picture, Quiz, RichText } from '../quiz/schema';
import { indexOf, pickRange } from '../quiz/lookup';
import { fillRich } from '../text/rich';
import type { Answer } from '../score/credit';
import { fillFor, resultOf, type Result } from '../score/result';
import { type ContactGiven, currentPage, progressOf, type Run, shownBlocks } from './run';
import { randomOf, shuffled } from './random';

export type ChoiceView = {
  kind: 'choice';
  id: string;
  prompt: RichText;
  hint?: string;
  picture?: Picture;
  required: boolean;
  pick: 'one' | 'many';
  as: 'list' | 'pictures' | 'yes-no';
  min: number;
  max: number;
  options: { id: string; text: string; picture?: Picture }[];
};
export type TextView = {
  kind: 'text';
  id: string;
  prompt: RichText;
  hint?: string;
  picture?: Picture;
  required: boolean;
};
export type ContactView = {
  kind: 'contact';
  id: string;
  prompt: string;
  body?: RichText;
  fields: { id: string; label: string; format: 'text' | 'name' | 'email' | 'phone'; required: boolean }[];
  skippable: boolean;
  consent?: { text: string; version: number; required: boolean };
};
export type OutcomeView = {
  id: string;
  name: string;
  headline: string;
  picture?: Picture;
  body?: RichText;
  offer?: Offer;
};
export type BlockView =
  | ChoiceView
  | TextView
  | ContactView
  | { kind: 'words'; id: string; body: RichText }
  | { kind: 'media'; id: string; picture: Picture }
  | { kind: 'verdict'; id: string; outcomes: OutcomeView[] }
  | {
      kind: 'score';
      id: string;
      title?: string;
      scales: { id: string; name: string; points: string; percent: number | null }[];
    }
  | { kind: 'again'; id: string; button: string };

export type View = {
  quiz: { title: string; language: string; progress: boolean; look: 'chalk' | 'meadow' };
  page: { id: string; stage: 'ask' | 'result'; button: string; blocks: BlockView[] } | null;
  progress: { at: number; of: number };
  back: boolean;
  finished: boolean;
  /** What was given on this page before. */
  answers: Record<string, Answer>;
  contact: Record<string, ContactGiven>;
};

const rich = (text: RichText): boolean => typeof text !== 'string';
const given = <K extends string, V>(key: K, value: V | undefined): { [P in K]?: V } =>
  value === undefined ? {} : ({ [key]: value } as { [P in K]?: V });

/** The view of the page a run stands on. */
export function viewOf(quiz: Quiz, run: Run): View {
  const page = currentPage(quiz, run);
  const shown = page ? shownBlocks(quiz, run, page) : [];
  const ids = new Set(shown.map((b) => b.id));
  const own = <T>(all: Record<string, T>) => Object.fromEntries(Object.entries(all).filter(([id]) => ids.has(id)));
  return {
    quiz: { title: quiz.title, language: quiz.language, progress: quiz.delivery.progress, look: quiz.look.ready },
    page: page
      ? { id: page.id, stage: page.stage, button: page.button ?? '', blocks: projectAll(quiz, run, page, shown) }
      : null,
    progress: progressOf(quiz, run),
    back: quiz.delivery.back && !run.finished && run.way.length > 1,
    finished: run.finished,
    answers: own(run.answers),
    contact: own(run.contact),
  };
}

function projectAll(quiz: Quiz, run: Run, page: Page, shown: Block[]): BlockView[] {
  // Most pages show no value of the run; its result is worked out only where one does.
  let result: Result | undefined;
  const resultNow = () => (result ??= resultOf(quiz, run));
  const fill = (text: RichText): RichText => (rich(text) ? fillRich(text, fillFor(quiz, run, resultNow())) : text);
  return shown
    .map((block) => project(quiz, run, block, fill, resultNow))
    .filter((b) => page.stage === 'result' || !onlyResult(b));
}

const onlyResult = (block: BlockView): boolean =>
  block.kind === 'verdict' || block.kind === 'score' || block.kind === 'again';

function project(
  quiz: Quiz,
  run: Run,
  block: Block,
  fill: (t: RichText) => RichText,
  resultNow: () => Result,
): BlockView {
  switch (block.kind) {
    case 'choice': {
      const options = block.shuffle
        ? shuffled(block.options, randomOf(run.seed, `shuffle ${block.id}`))
        : block.options;
      return {
        kind: 'choice',
        id: block.id,
        prompt: fill(block.prompt),
        ...given('hint', block.hint),
        ...given('picture', block.picture),
        required: block.required ?? false,
        pick: block.pick,
        as: block.as ?? 'list',
        ...pickRange(block),
        options: options.map((o) => ({ id: o.id, text: o.text, ...given('picture', o.picture) })),
      };
    }
    case 'text':
      return {
        kind: 'text',
        id: block.id,
        prompt: fill(block.prompt),
        ...given('hint', block.hint),
        ...given('picture', block.picture),
        required: block.required ?? false,
      };
    case 'contact':
      return {
        kind: 'contact',
        id: block.id,
        prompt: block.prompt,
        ...given('body', block.body === undefined ? undefined : fill(block.body)),
        fields: block.fields.map((f) => ({
          id: f.id,
          label: f.label,
          format: f.format,
          required: f.required ?? false,
        })),
        skippable: block.skippable ?? false,
        ...given('consent', block.consent),
      };
    case 'words':
      return { kind: 'words', id: block.id, body: fill(block.body) };
    case 'media':
      return { kind: 'media', id: block.id, picture: block.picture };
    case 'again':
      return { kind: 'again', id: block.id, button: block.button ?? '' };
    case 'verdict':
      return {
        kind: 'verdict',
        id: block.id,
        outcomes: (resultNow().verdicts[block.verdict]?.outcomes ?? []).flatMap((id) => outcomeView(quiz, id, fill)),
      };
    case 'score':
      return {
        kind: 'score',
        id: block.id,
        ...given('title', block.title),
        scales: block.scales.flatMap((id) => {
          const scale = quiz.scales.find((s) => s.id === id);
          const reading = resultNow().scales[id];
          if (!scale || !reading || reading.points === null) return [];
          return [
            {
              id,
              name: scale.name,
              points: String(Number(reading.points.toFixed(scale.decimals ?? 2))).replace('-', '−'),
              percent: reading.percent,
            },
          ];
        }),
      };
  }
}

function outcomeView(quiz: Quiz, id: string, fill: (t: RichText) => RichText): OutcomeView[] {
  const found = indexOf(quiz).outcomes.get(id)?.outcome;
  if (!found) return [];
  return [
    {
      id,
      name: found.name,
      headline: found.headline?.trim() || found.name,
      ...given('picture', found.picture),
      ...given('body', found.body === undefined ? undefined : fill(found.body)),
      ...given('offer', found.offer),
    },
  ];
}
