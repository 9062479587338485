/** Relative luminance of a colour #RRGGBB (WCAG 2.2, definition of relative luminance). */
function luminance(colour: string): number {
  const channel = (at: number) => {
    const c = Number.parseInt(colour.slice(at, at + 2), 16) / 255;
    return c <= 0.04045 ? c / 12.92 : ((c + 0.055) / 1.055) ** 2.4;
  };
  return 0.2126 * channel(1) + 0.7152 * channel(3) + 0.0722 * channel(5);
}

/** Contrast ratio of two colours #RRGGBB, from 1 to 21 (WCAG 2.2, definition of contrast ratio). */
export function contrast(a: string, b: string): number {
  const [one, other] = [luminance(a), luminance(b)];
  return (Math.max(one, other) + 0.05) / (Math.min(one, other) + 0.05);
}
