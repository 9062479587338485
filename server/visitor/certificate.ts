/**
 * The certificate of a run that has reached its result, as a sheet to print: the creator's own words, with what the visitor reached put in. It is
 * tagged, so that it can be read aloud, and has a number by which anybody finds out whether it is genuine.
 */
import fontkit from '@pdf-lib/fontkit';
import { PDFDocument, type PDFFont, type RGB, rgb } from 'pdf-lib';
import sharp from 'sharp';
import { quizIndex } from '../../core/document/lookup';
import { coloursOf, typeOf } from '../../core/look/dress';
import type { FontId } from '../../core/look/fonts';
import type { Colours } from '../../core/look/ready';
import type { Quiz, RichText } from '../../core/schema/quiz';
import type { Run } from '../../core/flow/run';
import { viewOf } from '../../core/flow/view';
import { plainText } from '../../core/text/rich';
import { certificateAt, numberOf } from '../../db/queries/certificates';
import type { RunWithEvents } from '../../db/queries/runs';
import { besideRun } from '../letters/links';
import { filledIn, letterWords } from '../letters/words';
import { type Face, familyFace, wideFace } from '../media/faces';
import { ownBytes } from '../media/pictures';
import { Structure } from '../media/tagged-pdf';
import { readConfig } from '../platform/config';
import { database } from '../platform/database';
import { newId } from '../platform/ids';
import { runOf } from '../publishing/editions';
import { heldUntil } from '../publishing/embargo';
import { runOfToken } from './run-of-token';
import { notFound } from '../platform/http-error';

/** A4, lying. Points. */
const [WIDTH, HEIGHT] = [842, 595];
const MARGIN = 64;

/** A colour #RRGGBB. */
function colourOf(hex: string): RGB {
  const [red = 0, green = 0, blue = 0] = [1, 3, 5].map((at) => parseInt(hex.slice(at, at + 2), 16) / 255);
  return rgb(red, green, blue);
}

/** A font, with another one for lines that it has not all the letters of. */
type Setting = { of: (text: string) => PDFFont };

async function setIn(pdf: PDFDocument, { bytes, has }: Face, wide: PDFFont): Promise<Setting> {
  const font = await pdf.embedFont(bytes, { subset: true });
  return { of: (text) => (has(text) ? font : wide) };
}

type Line = { text: string; font: PDFFont; size: number; leading: number };
/** Lines that belong together, as the structure of the sheet names them (ISO 32000-1, 14.8.4). */
type Group = { tag: 'H1' | 'P'; lines: Line[]; after: number };

/** Words of a paragraph in lines no wider than the sheet. */
function lines(text: string, { of }: Setting, size: number, leading: number): Line[] {
  const font = of(text);
  const made: string[] = [];
  let line = '';
  for (const word of text.split(/\s+/).filter(Boolean)) {
    const longer = line ? `${line} ${word}` : word;
    if (line && font.widthOfTextAtSize(longer, size) > WIDTH - 2 * MARGIN - 60) {
      made.push(line);
      line = word;
    } else line = longer;
  }
  return [...made, line].map((one) => ({ text: one, font, size, leading }));
}

/** @property picture above the title @property colours and type of the quiz's look @property number by which it can be looked up, and where */
export type Certificate = {
  title: string;
  body: RichText;
  picture?: { png: Buffer; text: string };
  quiz: string;
  day: Date;
  language: string;
  number: string;
  lookUp: string;
  colours: Colours;
  type: { heading: FontId; text: FontId };
};

/** The tallest picture. Points. */
const PICTURE = 90;

/** @returns the bytes of a PDF of one page; text that does not fit is set smaller */
export async function certificatePdf({
  title,
  body,
  picture,
  quiz,
  day,
  language,
  number,
  lookUp,
  colours,
  type,
}: Certificate): Promise<Uint8Array> {
  const ink = colourOf(colours.ink);
  const soft = colourOf(colours.quiet);
  const pdf = await PDFDocument.create();
  pdf.registerFontkit(fontkit);
  pdf.setTitle(`${title} – ${quiz}`);
  pdf.setLanguage(language);
  pdf.setCreationDate(day);
  const wide = await pdf.embedFont((await wideFace()).bytes, { subset: true });
  const heading = await setIn(pdf, await familyFace(type.heading, 'bold'), wide);
  const text = await setIn(pdf, await familyFace(type.text, 'regular'), wide);
  const image = picture && (await pdf.embedPng(picture.png));
  const page = pdf.addPage([WIDTH, HEIGHT]);
  const structure = new Structure(pdf, page);
  structure.beside(() => {
    const frame = (inset: number, colour: string, borderWidth: number) =>
      page.drawRectangle({
        x: inset,
        y: inset,
        width: WIDTH - 2 * inset,
        height: HEIGHT - 2 * inset,
        borderColor: colourOf(colour),
        borderWidth,
      });
    page.drawRectangle({ x: 0, y: 0, width: WIDTH, height: HEIGHT, color: colourOf(colours.paper) });
    frame(28, colours.ink, 1.5);
    frame(36, colours.chosen, 3);
  });

  const shown = image?.scaleToFit(WIDTH - 4 * MARGIN, PICTURE);
  const above = shown ? shown.height + 20 : 0;
  const room = HEIGHT - 2 * MARGIN - 60 - above;
  const set = (scale: number): Group[] => [
    { tag: 'H1', lines: lines(title, heading, 40 * scale, 48 * scale), after: 20 * scale },
    ...plainText(body)
      .split(/\n+/)
      .filter(Boolean)
      .map((p): Group => ({ tag: 'P', lines: lines(p, text, 20 * scale, 29 * scale), after: 12 * scale })),
  ];
  const heightOf = (all: Group[]) =>
    all.reduce((sum, group) => sum + group.after + group.lines.reduce((n, line) => n + line.leading, 0), 0);
  const scale = [1, 0.8, 0.64, 0.5, 0.4, 0.3].find((s) => heightOf(set(s)) <= room) ?? 0.2;
  const groups = set(scale);
  let y = HEIGHT / 2 + 24 + (heightOf(groups) + above) / 2;
  if (image && shown) {
    const at = { x: (WIDTH - shown.width) / 2, y: y - shown.height, width: shown.width, height: shown.height };
    structure.tagged('Figure', () => page.drawImage(image, at), picture.text);
    y -= above;
  }
  const draw = ({ text: words, font, size }: Line, at: number, color: RGB) =>
    page.drawText(words, { x: (WIDTH - font.widthOfTextAtSize(words, size)) / 2, y: at, size, font, color });
  for (const group of groups) {
    structure.tagged(group.tag, () => {
      for (const line of group.lines) {
        y -= line.leading;
        if (line.text) draw(line, y, ink);
      }
    });
    y -= group.after;
  }
  const date = new Intl.DateTimeFormat(language, { dateStyle: 'long', timeZone: 'UTC' }).format(day);
  const small = (words: string, at: number, size: number) =>
    structure.tagged('P', () => draw({ text: words, font: text.of(words), size, leading: 0 }, at, soft));
  small(`${quiz}  ·  ${date}`, MARGIN + 6, 12);
  small(`${number}  ·  ${lookUp}`, MARGIN - 12, 9);
  structure.end();
  return pdf.save();
}

/** Letters that are not mistaken for each other, in groups of four. */
const newNumber = (): string =>
  newId('', 12)
    .toUpperCase()
    .replace(/(.{4})(?=.)/g, '$1-');

/** The certificate that stands on the result of a visitor's run. @param block of the page; the first one where none is named */
export async function certificateOf(address: string, token: string, block: string): Promise<Uint8Array> {
  const row = await runOfToken(address, token);
  if (!row?.finishedAt) throw notFound('This certificate');
  const read = await runOf(row);
  const { quiz } = read;
  const { title, body } = await certificateIn(read, row, block);
  const drawn = quizIndex(quiz).blocks.get(block);
  const picture = (drawn?.kind === 'certificate' ? drawn.picture : undefined) ?? quiz.look.header?.logo;
  const bytes = picture && (await ownBytes(picture.src));
  const { workspaceId, runId, quizId } = row;
  const number = await numberOf(database(), { workspaceId, runId, quizId, blockId: block, number: newNumber() });
  return certificatePdf({
    title: title || quiz.title,
    body,
    ...(picture && bytes
      ? {
          picture: {
            png: await sharp(bytes)
              .resize({ height: 4 * PICTURE })
              .png()
              .toBuffer(),
            text: picture.text,
          },
        }
      : {}),
    quiz: quiz.title,
    day: row.finishedAt,
    language: quiz.language,
    number: filledIn(letterWords(quiz.language).number, { number }),
    lookUp: `${readConfig().publicUrl}/q/${address}/certificate/${number}`,
    colours: coloursOf(quiz.look),
    type: typeOf(quiz.look),
  });
}

async function certificateIn({ quiz, run }: { quiz: Quiz; run: Run }, row: RunWithEvents, block: string) {
  const held = await heldUntil(database(), quiz, row, { run, now: new Date() });
  const beside = await besideRun(database(), { quiz, run }, row, new Date());
  const { page } = viewOf(quiz, run, held, beside);
  const found = page?.blocks.find((b) => b.kind === 'certificate' && b.id === block);
  if (found?.kind !== 'certificate') throw notFound('This certificate');
  return found;
}

/** What stands on a certificate, for whoever has its number. */
export type Genuine = { language: string; title: string; words: string; quiz: string; day: Date };

/** @returns null where there is none with this number at this address, or its run is gone */
export async function certificateByNumber(address: string, number: string): Promise<Genuine | null> {
  const found = await certificateAt(database(), address, number.toUpperCase());
  if (!found?.run.finishedAt) return null;
  const { run, blockId } = found;
  const read = await runOf(run);
  const { quiz } = read;
  const { title, body } = await certificateIn(read, run, blockId);
  return {
    language: quiz.language,
    title: title || quiz.title,
    words: plainText(body),
    quiz: quiz.title,
    day: found.run.finishedAt,
  };
}
