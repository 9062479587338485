/** A file with questions, as text that can be read: spreadsheets and packages are unpacked here, in the browser of whoever opens them. */
import { upload } from '../../contract/call';
import type { Note } from '../../core/questions/listed';
import type { Pasted } from './pasted';
import type { PictureIn } from '../../core/formats/qti/package';

/** @property notes what was guessed and left out while it was unpacked @property pictures what came with it */
export type FileRead = {
  text: string;
  fileName: string;
  /** As it was chosen. */ name: string;
  /** Its text is nothing that a person reads. */ isPackage: boolean;
  notes: Note[];
  pictures: PictureIn[];
};

const LARGEST_TEXT = 3_000_000;
const LARGEST = 20_000_000;

/** @throws Error in words where it cannot be read */
export async function readFile(file: File, readHtml: (html: string) => Pasted): Promise<FileRead> {
  const { name } = file;
  const plain = { name, fileName: name, isPackage: false, notes: [], pictures: [] };
  const isPacked = /\.(xlsx|zip|xml)$/i.test(name);
  const largest = isPacked ? LARGEST : LARGEST_TEXT;
  if (file.size > largest) throw new Error(`“${name}” is too large: ${largest / 1_000_000} MB at most.`);
  if (!isPacked) {
    const text = await file.text();
    return { ...plain, ...(/\.html?$/i.test(name) ? readHtml(text) : { text }) };
  }
  const bytes = new Uint8Array(await file.arrayBuffer());
  if (/\.xlsx$/i.test(name)) {
    // A spreadsheet's reader is as large as the studio; it comes when it is needed.
    const { readXlsx } = await import('../../core/formats/xlsx');
    const read = await readXlsx(bytes);
    if ('trouble' in read) throw new Error(read.trouble);
    return { ...plain, ...read, fileName: `${name}.csv` };
  }
  const { readQti } = await import('../../core/formats/qti/package');
  const read = readQti(bytes);
  if ('trouble' in read) throw new Error(read.trouble);
  const { quiz, notes, pictures } = read;
  return { ...plain, text: JSON.stringify(quiz), fileName: `${name}.json`, isPackage: true, notes, pictures };
}

/** Puts the pictures of a file among those of the workspace. @returns where each stands now, by where the file has it */
async function keepPictures(pictures: readonly PictureIn[], used: string): Promise<Map<string, string>> {
  const kept = new Map<string, string>();
  for (const { src, bytes } of pictures)
    if (used.includes(JSON.stringify(src)))
      kept.set(src, (await upload('POST /api/pictures', new Blob([new Uint8Array(bytes)]))).src);
  return kept;
}

/** A quiz whose pictures stand in the workspace. @throws CallFailed where one cannot be taken */
export async function withKeptPictures<T>(quiz: T, pictures: readonly PictureIn[]): Promise<T> {
  if (pictures.length === 0) return quiz;
  const kept = await keepPictures(pictures, JSON.stringify(quiz));
  return JSON.parse(
    JSON.stringify(quiz, (key, value: unknown) =>
      key === 'src' && typeof value === 'string' ? (kept.get(value) ?? value) : value,
    ),
  ) as T;
}
