/** What is put into somebody's page so that a quiz stands there. */
import { coloursOf } from '../look/dress';
import type { Quiz } from '../schema/quiz';
const quoted = (text: string): string =>
  text.replaceAll('&', '&amp;').replaceAll('"', '&quot;').replaceAll('<', '&lt;');
const tag = (name: string, attributes: Record<string, string>): string =>
  `<${name} ${Object.entries(attributes)
    .map(([key, value]) => `${key}="${quoted(value)}"`)
    .join(' ')}></${name}>`;

/** @param publicUrl where this application is reached, without a slash at its end */
export type Embedded = { address: string; title: string; publicUrl: string };

/** @param more further attributes of the place, as they stand in HTML */
export const embedCode = ({ address, title, publicUrl }: Embedded, more: Record<string, string> = {}): string =>
  `${tag('div', { 'data-yes-maybe': address, 'data-title': title, ...more })}\n<script async src="${publicUrl}/embed.js"></script>`;

/** For pages that are applications: an element of its own, which may come and go, and a module that is loaded once. */
export const elementCode = ({ address, title, publicUrl }: Embedded, more: Record<string, string> = {}): string =>
  `${tag('yes-maybe', { quiz: address, 'data-title': title, ...more })}\n<script type="module" src="${publicUrl}/embed.js"></script>`;

/** For pages whose editor takes scripts away: a frame of a fixed height, and no wider than it may be, in px. */
export const frameCode = ({ address, title, publicUrl }: Embedded, height: number, most?: number): string =>
  tag('iframe', {
    src: `${publicUrl}/q/${encodeURIComponent(address)}`,
    title,
    width: '100%',
    height: String(height),
    style: most === undefined ? 'border:0' : `border:0;max-width:${most}px`,
    loading: 'lazy',
  });

/** Ground and words of a button, as visitors see them. */
export const buttonColours = (look: Quiz['look']): string => {
  const { button, onButton } = coloursOf(look);
  return `${button} ${onButton}`;
};
