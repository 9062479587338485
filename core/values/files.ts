/** Files that visitors leave in a contact form: what of them stands in a run, and what a field takes. */
export type FileKind = 'picture' | 'document' | 'table' | 'sound' | 'film';

/** Endings of each kind. What a file is, its first bytes say, not its name. */
export const FILE_KINDS: Readonly<Record<FileKind, readonly string[]>> = {
  picture: ['jpg', 'png', 'webp', 'gif', 'heic', 'avif'],
  document: ['pdf', 'docx', 'odt'],
  table: ['xlsx', 'ods'],
  sound: ['mp3', 'm4a', 'ogg', 'wav'],
  film: ['mp4', 'mov', 'webm'],
};
/** Megabytes that a field takes where it does not say, and that any may take. */
export const USUAL_FILE = 5;
export const LARGEST_FILE = 10;

/** Of a field that names no kinds: pictures and documents. */
export const USUAL_KINDS: FileKind[] = ['picture', 'document'];
export const endingsOf = ({ kinds = USUAL_KINDS }: { kinds?: FileKind[] }): string[] =>
  kinds.flatMap((kind) => FILE_KINDS[kind]);

const VALUE = /^(file-[\w-]{24}) ([^\p{Cc}]{1,120})$/u;

/** What stands in the field: under which id the file is kept, and the name it had. */
export const fileValue = (id: string, name: string): string =>
  `${id} ${
    name
      .replace(/[\p{Cc}/\\]+/gu, ' ')
      .trim()
      .slice(-120) || 'file'
  }`;

/** Null where the value is not one of a file. */
export function fileIn(value: string): { id: string; name: string } | null {
  const [, id, name] = VALUE.exec(value.trim()) ?? [];
  return id === undefined || name === undefined ? null : { id, name };
}
