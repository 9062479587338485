/** Sound and video that creators put in: kept as they are, since turning them into others takes more than a server has to spare. */
import { insertPicture } from '../../db/queries/pictures';
import type { Membership } from '../../db/queries/members';
import { requireEditor } from '../accounts/authorise';
import { database } from '../platform/database';
import { newId } from '../platform/ids';
import { HttpError } from '../platform/http-error';

/** Bytes of a file that is taken in. */
export const LARGEST_RECORDING = 25_000_000;

type Kind = 'sound' | 'video';
const text = (bytes: Buffer, from: number, to: number) => bytes.subarray(from, to).toString('latin1');

/** What a file is, by its first bytes and not by its name: only what every browser plays. Null for anything else. */
function typeOf(bytes: Buffer): { type: string; kind: Kind } | null {
  if (text(bytes, 0, 3) === 'ID3' || (bytes[0] === 0xff && ((bytes[1] ?? 0) & 0xe6) === 0xe2))
    return { type: 'audio/mpeg', kind: 'sound' };
  if (text(bytes, 0, 4) === 'RIFF' && text(bytes, 8, 12) === 'WAVE') return { type: 'audio/wav', kind: 'sound' };
  if (text(bytes, 0, 4) === 'OggS') return { type: 'audio/ogg', kind: 'sound' };
  if (text(bytes, 4, 8) === 'ftyp')
    return text(bytes, 8, 11) === 'M4A' ? { type: 'audio/mp4', kind: 'sound' } : { type: 'video/mp4', kind: 'video' };
  if (bytes.subarray(0, 4).equals(Buffer.from([0x1a, 0x45, 0xdf, 0xa3]))) return { type: 'video/webm', kind: 'video' };
  return null;
}

/**
 * Takes a recording in.
 * @returns the address that it is served from, and what it is
 */
export async function addRecording(
  member: Membership,
  bytes: Buffer,
  now = new Date(),
): Promise<{ src: string; kind: Kind }> {
  requireEditor(member);
  const found = typeOf(bytes);
  if (!found)
    throw new HttpError(
      422,
      'not-a-recording',
      'This is neither sound nor video that browsers play. MP3, WAV, OGG, M4A, MP4 and WebM are. Nothing was changed.',
    );
  const pictureId = newId('rec', 20);
  const { workspaceId } = member;
  await insertPicture(database(), {
    workspaceId,
    pictureId,
    type: found.type,
    width: 0,
    height: 0,
    bytes,
    addedAt: now,
  });
  return { src: `/media/${workspaceId}/${pictureId}`, kind: found.kind };
}
