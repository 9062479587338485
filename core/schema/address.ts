/**
 * The one answer to whether an address may be led to. Browsers read an address more generously than it looks: they leave out line breaks and
 * blanks around it, so that "java\\nscript:" is a script. Whatever is no plain address of a scheme on the list is none.
 */
const LINKS = ['http:', 'https:', 'mailto:', 'tel:'];
// Control characters, white space and the backslash, which browsers take for a slash.
const strange = /[\u0000-\u0020\u007f-\u009f\u00a0\u2028\u2029\\]/;

/** An address of a scheme on the list, read as browsers do (WHATWG URL); null where it is none. */
function read(text: string, schemes: string[]): URL | null {
  if (strange.test(text) || !URL.canParse(text)) return null;
  const url = new URL(text);
  // Refuse a user name before the host: it is meant to be read as the host.
  return schemes.includes(url.protocol) && url.username === '' && url.password === '' ? url : null;
}

/** A page of the web that a visitor may be sent to: https, or a loopback address for trying out. */
export function isWebAddress(text: string): boolean {
  const url = read(text, ['http:', 'https:']);
  if (!url) return false;
  const isHere = url.hostname === 'localhost' || url.hostname === '127.0.0.1';
  return url.protocol === 'https:' ? isHere || url.hostname.includes('.') : isHere;
}

/** A path on this site, and not one of another ("//elsewhere.test"). */
export const isOwnPath = (text: string): boolean => /^\/(?!\/)/.test(text) && !strange.test(text);

/** What a link in a text may lead to. */
export const isLink = (text: string): boolean => isOwnPath(text) || read(text, LINKS) !== null;

/**
 * JSON Schema pattern for an address that is still being typed: nothing at all, or anything that no browser takes for a script. Whether it is
 * an address is asked of `isWebAddress` wherever it leads somewhere.
 */
export const TYPED_ADDRESS =
  '^(?!\\s)(?![A-Za-z][A-Za-z0-9+.-]*:)[^\\u0000-\\u001f]*$|^[Hh][Tt][Tt][Pp][Ss]?:[^\\u0000-\\u001f]*$';
