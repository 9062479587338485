/** Contacts as vCards, version 4.0 (RFC 6350). */

/** @property emails the address they are known by first  @property fields what was left, by the id of its field  @property changed when it was last changed */
export type CardOf = { id: string; emails: string[]; fields: Record<string, string>; changed: Date };

/** Text in a property: what has a meaning there is escaped (RFC 6350, 3.4). */
const text = (value: string): string => value.replace(/[\\,;]/g, '\\$&').replace(/\r\n|\r|\n/g, '\\n');

const encoder = new TextEncoder();
const octetsOf = (character: string): number => encoder.encode(character).length;

/** A line in parts of at most 75 octets, never within a character (RFC 6350, 3.2). */
function folded(line: string): string {
  const parts: string[] = [''];
  let octets = 0;
  for (const character of line) {
    const size = octetsOf(character);
    if (octets + size > 75) {
      parts.push(' ');
      octets = 1;
    }
    parts.push(`${parts.pop() ?? ''}${character}`);
    octets += size;
  }
  return parts.join('\r\n');
}

/** The fields that have a property of their own; what else was left stands in the note. */
const PROPERTIES: Partial<Record<string, string>> = { phone: 'TEL', company: 'ORG' };

/** One card, with its last line ended. */
export function vCard({ id, emails, fields, changed }: CardOf): string {
  const { name = '' } = fields;
  const others = Object.entries(fields).filter(([field]) => field !== 'name' && field !== 'email');
  const known = others.filter(([field]) => PROPERTIES[field] !== undefined);
  const note = others
    .filter(([field]) => PROPERTIES[field] === undefined)
    .map(([field, value]) => `${field}: ${value}`);
  return [
    'BEGIN:VCARD',
    'VERSION:4.0',
    `UID:${text(id)}`,
    // A name is asked for by the standard; where there is none, the address is what somebody is called.
    `FN:${text(name || (emails[0] ?? id))}`,
    ...emails.map((email) => `EMAIL:${text(email)}`),
    ...known.map(([field, value]) => `${PROPERTIES[field] ?? ''}:${text(value)}`),
    ...(note.length ? [`NOTE:${text(note.join('\n'))}`] : []),
    `REV:${changed.toISOString().replace(/[-:]|\.\d+/g, '')}`,
    'END:VCARD',
    '',
  ]
    .map(folded)
    .join('\r\n');
}
