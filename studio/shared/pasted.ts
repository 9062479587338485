import { hasStructure, type HtmlNode, textOfHtml } from '../../core/formats/html';
import type { PictureIn } from '../../core/formats/qti/package';
import type { Note } from '../../core/questions/listed';

/** @property pictures those that came along, by where the text has them @property notes what was left out */
export type Pasted = { text: string; pictures: PictureIn[]; notes: Note[] };

const LARGEST_PICTURE = 12_000_000;
const MOST_PICTURES = 200;

/** The lines of an HTML text. Nothing of it is run or loaded: pictures come along that are in it, and those that stand elsewhere are left out. */
export function readHtml(html: string, named: (n: number) => string = (n) => `/package/${n}`): Pasted {
  const pictures: PictureIn[] = [];
  let left = 0;
  const pictureAt = (picture: HtmlNode): string | null => {
    const bytes = bytesIn(picture.getAttribute?.('src') ?? '');
    if (bytes === null || pictures.length === MOST_PICTURES) {
      left += 1;
      return null;
    }
    const src = named(pictures.length + 1);
    pictures.push({ src, name: picture.getAttribute?.('alt') ?? '', bytes });
    return src;
  };
  const text = textOfHtml(new DOMParser().parseFromString(html, 'text/html').body, pictureAt);
  const message =
    left === 1 ? 'One picture stands elsewhere and is left out.' : `${left} pictures stand elsewhere and are left out.`;
  return { text, pictures, notes: left ? [{ line: 1, is: 'refused', message }] : [] };
}

/** The bytes of a picture that stands in its own address (RFC 2397). */
function bytesIn(src: string): Uint8Array | null {
  const base64 = /^data:image\/(?:png|jpeg|gif|webp|avif);base64,([A-Za-z0-9+/=\s]+)$/.exec(src)?.[1];
  if (base64 === undefined || base64.length > LARGEST_PICTURE) return null;
  try {
    return Uint8Array.from(atob(base64), (one) => one.charCodeAt(0));
  } catch {
    return null;
  }
}

/** What was pasted, as lines: from its HTML where that has lists, tables or pictures, which its plain text loses. */
export function readPasted(data: DataTransfer, named?: (n: number) => string): Pasted {
  const html = data.getData('text/html');
  if (hasStructure(html) || /<img\s/i.test(html)) {
    const read = readHtml(html, named);
    if (read.text) return read;
  }
  return { text: data.getData('text/plain'), pictures: [], notes: [] };
}
