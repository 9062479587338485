/** What a visitor may see of blocks that are no questions. */
import type { Media } from '../questions/asked';
import type { Drawing } from '../questions/drawing';
import type { Part } from '../questions/parts';
import type { ContactField, Offer, Picture, RichText } from '../schema/quiz';

export type ContactView = {
  kind: 'contact';
  id: string;
  prompt: string;
  body?: RichText;
  fields: {
    id: string;
    label: string;
    format: ContactField['format'];
    required: boolean;
    options?: { id: string; text: string }[];
    filled?: string;
    /** Of a file: what its name may end in, and how many megabytes it may have. */
    files?: { endings: string[]; most: number };
  }[];
  skippable: boolean;
  /** It was left after the end, and is not asked for again. */
  sent?: true;
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
export type ScoreLine = {
  id: string;
  /** empty for the marks, which are named by the block */ name: string;
  points: string;
  percent: number | null;
};
export type ReviewLine = {
  id: string;
  prompt: string;
  given: string;
  /** What was given and what is right are days, to be put as the visitor’s language does. */
  isDay?: true;
  /** null for a question that is neither right nor wrong */
  state: 'right' | 'partly' | 'wrong' | 'waiting' | null;
  right?: string;
  marks?: string;
  /** What a person who marked it says to the visitor. */
  note?: string;
  explanations?: RichText[];
  /** Shown with the explanations. */
  media?: Media;
};

/** A question, and what was answered. */
export type ReasonLine = Pick<ReviewLine, 'id' | 'prompt' | 'given' | 'isDay'>;

/** How many answered, and how many of them chose each option. */
export type Others = { answered: number; options: Record<string, number> };
export type ChartView = {
  kind: 'chart';
  id: string;
  title?: string;
  question?: string;
  topic?: string;
  prompt: string;
  options: Part[];
  others?: Others;
  /** Of a question that offers nothing to choose; without what is right. */
  drawing?: Drawing;
};

export type OtherBlockView =
  | ContactView
  | { kind: 'words'; id: string; body: RichText }
  | ({ kind: 'media'; id: string } & Media)
  | { kind: 'offer'; id: string; offer: Offer }
  /** `waiting`: so many answers wait for a person to mark them, and the outcome may be another one then. */
  | { kind: 'verdict'; id: string; outcomes: OutcomeView[]; waiting?: number }
  | { kind: 'score'; id: string; title?: string; lines: ScoreLine[] }
  | { kind: 'topics'; id: string; title?: string; lines: ScoreLine[] }
  | { kind: 'why'; id: string; title?: string; lines: ReasonLine[] }
  /** `name` is empty for the marks. */
  | { kind: 'standing'; id: string; title?: string; name: string; higherThan: number }
  | { kind: 'answers'; id: string; title?: string; lines: ReviewLine[] }
  /** `outcome` is the one that was reached; `shared` stands for it in an address, and is added by whoever signs it. */
  | { kind: 'share'; id: string; text: string; button: string; outcome?: string; shared?: string }
  /** How others answered; whoever shows it adds the figures, which the core does not have. */
  | ChartView
  /** `url`, where its sheet is fetched, is added by whoever has the run. */
  | { kind: 'certificate'; id: string; title: string; body: RichText; button: string; url?: string }
  /** `url` is added by whoever knows where that quiz stands. */
  | { kind: 'hand-over'; id: string; quiz: string; button: string; url?: string }
  | { kind: 'again'; id: string; button: string };
export type ViewOf<K extends OtherBlockView['kind']> = Extract<OtherBlockView, { kind: K }>;
