/** Sharing an outcome: an address that says which one it is, and the picture that goes with it. */
import { createHmac, timingSafeEqual } from 'node:crypto';
import { LRUCache } from 'lru-cache';
import sharp from 'sharp';
import { quizIndex } from '../../core/document/lookup';
import { coloursOf, typeOf } from '../../core/look/dress';
import type { Outcome, Quiz } from '../../core/schema/quiz';
import { readConfig } from '../platform/config';
import { type LiveEdition, liveQuiz, markOf } from '../publishing/editions';
import { setWords } from '../media/glyph-paths';
import { ownBytes } from '../media/pictures';

/** As social sites show it. px */
const [WIDTH, HEIGHT] = [1200, 630];

const sign = (quizId: string, outcome: string): string =>
  createHmac('sha256', readConfig().authSecret).update(`share ${quizId} ${outcome}`).digest('base64url').slice(0, 22);

/** The mark in the address of somebody who reached an outcome. It is signed, so that nobody looks at outcomes by guessing their names. */
export const sharedMark = (quizId: string, outcome: string): string => `${outcome}.${sign(quizId, outcome)}`;

/** The outcome that a mark stands for; null where it is forged, or there is no such outcome any more. */
export function sharedOutcome(
  { quizId, quiz }: Pick<LiveEdition, 'quizId' | 'quiz'>,
  mark: string | undefined,
): Outcome | null {
  const [outcome = '', signature = ''] = (mark ?? '').split('.');
  const [given, right] = [Buffer.from(signature), Buffer.from(sign(quizId, outcome))];
  if (given.length !== right.length || !timingSafeEqual(given, right)) return null;
  return quizIndex(quiz).outcomes.get(outcome)?.outcome ?? null;
}

/** The Open Graph data for sites that show an address with a picture. */
export function shareOf(address: string, live: LiveEdition, mark: string | undefined) {
  const outcome = sharedOutcome(live, mark);
  const { publicUrl } = readConfig();
  const { shared = {} } = live.access.settings;
  return {
    title: shared.title || live.quiz.title,
    description: outcome ? outcome.headline || outcome.name : shared.line || live.quiz.description,
    url: `${publicUrl}/q/${address}`,
    image: `${publicUrl}/q/${address}/card${outcome && mark ? `?shared=${encodeURIComponent(mark)}` : ''}`,
  };
}

/** The picture of an address, as PNG. */
export async function cardOf(address: string, mark: string | undefined): Promise<Buffer> {
  const live = await liveQuiz(address);
  const outcome = sharedOutcome(live, mark);
  const key = `${live.workspaceId} ${markOf(live)} ${outcome?.id ?? ''}`;
  const known = cards.get(key);
  if (known) return known;
  const { shared = {} } = live.access.settings;
  const own = outcome ? null : await pictureBytes(shared.picture);
  const made = own ? filled(own) : card(live.quiz, outcome, shared.title || live.quiz.title);
  cards.set(key, made);
  made.catch(() => cards.delete(key));
  return made;
}

/** Drawn once for each edition and outcome; drawing one takes a tenth of a second. */
const cards = new LRUCache<string, Promise<Buffer>>({ max: 100 });

const pictureBytes = (picture: { src: string } | undefined) => (picture ? ownBytes(picture.src) : null);

/** A picture of the creator's own, as large as the card. */
const filled = (picture: Buffer): Promise<Buffer> =>
  sharp(picture).resize(WIDTH, HEIGHT, { fit: 'cover' }).png().toBuffer();

async function card(quiz: Quiz, outcome: Outcome | null, name: string): Promise<Buffer> {
  const picture = outcome?.picture ? await ownBytes(outcome.picture.src) : null;
  const width = picture ? 600 : WIDTH - 160;
  const small = outcome ? quiz.title : '';
  const large = outcome ? outcome.headline || outcome.name : name;
  const { heading, text } = typeOf(quiz.look);
  const plain = { family: text, weight: 'regular' } as const;
  const bold = { family: heading, weight: 'bold' } as const;
  const first = await setWords(small, { ...plain, size: 34, leading: 44, x: 80, y: 130, width, most: 2 });
  const title = await setWords(large, {
    ...bold,
    size: 76,
    leading: 84,
    x: 80,
    y: small ? first.next + 60 : 240,
    width,
    most: 4,
  });
  const sign = await setWords('Yes Maybe', {
    ...bold,
    size: 28,
    leading: 32,
    x: 122,
    y: HEIGHT - 60,
    width,
    most: 1,
  });
  const { paper, button, quiet, ink } = coloursOf(quiz.look);
  const svg = `<svg xmlns="http://www.w3.org/2000/svg" width="${WIDTH}" height="${HEIGHT}">
    <rect width="100%" height="100%" fill="${paper}"/>
    <rect width="24" height="100%" fill="${button}"/>
    <g fill="${quiet}">${first.svg}</g>
    <g fill="${ink}">${title.svg}${sign.svg}<circle cx="96" cy="${HEIGHT - 70}" r="12"/></g>
  </svg>`;
  const sheet = sharp(Buffer.from(svg));
  if (!picture) return sheet.png().toBuffer();
  const beside = await sharp(picture).resize(440, 440, { fit: 'cover' }).png().toBuffer();
  return sheet
    .composite([{ input: beside, left: WIDTH - 520, top: 95 }])
    .png()
    .toBuffer();
}
