/** Questions as the visitor's browser may see them, kind by kind. Built field by field, as all of the view is. */
import type { Picture, Question, RichText } from '../quiz/schema';
import { boundsOf, pickRange } from '../quiz/lookup';
import type { Run } from './run';
import { randomOf, shuffled } from './random';

export type Media = { picture?: Picture; sound?: Picture; video?: Picture };
type Asked = { id: string; prompt: RichText; required: boolean; hint?: RichText; media?: Media; across?: number };
export type Part = { id: string; text: string; picture?: Picture };

export type ChoiceView = Asked & {
  kind: 'choice';
  pick: 'one' | 'many';
  as: 'list' | 'pictures' | 'drop-down' | 'yes-no';
  min: number;
  max: number;
  options: Part[];
  other: boolean;
};
export type TypedView = Asked & { kind: 'text' | 'essay' };
export type MeasuredView = Asked & { kind: 'number' | 'slider'; min?: number; max?: number; step: number };
export type RatingView = Asked & { kind: 'rating'; min: number; max: number; as: 'stars' | 'steps' | 'numbers' };
export type DateView = Asked & { kind: 'date'; min?: string; max?: string };
export type OrderView = Asked & { kind: 'order'; items: Part[] };
export type MatchView = Asked & { kind: 'match'; lefts: Part[]; rights: Part[] };
export type GapsView = Asked & { kind: 'gaps'; text: RichText; gaps: string[] };
export type GridView = Asked & { kind: 'grid'; pick: 'one' | 'many'; rows: Part[]; columns: Part[] };
export type SpotsView = Asked & {
  kind: 'spots';
  picture?: Picture;
  /** A place to name has its point; one to be pointed at has words that say what is sought. */
  spots: { id: string; text?: string; at?: [number, number] }[];
};
export type QuestionView =
  | ChoiceView
  | TypedView
  | MeasuredView
  | RatingView
  | DateView
  | OrderView
  | MatchView
  | GapsView
  | GridView
  | SpotsView;

/** A field that is left out where it has no value. */
export const given = <K extends string, V>(key: K, value: V | undefined): { [P in K]?: V } =>
  value === undefined ? {} : ({ [key]: value } as { [P in K]?: V });

export const mediaOf = ({ picture, sound, video }: Media): Media => ({
  ...given('picture', picture),
  ...given('sound', sound),
  ...given('video', video),
});

export const partsOf = (parts: Part[]): Part[] =>
  parts.map((p) => ({ id: p.id, text: p.text, ...given('picture', p.picture) }));

/** A question as it is shown, without its key; `fill` puts values into its words. */
export function projectQuestion(
  question: Question,
  { run, fill }: { run: Run; fill: (text: RichText) => RichText },
): QuestionView {
  const mixed = <T>(parts: T[]): T[] => shuffled(parts, randomOf(run.seed, `shuffle ${question.id}`));
  const asked: Asked = {
    id: question.id,
    prompt: fill(question.prompt),
    required: question.required ?? false,
    ...given('hint', question.hint === undefined ? undefined : fill(question.hint)),
    ...given('media', question.media && mediaOf(question.media)),
    ...given('across', question.across),
  };
  switch (question.kind) {
    case 'choice':
      return {
        kind: 'choice',
        ...asked,
        pick: question.pick,
        as: question.as ?? 'list',
        ...pickRange(question),
        options: partsOf(question.shuffle ? mixed(question.options) : question.options),
        other: question.other ?? false,
      };
    case 'text':
    case 'essay':
      return { kind: question.kind, ...asked };
    case 'number':
    case 'slider':
      return { kind: question.kind, ...asked, ...boundsOf(question) };
    case 'rating':
      return { kind: 'rating', ...asked, min: question.min ?? 1, max: question.max ?? 5, as: question.as ?? 'steps' };
    case 'date':
      return { kind: 'date', ...asked, ...given('min', question.min), ...given('max', question.max) };
    case 'order':
      // In its right order it would be answered; only a ranking of wishes is shown as it was written.
      return {
        kind: 'order',
        ...asked,
        items: partsOf(question.keyed === false && !question.shuffle ? question.items : mixed(question.items)),
      };
    case 'match':
      return {
        kind: 'match',
        ...asked,
        lefts: partsOf(question.pairs.map((p) => p.left)),
        rights: partsOf(mixed([...question.pairs.map((p) => p.right), ...(question.extras ?? [])])),
      };
    case 'gaps':
      return { kind: 'gaps', ...asked, text: fill(question.text), gaps: question.gaps.map((g) => g.id) };
    case 'grid':
      return {
        kind: 'grid',
        ...asked,
        pick: question.pick ?? 'one',
        rows: partsOf(question.shuffle ? mixed(question.rows) : question.rows),
        columns: partsOf(question.columns),
      };
    case 'spots':
      return {
        kind: 'spots',
        ...asked,
        ...given('picture', question.picture),
        spots: question.spots.map((s) => ({
          id: s.id,
          ...given('text', s.text),
          ...(s.region ? {} : given('at', s.at)),
        })),
      };
  }
}
