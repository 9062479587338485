/**
 * Lightness contrast as APCA has it (the Accessible Perceptual Contrast Algorithm, APCA-W3 0.1.9): told beside the ratios of WCAG 2.2, which
 * decide. Constants are those of that version.
 */

const CHANNELS = [
  [1, 0.2126729],
  [3, 0.7151522],
  [5, 0.072175],
] as const;
/** Below it a screen's black is lifted, by its own glare. */
const BLACK = 0.022;

function screenLuminance(colour: string): number {
  const y = CHANNELS.reduce(
    (sum, [at, share]) => sum + share * (parseInt(colour.slice(at, at + 2), 16) / 255) ** 2.4,
    0,
  );
  return y >= BLACK ? y : y + (BLACK - y) ** 1.414;
}

/**
 * @param words `#RRGGBB`, on the ground `#RRGGBB`
 * @returns Lc: from about −108 (white on black) over 0 to 106 (black on white)
 */
export function lightnessContrast(words: string, ground: string): number {
  const [front, back] = [screenLuminance(words), screenLuminance(ground)];
  if (Math.abs(back - front) < 0.0005) return 0;
  const isDarkOnLight = back > front;
  const contrast = isDarkOnLight ? (back ** 0.56 - front ** 0.57) * 1.14 : (back ** 0.65 - front ** 0.62) * 1.14;
  if (Math.abs(contrast) < 0.1) return 0;
  return (contrast - Math.sign(contrast) * 0.027) * 100;
}
