/** Words within a drawing: how wide they are, and in lines that fit. */

const canvas = typeof document === 'undefined' ? null : document.createElement('canvas').getContext('2d');
/** A letter of 14 px where nothing can be measured. */
const LETTER = 7.5;

/** px @param font as CSS writes it, with the size in px */
export function widthOf(text: string, font: string): number {
  if (!canvas) return text.length * LETTER;
  canvas.font = font;
  return canvas.measureText(text).width;
}

/** Lines no wider than so many px; what does not fit in the last ends in an ellipsis. */
export function linesOf(text: string, width: number, font: string, most = 3): string[] {
  const fits = (line: string) => widthOf(line, font) <= width;
  const lines: string[] = [];
  let line = '';
  for (const word of text.split(/\s+/).filter(Boolean)) {
    const longer = line === '' ? word : `${line} ${word}`;
    if (fits(longer)) {
      line = longer;
      continue;
    }
    if (line !== '') lines.push(line);
    // A word that is wider than a line is broken within.
    let rest = word;
    while (!fits(rest) && rest.length > 1) {
      let cut = rest.length - 1;
      while (cut > 1 && !fits(rest.slice(0, cut))) cut--;
      // Behind a point or a dash rather than within a name.
      const better = Math.max(...['.', '-', '/', '_', '@'].map((mark) => rest.lastIndexOf(mark, cut - 1)));
      if (better > 1) cut = better + 1;
      lines.push(rest.slice(0, cut));
      rest = rest.slice(cut);
    }
    line = rest;
  }
  if (line !== '' || lines.length === 0) lines.push(line);
  if (lines.length <= most) return lines;
  const shown = lines.slice(0, most);
  let last = shown[most - 1] ?? '';
  while (last !== '' && !fits(`${last}…`)) last = last.slice(0, -1);
  return [...shown.slice(0, -1), `${last}…`];
}
