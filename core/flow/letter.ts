/** Letters as they go out: filled in for a run, so that they say what was true when they were written. */
import { isTrue } from '../conditions/evaluate';
import { quizIndex } from '../document/lookup';
import { coloursOf, cornersOf, isDark, readableOn, typeOf } from '../look/dress';
import { fonts } from '../look/fonts';
import { darkened } from '../look/mend';
import type { Colours } from '../look/ready';
import { isWebAddress } from '../schema/address';
import type { Letter, LetterPart, Picture, Quiz, RichDoc, RichText } from '../schema/quiz';
import { fillRich, isBlank, plainText, toDoc } from '../text/rich';
import { type Beside, fillFor, resultOf } from './result';
import { type Run, runFacts } from './run';

/** Colours #RRGGBB. */
type LetterColours = {
  ground: string;
  /** Below the sheet. */
  onGround: string;
  paper: string;
  ink: string;
  quiet: string;
  button: string;
  onButton: string;
};
/** What a letter is drawn with. */
export type LetterDress = LetterColours & {
  /** Where the reader's mail program is dark. */
  dark: LetterColours;
  /** A kind of family that every mail program has. */
  family: 'serif' | 'sans-serif' | 'monospace';
  /** px, of a button. */
  corner: number;
};
export type LetterBlock =
  | { kind: 'words'; text: RichDoc }
  | { kind: 'picture'; picture: Picture }
  | { kind: 'button'; text: string; url: string };
/** A letter as it is kept and sent. */
export type Sheet = {
  preview?: string;
  blocks: LetterBlock[];
  signature?: RichDoc;
  sender?: string;
  replyTo?: string;
  dress: LetterDress;
};
export type Composed = { subject: string; sheet: Sheet };

/** The longest subject, characters. */
const LONGEST_SUBJECT = 300;

/** One line, however it was typed: what stands in the head of a letter cannot begin another line of it. */
export const oneLine = (text: string): string => text.replace(/[\s\p{Cc}]+/gu, ' ').trim();

/** @param beside what of the run is known beside what was sent: its day, its links */
export function composeLetter(quiz: Quiz, run: Run, letter: Letter, beside: Beside = {}): Composed {
  const result = resultOf(quiz, run);
  const fill = fillFor(quiz, run, result, beside);
  const facts = runFacts(quiz, run);
  const offer = () => {
    const { outcomes } = quizIndex(quiz);
    const reached = quiz.verdicts.flatMap(({ id }) => result.verdicts[id]?.outcomes ?? []);
    return reached.map((id) => outcomes.get(id)?.outcome.offer).find((one) => one && isWebAddress(one.url));
  };
  const button = ({ button: one }: LetterPart): LetterBlock[] => {
    if (!one) return [];
    const own = one.to === 'offer' ? offer() : undefined;
    const typed = typeof one.to === 'object' ? one.to.url : own?.url;
    const leads = typeof one.to === 'object' || one.to === 'offer' ? undefined : beside.links?.[one.to];
    const url = leads ?? (typed !== undefined && isWebAddress(typed) ? typed : undefined);
    const text = one.text.trim() || own?.button || '';
    return url && text ? [{ kind: 'button', text, url }] : [];
  };
  const words = (text: RichText | undefined): LetterBlock[] =>
    text === undefined || isBlank(text) ? [] : [{ kind: 'words', text: fillRich(text, fill) }];
  const shown = (letter.parts ?? []).filter(({ showIf }) => showIf === undefined || isTrue(showIf, facts));
  const blocks = [
    ...words(letter.body),
    ...shown.flatMap((part): LetterBlock[] => [
      ...(part.picture ? [{ kind: 'picture' as const, picture: part.picture }] : []),
      ...words(part.body),
      ...button(part),
    ]),
  ];
  return {
    subject: oneLine(plainText(letter.subject, fill)).slice(0, LONGEST_SUBJECT),
    sheet: { ...headOf(quiz, letter), blocks, ...signed(letter, fill) },
  };
}

const signed = ({ signature }: Letter, fill: Parameters<typeof fillRich>[1]): Pick<Sheet, 'signature'> =>
  signature === undefined || isBlank(signature) ? {} : { signature: fillRich(signature, fill) };

function headOf(quiz: Quiz, { preview = '', sender = '', replyTo = '' }: Letter): Omit<Sheet, 'blocks'> {
  return {
    ...(oneLine(preview) ? { preview: oneLine(preview) } : {}),
    ...(oneLine(sender) ? { sender: oneLine(sender) } : {}),
    ...(oneLine(replyTo) ? { replyTo: oneLine(replyTo) } : {}),
    dress: letterDress(quiz.look),
  };
}

const CORNER = { straight: 0, soft: 6, round: 22 };

/** Colours that are measured and mended cost more than all else of a letter. A look that is drawn from is not changed. */
const dresses = new WeakMap<Quiz['look'], LetterDress>();

export function letterDress(look: Quiz['look']): LetterDress {
  const known = dresses.get(look);
  if (known) return known;
  const own = coloursOf(look);
  const dress: LetterDress = {
    ...letterColours(own),
    dark: letterColours(isDark(own) ? own : darkened(own)),
    family: fonts[typeOf(look).text].generic,
    corner: CORNER[cornersOf(look)],
  };
  dresses.set(look, dress);
  return dress;
}

const letterColours = ({ ground, paper, ink, quiet, button, onButton }: Colours): LetterColours => ({
  ground,
  onGround: readableOn(ground, { ink, paper }),
  paper,
  ink,
  quiet,
  button,
  onButton,
});

/** One line of a digest: what a run came to. */
export type Gathered = { name: string; email: string; outcomes: string[]; at: string };
/** Shares of a week, in the words of whoever reads them. */
export type WeekFigure = { name: string; count: number; before: number };

const listOf = (lines: string[]): RichDoc => ({
  type: 'doc',
  content: [{ type: 'bulletList', content: lines.map((line) => ({ type: 'listItem', content: [paragraphOf(line)] })) }],
});
const paragraphOf = (text: string) => ({ type: 'paragraph' as const, content: [{ type: 'text' as const, text }] });

/** The most lines that a digest has; what is more is counted. */
export const MOST_LINES = 100;

/** A letter about many runs: the creator's words, then a line for each, or for each figure. What only one visitor has stays its fallback. */
export function composeGathered(
  quiz: Quiz,
  letter: Letter,
  told: { runs: Gathered[]; more: number } | { figures: WeekFigure[] },
  { links = {} }: Beside = {},
): Composed {
  const fill = ({ value }: { value: string }) =>
    value === 'title' ? quiz.title : value === 'quizLink' ? (links.quiz ?? null) : null;
  const lines =
    'runs' in told
      ? [
          ...told.runs.map(({ name, email, outcomes, at }) =>
            [[name, email].filter(Boolean).join(', ') || 'No name', outcomes.join(' and '), at]
              .filter(Boolean)
              .join(' · '),
          ),
          ...(told.more > 0 ? [`and ${told.more} more`] : []),
        ]
      : told.figures.map(({ name, count, before }) => `${name}: ${count} (the week before: ${before})`);
  return {
    subject: oneLine(plainText(letter.subject, fill)).slice(0, LONGEST_SUBJECT),
    sheet: {
      ...headOf(quiz, letter),
      blocks: [
        { kind: 'words', text: fillRich(letter.body, fill) },
        { kind: 'words', text: lines.length ? listOf(lines) : toDoc('Nothing happened.') },
      ],
      ...signed(letter, fill),
    },
  };
}
