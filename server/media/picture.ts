/**
 * A process of its own that opens one picture and ends: the file comes on standard input; what it is becomes a line of JSON on standard output,
 * with the bytes of the smaller one behind it. What takes too long or too much memory ends with the process, and nothing else does.
 */
import { buffer } from 'node:stream/consumers';
import sharp, { type Sharp } from 'sharp';
import { svgFault } from './svg';

/** Pixels: of a side of what is kept, of a side of what is opened, and of all of it. */
const LONGEST_SIDE = 1_600;
const LONGEST_OPENED = 20_000;
const MOST_PIXELS = 60_000_000;

export type PictureMade =
  | { width: number; height: number; /** of what follows */ bytes: number }
  | { code: 'too-large' | 'not-a-picture'; message: string };

const tooLarge = {
  code: 'too-large' as const,
  message: 'This picture has too many points to be opened here: 60 million, and 20,000 a side, at most.',
};
const noPicture = {
  code: 'not-a-picture' as const,
  message: 'This cannot be opened as a picture. JPEG, PNG, WebP, GIF, AVIF and SVG can.',
};

/** A part of a picture: shares of its sides, from its left upper corner. */
export type Part = { left: number; top: number; width: number; height: number };

async function smaller(bytes: Buffer, part: Part | null): Promise<{ made: PictureMade; data?: Buffer }> {
  try {
    const { width, height, format } = await sharp(bytes, { limitInputPixels: MOST_PIXELS }).metadata();
    if (width > LONGEST_OPENED || height > LONGEST_OPENED || width * height > MOST_PIXELS) return { made: tooLarge };
    const fault = format === 'svg' ? svgFault(bytes.toString('utf8')) : null;
    if (fault) return { made: { code: 'not-a-picture', message: fault } };
    const upright = await turned(bytes, part);
    const { data, info } = await upright
      .resize({ width: LONGEST_SIDE, height: LONGEST_SIDE, fit: 'inside', withoutEnlargement: true })
      .webp({ quality: 82 })
      .toBuffer({ resolveWithObject: true });
    return { made: { width: info.width, height: info.height, bytes: data.length }, data };
  } catch (error) {
    return { made: error instanceof Error && error.message.includes('pixel limit') ? tooLarge : noPicture };
  }
}

/** The way the camera was held, and of that a part. */
async function turned(bytes: Buffer, part: Part | null): Promise<Sharp> {
  const options = { limitInputPixels: MOST_PIXELS };
  if (!part) return sharp(bytes, options).rotate();
  const { data, info } = await sharp(bytes, options).rotate().png().toBuffer({ resolveWithObject: true });
  const left = Math.min(info.width - 1, Math.round(part.left * info.width));
  const top = Math.min(info.height - 1, Math.round(part.top * info.height));
  const width = Math.max(1, Math.min(info.width - left, Math.round(part.width * info.width)));
  const height = Math.max(1, Math.min(info.height - top, Math.round(part.height * info.height)));
  return sharp(data).extract({ left, top, width, height });
}

/** What the process was started for, as `pictures.ts` writes it. */
const partAsked = (text: string | undefined): Part | null => (text ? (JSON.parse(text) as Part) : null);

async function main(): Promise<void> {
  sharp.concurrency(1);
  sharp.cache(false);
  const { made, data } = await smaller(await buffer(process.stdin), partAsked(process.argv[2]));
  process.stdout.write(`${JSON.stringify(made)}\n`);
  if (data) process.stdout.write(data);
}

void main();
