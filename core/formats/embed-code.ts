/** What is put into somebody's page so that a quiz stands there. */
const quoted = (text: string): string =>
  text.replaceAll('&', '&amp;').replaceAll('"', '&quot;').replaceAll('<', '&lt;');

/**
 * @param publicUrl where this application is reached, without a slash at its end
 * @param more further attributes of the place, as they stand in HTML
 */
export const embedCode = (
  { address, title, publicUrl }: { address: string; title: string; publicUrl: string },
  more: Record<string, string> = {},
): string => {
  const attributes = Object.entries({ 'data-yes-maybe': address, 'data-title': title, ...more });
  return `<div ${attributes.map(([name, value]) => `${name}="${quoted(value)}"`).join(' ')}></div>\n<script async src="${publicUrl}/embed.js"></script>`;
};
