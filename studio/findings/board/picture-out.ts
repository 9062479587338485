/** A chart as a picture that stands by itself: its title above it, its colours and letters in it. */
import { fetchFile } from '../take-out';

/** What a drawing takes from style sheets, which do not go with it. */
const TAKEN = [
  ...['fill', 'fill-opacity', 'stroke', 'stroke-width', 'stroke-opacity', 'stroke-dasharray', 'opacity'],
  ...['font-family', 'font-size', 'font-weight', 'text-anchor', 'visibility'],
];
const SVG = 'http://www.w3.org/2000/svg';
const EDGE = 24;
const HEADING = "'Bricolage Grotesque Variable', 'Bricolage Grotesque', Georgia, serif";
const TEXT = "'Figtree Variable', Figtree, 'Segoe UI', sans-serif";
/** Pixels of a PNG for each of the screen. */
const SHARP = 2;

/** @property lines of the title and of what stands below it, and of the note under the chart, each no wider than the chart */
export type Captions = { title: string[]; about: string[]; note: string[] };
export type Picture = { svg: string; width: number; height: number };

/** @param drawn a drawing on the page @throws Error where a font or picture in it cannot be fetched */
export async function pictureOf(drawn: SVGSVGElement, { title, about, note }: Captions): Promise<Picture> {
  const { width: wide, height: high } = drawn.getBoundingClientRect();
  const page = getComputedStyle(document.documentElement);
  const colour = (name: string) => page.getPropertyValue(name).trim();
  const outer = document.createElementNS(SVG, 'svg');
  const styleOf = (size: number, weight: number, family: string, ink: string) =>
    ({ 'font-size': size, 'font-weight': weight, 'font-family': family, fill: colour(ink) }) as const;
  let y = EDGE;
  const write = (lines: string[], size: number, style: ReturnType<typeof styleOf>) => {
    for (const line of lines) {
      y += size * 1.3;
      append(outer, 'text', { x: EDGE, y: y - size * 0.3, ...style }).textContent = line;
    }
  };
  write(title, 19, styleOf(19, 700, HEADING, '--ink'));
  write(about, 13, styleOf(13, 400, TEXT, '--ink-2'));
  y += 14;
  const copy = drawn.cloneNode(true) as SVGSVGElement;
  takeStyles(drawn, copy);
  await takePictures(copy);
  for (const [name, value] of Object.entries({ x: EDGE, y, width: wide, height: high }))
    copy.setAttribute(name, String(value));
  y += high + 10;
  outer.append(copy);
  write(note, 14, styleOf(14, 400, TEXT, '--ink'));
  const [width, height] = [Math.ceil(wide + 2 * EDGE), Math.ceil(y + EDGE)];
  for (const [name, value] of Object.entries({ xmlns: SVG, width, height, viewBox: `0 0 ${width} ${height}` }))
    outer.setAttribute(name, String(value));
  const ground = append(outer, 'rect', { width: '100%', height: '100%', fill: colour('--paper') });
  outer.prepend(ground);
  const fonts = append(outer, 'style', {});
  fonts.textContent = await facesFor(outer.textContent);
  outer.prepend(fonts);
  return { svg: new XMLSerializer().serializeToString(outer), width, height };
}

function append(to: Element, name: string, attributes: Record<string, string | number>): SVGElement {
  const made = document.createElementNS(SVG, name);
  for (const [key, value] of Object.entries(attributes)) made.setAttribute(key, String(value));
  to.append(made);
  return made;
}

function takeStyles(from: Element, to: Element): void {
  const style = getComputedStyle(from);
  for (const name of TAKEN) to.setAttribute(name, style.getPropertyValue(name));
  to.removeAttribute('style');
  to.removeAttribute('class');
  [...from.children].forEach((child, i) => {
    const copied = to.children[i];
    if (copied) takeStyles(child, copied);
  });
}

async function takePictures(drawn: SVGSVGElement): Promise<void> {
  for (const image of drawn.querySelectorAll('image'))
    image.setAttribute('href', await inline(image.getAttribute('href') ?? ''));
}

/** What stands at an address, as an address of its own. */
async function inline(address: string): Promise<string> {
  const answer = await fetch(address);
  if (!answer.ok) throw new Error('A part of the picture cannot be fetched.');
  const bytes = await answer.blob();
  return new Promise((done, fail) => {
    const reader = new FileReader();
    reader.onload = () => done(reader.result as string);
    reader.onerror = () => fail(new Error('A part of the picture cannot be read.'));
    reader.readAsDataURL(bytes);
  });
}

/** The faces of our own letters, as many as these words need, with their files in them. */
async function facesFor(words: string): Promise<string> {
  const faces = [...document.styleSheets]
    .flatMap((sheet) => [...sheet.cssRules])
    .filter((rule) => rule instanceof CSSFontFaceRule)
    .filter(({ style }) => {
      const family = style.getPropertyValue('font-family');
      const isOurs = [HEADING, TEXT].some((list) => list.startsWith(`'${family.replace(/["']/g, '')}'`));
      return isOurs && covers(style.getPropertyValue('unicode-range'), words);
    });
  const written: string[] = [];
  for (const face of faces) {
    const [, address] = /url\(["']?([^"')]+)["']?\)/.exec(face.style.getPropertyValue('src')) ?? [];
    if (address === undefined) continue;
    const file = await inline(new URL(address, face.parentStyleSheet?.href ?? location.href).href);
    const { style } = face;
    written.push(
      `@font-face{font-family:${style.getPropertyValue('font-family')};font-weight:${style.getPropertyValue('font-weight')};src:url(${file})}`,
    );
  }
  return written.join('');
}

/** @param ranges as `unicode-range` has them; none covers all */
function covers(ranges: string, words: string): boolean {
  if (ranges.trim() === '') return true;
  const spans = ranges.split(',').map((one) => {
    const [from = '', to = from] = one.trim().replace(/^U\+/i, '').split('-');
    return [parseInt(from.replaceAll('?', '0'), 16), parseInt(to.replaceAll('?', 'F'), 16)] as const;
  });
  return [...words].some((letter) => {
    const code = letter.codePointAt(0) ?? 0;
    return spans.some(([from, to]) => code >= from && code <= to);
  });
}

/** @throws Error where the browser cannot draw it */
export async function asPng({ svg, width, height }: Picture): Promise<Blob> {
  const image = new Image();
  image.src = `data:image/svg+xml;charset=utf-8,${encodeURIComponent(svg)}`;
  await image.decode();
  const canvas = document.createElement('canvas');
  [canvas.width, canvas.height] = [width * SHARP, height * SHARP];
  canvas.getContext('2d')?.drawImage(image, 0, 0, canvas.width, canvas.height);
  return new Promise((done, fail) => {
    canvas.toBlob((blob) => (blob ? done(blob) : fail(new Error('The picture cannot be made.'))), 'image/png');
  });
}

/** Puts a file among what was downloaded. */
export function keepFile(file: Blob, name: string): void {
  const address = URL.createObjectURL(file);
  fetchFile(address, name);
  URL.revokeObjectURL(address);
}
