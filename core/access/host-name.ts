/** Host names of a workspace's own, at which its quizzes stand. */

/** Where the name server is asked, and what it must say (RFC 1035, TXT; a name with an underscore, RFC 8552). */
export const recordName = (host: string): string => `_yes-maybe.${host}`;
export const recordText = (token: string): string => `yes-maybe=${token}`;

const LABEL = /^(?!-)[a-z0-9-]{1,63}(?<!-)$/;

/**
 * A host name as it was typed, as it is kept: in small letters, international ones in their ASCII form.
 * @param ours the host name of this installation, which nobody else has, nor one below it
 * @returns null where it is none that quizzes can stand at
 */
export function hostNameIn(typed: string, ours: string): string | null {
  const text = typed
    .trim()
    .replace(/^https?:\/\//i, '')
    .replace(/\/$/, '');
  if (text === '' || text.length > 253 || /[^\p{L}\p{M}\p{N}.-]/u.test(text) || !URL.canParse(`http://${text}`))
    return null;
  const { hostname } = new URL(`http://${text}`);
  const labels = hostname.split('.');
  const isNumeric = /^\d+$/.test(labels.at(-1) ?? '');
  if (labels.length < 2 || isNumeric || !labels.every((label) => LABEL.test(label))) return null;
  return hostname === ours || hostname.endsWith(`.${ours}`) ? null : hostname;
}
