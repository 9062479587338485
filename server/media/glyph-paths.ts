/** Words as outlines of letters, for pictures: a server need not have our fonts installed to draw them. */
import { readFile } from 'node:fs/promises';
import { join } from 'node:path';
import fontkit from '@pdf-lib/fontkit';

const files = {
  title: '@expo-google-fonts/bricolage-grotesque/700Bold/BricolageGrotesque_700Bold.ttf',
  text: '@expo-google-fonts/figtree/400Regular/Figtree_400Regular.ttf',
  /** For scripts that the others do not have. */
  wide: 'dejavu-fonts-ttf/ttf/DejaVuSans.ttf',
};
export type FaceName = 'title' | 'text';
type Font = ReturnType<typeof fontkit.create>;
const loaded = new Map<string, Promise<Font>>();
const font = (name: keyof typeof files): Promise<Font> => {
  const known =
    loaded.get(name) ?? readFile(join(process.cwd(), 'node_modules', files[name])).then((b) => fontkit.create(b));
  loaded.set(name, known);
  return known;
};

/** The face that has all letters of a text. */
async function faceFor(text: string, wanted: FaceName): Promise<Font> {
  const face = await font(wanted);
  const letters = new Set(face.characterSet);
  return [...text].every((c) => letters.has(c.codePointAt(0) ?? 0)) ? face : font('wide');
}

const widthOf = (face: Font, text: string, size: number): number =>
  (face.layout(text).advanceWidth * size) / face.unitsPerEm;

/**
 * Sets words in lines.
 * @returns SVG paths from `x`, `y` on (the base line of the first line), and the base line that comes after the last; lengths in px
 */
export async function setWords(
  text: string,
  {
    face: wanted,
    size,
    leading,
    x,
    y,
    width,
    most,
  }: {
    face: FaceName;
    size: number;
    leading: number;
    x: number;
    y: number;
    width: number;
    /** Lines; what is left over is cut with "…". */ most: number;
  },
): Promise<{ svg: string; next: number }> {
  const face = await faceFor(text, wanted);
  const lines: string[] = [];
  for (const word of text.split(/\s+/).filter(Boolean)) {
    const last = lines.at(-1);
    const longer = last === undefined ? word : `${last} ${word}`;
    if (last !== undefined && widthOf(face, longer, size) <= width) lines[lines.length - 1] = longer;
    else lines.push(word);
  }
  const kept = lines.slice(0, most);
  if (lines.length > most) kept[most - 1] = `${kept[most - 1] ?? ''} …`;
  const scale = size / face.unitsPerEm;
  const svg = kept.map((line, i) => {
    const run = face.layout(line);
    let at = 0;
    const letters = run.glyphs.map((glyph, k) => {
      const position = run.positions[k];
      const path = `<path transform="translate(${at + (position?.xOffset ?? 0)} 0)" d="${glyph.path.toSVG()}"/>`;
      at += position?.xAdvance ?? 0;
      return path;
    });
    return `<g transform="translate(${x} ${y + i * leading}) scale(${scale} ${-scale})">${letters.join('')}</g>`;
  });
  return { svg: svg.join(''), next: y + kept.length * leading };
}
