/**
 * `npm run fonts`: the part of each family that a visitor's page loads, under public/fonts/; the style sheet that names it, with a fallback of
 * the same measures; and under which address each stands, so that a page asks for its own at once.
 */
import { createHash } from 'node:crypto';
import { mkdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import fontkit from '@pdf-lib/fontkit';
import subset from 'subset-font';

/** Widths of the letters of a text in English on average, in em: of fonts that nearly every device has. */
const ARIAL = { name: 'Arial', width: 934.5116279069767 / 2048 };
const TIMES = { name: 'Times New Roman', width: 854.3953488372093 / 2048 };
const AVERAGE = 'aaabcdeeeefghiijklmnnoopqrrssttuvwxyz      ';

/** `isFar`: much wider or narrower than any font of a device, so that it is drawn only if it is there at once. */
const FAMILIES = {
  bitter: { like: TIMES },
  'bricolage-grotesque': { like: ARIAL },
  caveat: { like: TIMES, isFar: true },
  figtree: { like: ARIAL },
  fredoka: { like: ARIAL, isFar: true },
  nunito: { like: ARIAL },
  oswald: { like: ARIAL, isFar: true },
  outfit: { like: ARIAL },
  'red-hat-mono': { like: ARIAL, isFar: true },
  // The weights that looks use: those beyond them are a part of the file.
  'source-serif-4': { like: TIMES, weights: { min: 300, max: 800 } },
};

/** From the first to the last code point. */
const range = (first, last) =>
  Array.from({ length: last - first + 1 }, (_, i) => String.fromCodePoint(first + i)).join('');

/** Latin of Western Europe. Whatever else a text has comes from the wide families, or from the device. */
const LETTERS = `${range(0x20, 0x7e)}${range(0xa0, 0xff)}ıŒœʼˆ˜–—‘’‚“”„•…‰′″‹›€™−`;

/** What sets letters rightly. Ornaments and second shapes of letters are two thirds of some families. */
const FEATURES = ['ccmp', 'kern', 'locl', 'mark', 'mkmk', 'tnum'];

/** A family and its fallback, as a style sheet (`size-adjust` and the overrides of CSS Fonts 5 make lines of both as long and as high). */
function sheetOf(id, font, href, { like, isFar }) {
  const { min = 400, max = 400 } = font.variationAxes?.wght ?? {};
  const percent = (share) => `${(share * 100).toFixed(2)}%`;
  const letters = font.glyphsForString(AVERAGE);
  const width = letters.reduce((sum, glyph) => sum + glyph.advanceWidth, 0) / letters.length / font.unitsPerEm;
  const size = width / like.width;
  const high = (units) => percent(Math.abs(units) / font.unitsPerEm / size);
  return `@font-face { font-family: '${id}'; src: url('${href}') format('woff2'); font-display: ${isFar ? 'optional' : 'swap'}; font-weight: ${min} ${max}; }
@font-face { font-family: '${id} fallback'; src: local('${like.name}'); size-adjust: ${percent(size)}; ascent-override: ${high(font.ascent)}; descent-override: ${high(font.descent)}; line-gap-override: ${high(font.lineGap)}; }
:root { --font-${id}: '${id}', '${id} fallback'; }
`;
}

rmSync('public/fonts', { recursive: true, force: true });
for (const folder of ['public/fonts', 'built/fonts']) mkdirSync(folder, { recursive: true });
const made = await Promise.all(
  Object.entries(FAMILIES).map(async ([id, family]) => {
    const whole = readFileSync(`node_modules/@fontsource-variable/${id}/files/${id}-latin-wght-normal.woff2`);
    const part = (targetFormat) =>
      subset(whole, LETTERS, {
        targetFormat,
        keepFeatures: FEATURES,
        noHinting: true,
        ...(family.weights ? { variationAxes: { wght: family.weights } } : {}),
      });
    const bytes = await part('woff2');
    const href = `/fonts/${id}-${createHash('sha256').update(bytes).digest('hex').slice(0, 10)}.woff2`;
    writeFileSync(`public${href}`, bytes);
    return { id, href, sheet: sheetOf(id, fontkit.create(await part('sfnt')), href, family) };
  }),
);
writeFileSync('built/fonts/addresses.json', JSON.stringify(Object.fromEntries(made.map(({ id, href }) => [id, href]))));
writeFileSync('built/fonts/families.css', made.map(({ sheet }) => sheet).join(''));
