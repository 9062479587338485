/** Pictures as mail programs take them: many know neither WebP nor SVG. */
import { LRUCache } from 'lru-cache';
import sharp from 'sharp';
import { ownBytes } from '../media/pictures';
import { readConfig } from '../platform/config';

/** Pixels: twice what a letter is wide. */
const WIDTH = 1_104;
/** Whose name no workspace has: what is drawn for the product. */
const DRAWN = 'drawn';

type Made = { type: 'image/jpeg' | 'image/png'; bytes: Buffer };
/** Kept as long as there is room; a letter to thousands asks for the same one. */
const made = new LRUCache<string, Promise<Made | null>>({ max: 200 });

/** Where a letter fetches a picture. Those of other hosts stay where they are. */
export function addressInLetter(src: string): string {
  const [, drawn] = /^\/pictures\/([\w-]+)\.svg$/.exec(src) ?? [];
  const [, own] = /^\/media\/([\w-]+\/[\w-]+)$/.exec(src) ?? [];
  const path = own ?? (drawn && `${DRAWN}/${drawn}`);
  const { publicUrl } = readConfig();
  return path ? `${publicUrl}/media/${path}/letter` : src.startsWith('/') ? `${publicUrl}${src}` : src;
}

/** A picture of ours as JPEG, or as PNG where something shows through it; null where there is none. */
export function pictureInLetter(workspaceId: string, picture: string): Promise<Made | null> {
  const src = workspaceId === DRAWN ? `/pictures/${picture}.svg` : `/media/${workspaceId}/${picture}`;
  const known = made.get(src);
  if (known) return known;
  const making = make(src);
  made.set(src, making);
  const forget = () => made.delete(src);
  making.then((one) => one ?? forget(), forget);
  return making;
}

async function make(src: string): Promise<Made | null> {
  const bytes = await ownBytes(src);
  if (!bytes) return null;
  const image = sharp(bytes, { density: 144 }).resize({ width: WIDTH, withoutEnlargement: !src.endsWith('.svg') });
  const { isOpaque } = await sharp(bytes).stats();
  return isOpaque
    ? { type: 'image/jpeg', bytes: await image.jpeg({ quality: 82 }).toBuffer() }
    : { type: 'image/png', bytes: await image.png({ palette: true }).toBuffer() };
}
