import { embedCode, type Embedded, frameCode } from '../../core/formats/embed-code';
import { readConfig } from '../platform/config';
import { liveQuiz } from '../publishing/editions';
import { HttpError } from '../platform/http-error';

/** How an address becomes a quiz in sites that know oEmbed 1.0 (oembed.com). Lengths in px. */
export type Oembed = {
  version: '1.0';
  type: 'rich';
  title: string;
  provider_name: string;
  provider_url: string;
  html: string;
  width: number;
  height: number;
  cache_age: number;
};

const [WIDTH, HEIGHT] = [640, 560];

/** A part of an address as it is meant; one that cannot be decoded is taken as it stands, and leads nowhere. */
function decoded(part: string): string {
  try {
    return decodeURIComponent(part);
  } catch {
    return part;
  }
}

/** The code, no larger than the room there is: where the height has a bound it is a frame, since a quiz in a page grows with what it asks. */
function within(of: Embedded, { width, height }: { width?: number; height?: number }): string {
  if (height !== undefined) return frameCode(of, Math.min(HEIGHT, height), Math.min(WIDTH, width ?? WIDTH));
  return embedCode(of, width === undefined ? {} : { style: `max-width:${width}px` });
}

/**
 * @param url the address of a quiz, as visitors know it
 * @param most the room there is
 */
export async function oembedOf(url: string, most: { width?: number; height?: number } = {}): Promise<Oembed> {
  const { publicUrl } = readConfig();
  const inside = url.startsWith(`${publicUrl}/q/`) ? url.slice(publicUrl.length + 3) : '';
  const [address = ''] = inside.split(/[/?#]/);
  if (!address) throw new HttpError(404, 'not-found', 'This is not the address of a quiz here.');
  const { title } = (await liveQuiz(decoded(address))).quiz;
  return {
    version: '1.0',
    type: 'rich',
    title,
    provider_name: 'Yes Maybe',
    provider_url: publicUrl,
    html: within({ address, title, publicUrl }, most),
    width: Math.min(WIDTH, most.width ?? WIDTH),
    height: Math.min(HEIGHT, most.height ?? HEIGHT),
    cache_age: 3_600,
  };
}
