/** Pictures that creators put in: made smaller, stripped of what cameras write into them, and kept in the database. */
import sharp from 'sharp';
import { findPicture, insertPicture, type PictureRow } from '../db/queries/pictures';
import type { Membership } from '../db/queries/members';
import { requireEditor } from './authorise';
import { database } from './database';
import { newId } from './ids';
import { Problem } from './problem';

/** Bytes of a file that is taken in. */
export const LARGEST_PICTURE = 12_000_000;
/** Pixels: the longer side of what is kept, and all of what is opened, so that a small file cannot fill the memory. */
const LONGEST_SIDE = 1_600;
const MOST_PIXELS = 60_000_000;

/**
 * Takes a picture in, as WebP of at most 1,600 pixels a side, turned the way the camera was held.
 * @returns the address that it is served from
 */
export async function addPicture(member: Membership, bytes: Buffer, now = new Date()): Promise<{ src: string }> {
  requireEditor(member);
  const picture = await smaller(bytes);
  const pictureId = newId('pic', 20);
  await insertPicture(database(), {
    workspaceId: member.workspaceId,
    pictureId,
    type: 'image/webp',
    width: picture.info.width,
    height: picture.info.height,
    bytes: picture.data,
    addedAt: now,
  });
  return { src: `/media/${member.workspaceId}/${pictureId}` };
}

async function smaller(bytes: Buffer) {
  try {
    return await sharp(bytes, { limitInputPixels: MOST_PIXELS })
      .rotate()
      .resize({ width: LONGEST_SIDE, height: LONGEST_SIDE, fit: 'inside', withoutEnlargement: true })
      .webp({ quality: 82 })
      .toBuffer({ resolveWithObject: true });
  } catch (error) {
    const large = error instanceof Error && error.message.includes('pixel limit');
    throw new Problem(
      422,
      large ? 'too-large' : 'not-a-picture',
      large
        ? 'This picture has too many points to be opened here: 60 million at most.'
        : 'This cannot be opened as a picture. JPEG, PNG, WebP, GIF, AVIF and SVG can.',
    );
  }
}

/** A picture as it is served; undefined where there is none. */
export const pictureOf = (workspaceId: string, pictureId: string): Promise<PictureRow | undefined> =>
  findPicture(database(), workspaceId, pictureId);
