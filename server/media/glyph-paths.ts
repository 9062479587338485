/** Words as outlines of letters, for pictures. */
import type { FontId } from '../../core/look/fonts';
import { type Face, familyFace, wideFace } from './faces';

const widthOf = (face: Face['font'], text: string, size: number): number =>
  (face.layout(text).advanceWidth * size) / face.unitsPerEm;

/**
 * Sets words in lines.
 * @returns SVG paths from `x`, `y` on (the base line of the first line), and the base line that comes after the last; lengths in px
 */
export async function setWords(
  text: string,
  {
    family,
    weight,
    size,
    leading,
    x,
    y,
    width,
    most,
  }: {
    family: FontId;
    weight: 'bold' | 'regular';
    size: number;
    leading: number;
    x: number;
    y: number;
    width: number;
    /** Lines; what is left over is cut with "…". */ most: number;
  },
): Promise<{ svg: string; next: number }> {
  const wanted = await familyFace(family, weight);
  const { font: face } = wanted.has(text) ? wanted : await wideFace();
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
