/** Pictures that creators put in: made smaller, stripped of what cameras write into them, and kept in the database. */
import { spawn } from 'node:child_process';
import { join } from 'node:path';
import { findPicture, insertPicture, type PictureRow } from '../../db/queries/pictures';
import type { Membership } from '../../db/queries/members';
import { requireEditor } from '../accounts/authorise';
import type { PictureMade } from './picture';
import { database } from '../platform/database';
import { newId } from '../platform/ids';
import { HttpError } from '../platform/http-error';

/** Bytes of a file that is taken in. */
export const LARGEST_PICTURE = 12_000_000;
/** Milliseconds that opening a picture may take, and how many are opened at once; those behind wait, as far as so many do. */
const TIME_LIMIT = 10_000;
const AT_ONCE = 2;
const MOST_WAITING = 40;
/** Megabytes of the process that opens it, its native code aside. */
const MEMORY = 256;

/**
 * Takes a picture in, as WebP of at most 1,600 pixels a side, turned the way the camera was held.
 * @returns the address that it is served from
 */
export async function addPicture(member: Membership, bytes: Buffer, now = new Date()): Promise<{ src: string }> {
  requireEditor(member);
  const { width, height, data } = await inTurn(() => smaller(bytes));
  const pictureId = newId('pic', 20);
  await insertPicture(database(), {
    workspaceId: member.workspaceId,
    pictureId,
    type: 'image/webp',
    width,
    height,
    bytes: data,
    addedAt: now,
  });
  return { src: `/media/${member.workspaceId}/${pictureId}` };
}

let open = 0;
const waiting: (() => void)[] = [];

async function inTurn<T>(work: () => Promise<T>): Promise<T> {
  if (waiting.length >= MOST_WAITING)
    throw new HttpError(
      503,
      'busy',
      'Many pictures are being opened just now. Nothing was changed; please try again in a moment.',
    );
  if (open >= AT_ONCE) await new Promise<void>((next) => waiting.push(next));
  else open += 1;
  try {
    return await work();
  } finally {
    const next = waiting.shift();
    if (next) next();
    else open -= 1;
  }
}

/** Opens a picture in a process of its own. @throws Problem 422 where it cannot be opened, or not in time */
function smaller(bytes: Buffer): Promise<{ width: number; height: number; data: Buffer }> {
  return new Promise((resolve, reject) => {
    const child = spawn(
      process.execPath,
      [`--max-old-space-size=${MEMORY}`, join(process.cwd(), 'built/picture.mjs')],
      {
        stdio: ['pipe', 'pipe', 'ignore'],
        timeout: TIME_LIMIT,
        killSignal: 'SIGKILL',
        // Start with an empty environment.
        env: { NODE_ENV: process.env.NODE_ENV },
      },
    );
    const parts: Buffer[] = [];
    child.stdout.on('data', (part: Buffer) => parts.push(part));
    // Ignore a broken pipe: the answer of the process, or its exit, says why.
    child.stdin.on('error', () => undefined);
    child.on('error', reject);
    child.on('close', () => {
      const out = Buffer.concat(parts);
      const line = out.indexOf(10);
      if (line < 0)
        return reject(
          new HttpError(
            422,
            'takes-too-long',
            'This picture takes too much to be opened here. Nothing was changed. Save it smaller, or as PNG or JPEG.',
          ),
        );
      // Written by `picture.ts`, in a process of ours.
      const made = JSON.parse(out.subarray(0, line).toString('utf8')) as PictureMade;
      if ('code' in made) reject(new HttpError(422, made.code, made.message));
      else resolve({ width: made.width, height: made.height, data: out.subarray(line + 1) });
    });
    child.stdin.end(bytes);
  });
}

/** A picture as it is served; undefined where there is none. */
export const pictureOf = (workspaceId: string, pictureId: string): Promise<PictureRow | undefined> =>
  findPicture(database(), workspaceId, pictureId);
