/** `npm run fonts`: the part of each family that a visitor's page loads, under built/fonts/. */
import { mkdirSync, readFileSync, writeFileSync } from 'node:fs';
import subset from 'subset-font';

const FAMILIES = [
  'bitter',
  'bricolage-grotesque',
  'caveat',
  'figtree',
  'fredoka',
  'nunito',
  'oswald',
  'outfit',
  'red-hat-mono',
  'source-serif-4',
];

/** From the first to the last code point. */
const range = (first, last) =>
  Array.from({ length: last - first + 1 }, (_, i) => String.fromCodePoint(first + i)).join('');

/** Latin of Western Europe. Whatever else a text has comes from the wide families, or from the device. */
const LETTERS = `${range(0x20, 0x7e)}${range(0xa0, 0xff)}ıŒœʼˆ˜–—‘’‚“”„•…‰′″‹›€™−`;

/** What sets letters rightly. Ornaments and second shapes of letters are two thirds of some families. */
const FEATURES = ['ccmp', 'kern', 'locl', 'mark', 'mkmk', 'tnum'];

mkdirSync('built/fonts', { recursive: true });
await Promise.all(
  FAMILIES.map(async (family) => {
    const whole = readFileSync(`node_modules/@fontsource-variable/${family}/files/${family}-latin-wght-normal.woff2`);
    writeFileSync(
      `built/fonts/${family}.woff2`,
      await subset(whole, LETTERS, {
        targetFormat: 'woff2',
        keepFeatures: FEATURES,
        noHinting: true,
        // The weights that looks use, where those beyond them are a third of the file.
        ...(family === 'source-serif-4' ? { variationAxes: { wght: { min: 300, max: 800 } } } : {}),
      }),
    );
  }),
);
