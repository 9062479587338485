/** Pictures that creators put in: made smaller, stripped of what cameras write into them, and kept in the database. */
import { spawn } from 'node:child_process';
import { readFile } from 'node:fs/promises';
import { join } from 'node:path';
import type { Cut } from '../../contract/files';
import { findPicture, insertPicture, newestPictures, type PictureRow } from '../../db/queries/pictures';
import type { Membership } from '../../db/queries/members';
import { requireEditor } from '../accounts/authorise';
import type { Part, PictureMade } from './picture';
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
  return keep(member, await inTurn(() => smaller(bytes)), now);
}

type Opened = { width: number; height: number; data: Buffer };

async function keep(member: Membership, { width, height, data }: Opened, now: Date): Promise<{ src: string }> {
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
  return { src: addressOf(member.workspaceId, pictureId) };
}

const NEWEST = 48;
const addressOf = (workspaceId: string, pictureId: string) => `/media/${workspaceId}/${pictureId}`;

/** Whoever is here for some quizzes alone is shown none: which quiz a picture belongs to is not kept. */
export async function newest({ workspaceId, isLimited }: Membership): Promise<{ src: string }[]> {
  if (isLimited) return [];
  const rows = await newestPictures(database(), workspaceId, NEWEST);
  return rows.map(({ pictureId }) => ({ src: addressOf(workspaceId, pictureId) }));
}

/**
 * Makes a picture out of a part of another one, which stays as it is.
 * @throws HttpError 422 where it is no picture of theirs or of ours, or nothing of it is left
 */
export async function cutPicture(
  member: Membership,
  { src, ...part }: Cut,
  now = new Date(),
): Promise<{ src: string }> {
  requireEditor(member);
  const bytes = await pictureBytes(member, src);
  if (!bytes) throw new HttpError(422, 'not-a-picture', 'Only a picture that was put in here can be cut.');
  if (part.width < LEAST || part.height < LEAST || part.left + part.width > 1.001 || part.top + part.height > 1.001)
    throw new HttpError(422, 'not-valid', 'Nothing of the picture would be left. Nothing was changed.');
  return keep(member, await inTurn(() => smaller(bytes, part)), now);
}

/** Of a side, at least. */
const LEAST = 0.02;

/** A picture of the workspace's own, or one drawn for everybody, as a file; undefined where it stands elsewhere. */
export async function pictureBytes({ workspaceId }: Membership, src: string): Promise<Buffer | undefined> {
  const drawn = /^\/pictures\/[a-z-]+\.svg$/.test(src);
  if (drawn) return readFile(join(process.cwd(), 'public', src)).catch(() => undefined);
  const own = `/media/${workspaceId}/`;
  if (!src.startsWith(own)) return undefined;
  const row = await findPicture(database(), workspaceId, src.slice(own.length));
  return row?.type.startsWith('image/') ? row.bytes : undefined;
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
function smaller(bytes: Buffer, part?: Part): Promise<Opened> {
  return new Promise((resolve, reject) => {
    const child = spawn(
      process.execPath,
      [
        `--max-old-space-size=${MEMORY}`,
        join(process.cwd(), 'built/picture.mjs'),
        ...(part ? [JSON.stringify(part)] : []),
      ],
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

/** A picture that is ours: drawn for the product, or kept in the database. Other addresses are not asked. */
export async function ownBytes(src: string): Promise<Buffer | null> {
  const [, workspace, picture] = /^\/media\/([\w-]+)\/([\w-]+)$/.exec(src) ?? [];
  if (workspace && picture) {
    const kept = await pictureOf(workspace, picture);
    return kept?.type.startsWith('image/') ? Buffer.from(kept.bytes) : null;
  }
  const [, drawn] = /^\/pictures\/([\w-]+\.svg)$/.exec(src) ?? [];
  return drawn ? readFile(join(process.cwd(), 'public/pictures', drawn)).catch(() => null) : null;
}
