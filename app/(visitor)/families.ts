/**
 * The families that looks may name, for visitors' pages: of each the Latin part (`scripts/fonts.mjs`), with a fallback of the same measures, so
 * that nothing shifts when it arrives; those that are much wider or narrower than any font of a device are drawn only if they are there at once.
 * A page loads those alone that its look names. Letters beyond Latin come from three of them, under their own name, or from the device.
 */
import '@fontsource-variable/figtree/wght.css';
import '@fontsource-variable/bricolage-grotesque/wght.css';
import '@fontsource-variable/source-serif-4/wght.css';
import localFont from 'next/font/local';

const figtree = localFont({
  src: '../../built/fonts/figtree.woff2',
  weight: '300 900',
  variable: '--font-figtree',
  preload: false,
});
const bricolageGrotesque = localFont({
  src: '../../built/fonts/bricolage-grotesque.woff2',
  weight: '200 800',
  variable: '--font-bricolage-grotesque',
  preload: false,
});
const sourceSerif4 = localFont({
  src: '../../built/fonts/source-serif-4.woff2',
  weight: '300 800',
  variable: '--font-source-serif-4',
  adjustFontFallback: 'Times New Roman',
  preload: false,
});
const outfit = localFont({
  src: '../../built/fonts/outfit.woff2',
  weight: '100 900',
  variable: '--font-outfit',
  preload: false,
});
const caveat = localFont({
  src: '../../built/fonts/caveat.woff2',
  weight: '400 700',
  variable: '--font-caveat',
  display: 'optional',
  adjustFontFallback: 'Times New Roman',
  preload: false,
});
const nunito = localFont({
  src: '../../built/fonts/nunito.woff2',
  weight: '200 1000',
  variable: '--font-nunito',
  preload: false,
});
const bitter = localFont({
  src: '../../built/fonts/bitter.woff2',
  weight: '100 900',
  variable: '--font-bitter',
  adjustFontFallback: 'Times New Roman',
  preload: false,
});
const oswald = localFont({
  src: '../../built/fonts/oswald.woff2',
  weight: '200 700',
  variable: '--font-oswald',
  display: 'optional',
  preload: false,
});
const redHatMono = localFont({
  src: '../../built/fonts/red-hat-mono.woff2',
  weight: '300 700',
  variable: '--font-red-hat-mono',
  display: 'optional',
  preload: false,
});
const fredoka = localFont({
  src: '../../built/fonts/fredoka.woff2',
  weight: '300 700',
  variable: '--font-fredoka',
  display: 'optional',
  preload: false,
});

/** Of the body: each says by which name a family is here. */
export const familyNames: string = [
  figtree,
  bricolageGrotesque,
  sourceSerif4,
  outfit,
  caveat,
  nunito,
  bitter,
  oswald,
  redHatMono,
  fredoka,
]
  .map(({ variable }) => variable)
  .join(' ');
