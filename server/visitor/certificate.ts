/** The certificate of a run that has reached its result, as a sheet to print: the creator's own words, with what the visitor reached put in. */
import fontkit from '@pdf-lib/fontkit';
import { PDFDocument, type PDFFont, type PDFPage, type RGB, rgb } from 'pdf-lib';
import { coloursOf, typeOf } from '../../core/look/dress';
import type { FontId } from '../../core/look/fonts';
import type { Colours } from '../../core/look/ready';
import type { RichText } from '../../core/schema/quiz';
import { foldRun } from '../../core/flow/run';
import { viewOf } from '../../core/flow/view';
import { plainText } from '../../core/text/rich';
import { runByToken } from '../../db/queries/runs';
import { type Face, familyFace, wideFace } from '../media/faces';
import { database } from '../platform/database';
import { quizOf } from '../publishing/editions';
import { heldUntil } from '../publishing/embargo';
import { hashToken } from '../platform/ids';
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

function draw(page: PDFPage, { text, font, size }: Line, y: number, color: RGB) {
  page.drawText(text, { x: (WIDTH - font.widthOfTextAtSize(text, size)) / 2, y, size, font, color });
}

/** @property colours and type of the quiz's look */
export type Certificate = {
  title: string;
  body: RichText;
  quiz: string;
  day: Date;
  language: string;
  colours: Colours;
  type: { heading: FontId; text: FontId };
};

/** @returns the bytes of a PDF of one page; text that does not fit is set smaller */
export async function certificatePdf({
  title,
  body,
  quiz,
  day,
  language,
  colours,
  type,
}: Certificate): Promise<Uint8Array> {
  const ink = colourOf(colours.ink);
  const soft = colourOf(colours.quiet);
  const mark = colourOf(colours.chosen);
  const pdf = await PDFDocument.create();
  pdf.registerFontkit(fontkit);
  pdf.setTitle(`${title} – ${quiz}`);
  pdf.setLanguage(language);
  pdf.setCreationDate(day);
  const wide = await pdf.embedFont((await wideFace()).bytes, { subset: true });
  const heading = await setIn(pdf, await familyFace(type.heading, 'bold'), wide);
  const text = await setIn(pdf, await familyFace(type.text, 'regular'), wide);
  const page = pdf.addPage([WIDTH, HEIGHT]);
  page.drawRectangle({ x: 0, y: 0, width: WIDTH, height: HEIGHT, color: colourOf(colours.paper) });
  page.drawRectangle({ x: 28, y: 28, width: WIDTH - 56, height: HEIGHT - 56, borderColor: ink, borderWidth: 1.5 });
  page.drawRectangle({ x: 36, y: 36, width: WIDTH - 72, height: HEIGHT - 72, borderColor: mark, borderWidth: 3 });

  const room = HEIGHT - 2 * MARGIN - 60;
  const set = (scale: number): Line[] => [
    ...lines(title, heading, 40 * scale, 48 * scale),
    { text: '', font: wide, size: 12, leading: 20 * scale },
    ...plainText(body)
      .split(/\n+/)
      .flatMap((p) => [
        ...lines(p, text, 20 * scale, 29 * scale),
        { text: '', font: wide, size: 12, leading: 12 * scale },
      ]),
  ];
  const heightOf = (all: Line[]) => all.reduce((sum, line) => sum + line.leading, 0);
  const scale = [1, 0.8, 0.64, 0.5, 0.4, 0.3].find((s) => heightOf(set(s)) <= room) ?? 0.2;
  const all = set(scale);
  let y = HEIGHT / 2 + 24 + heightOf(all) / 2;
  for (const line of all) {
    y -= line.leading;
    if (line.text) draw(page, line, y, ink);
  }
  const date = new Intl.DateTimeFormat(language, { dateStyle: 'long', timeZone: 'UTC' }).format(day);
  const foot = `${quiz}  ·  ${date}`;
  draw(page, { text: foot, font: text.of(foot), size: 12, leading: 0 }, MARGIN, soft);
  return pdf.save();
}

/** The certificate that stands on the result of a visitor's run. */
export async function certificateOf(address: string, token: string, block: string): Promise<Uint8Array> {
  const row = await runByToken(database(), address, hashToken(token));
  if (!row?.finishedAt) throw notFound('This certificate');
  const quiz = await quizOf(row);
  const held = await heldUntil(database(), quiz, row, new Date());
  const { page } = viewOf(quiz, foldRun(quiz, row, row.events), held);
  const found = page?.blocks.find((b) => b.kind === 'certificate' && b.id === block);
  if (found?.kind !== 'certificate') throw notFound('This certificate');
  const { title, body } = found;
  return certificatePdf({
    title: title || quiz.title,
    body,
    quiz: quiz.title,
    day: row.finishedAt,
    language: quiz.language,
    colours: coloursOf(quiz.look),
    type: typeOf(quiz.look),
  });
}
