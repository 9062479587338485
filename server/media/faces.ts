/** Families of looks as what is drawn here can take them: certificates, and pictures for sharing. A server need not have them installed. */
import { readFile } from 'node:fs/promises';
import { join } from 'node:path';
import fontkit from '@pdf-lib/fontkit';
import type { FontId } from '../../core/look/fonts';

type Font = ReturnType<typeof fontkit.create>;
export type Face = {
  bytes: Buffer;
  font: Font;
  /** whether it has all letters of a text */ has: (text: string) => boolean;
};

const inCapitals = (id: FontId): string => id.replace(/(?:^|-)(.)/g, (_, letter: string) => letter.toUpperCase());
const WEIGHTS = { bold: '700Bold', regular: '400Regular' };
type Weight = keyof typeof WEIGHTS;

const read = new Map<string, Promise<Face>>();
function face(file: string): Promise<Face> {
  const known = read.get(file);
  if (known) return known;
  const made = readFile(join(process.cwd(), 'node_modules', file)).then((bytes) => {
    const font = fontkit.create(bytes);
    const letters = new Set(font.characterSet);
    return { bytes, font, has: (text: string) => [...text].every((c) => letters.has(c.codePointAt(0) ?? 0)) };
  });
  read.set(file, made);
  return made;
}

export const familyFace = (id: FontId, weight: Weight): Promise<Face> =>
  face(`@expo-google-fonts/${id}/${WEIGHTS[weight]}/${inCapitals(id)}_${WEIGHTS[weight]}.ttf`);

/** For scripts that the families do not have. */
export const wideFace = (): Promise<Face> => face('dejavu-fonts-ttf/ttf/DejaVuSans.ttf');
