/** What was sent, without who sent it. */
import { looksLikeEmail } from './contact-formats';
import type { ContactGiven, Sent } from './sent';

const wipedGiven = (given: ContactGiven): ContactGiven =>
  'skipped' in given
    ? given
    : {
        ...given,
        fields: Object.fromEntries(
          Object.entries(given.fields).map(([id, value]) => [
            id,
            value.trim() === '' ? '' : looksLikeEmail(value) ? 'wiped@wiped.invalid' : '—',
          ]),
        ),
      };

/** In place of what a contact left stands something of its kind, so that the run reads as before: it was left, and the way led on. */
export function withoutContact(sent: Sent): Sent {
  if (sent.do !== 'go' || sent.contact === undefined) return sent;
  const contact = Object.fromEntries(Object.entries(sent.contact).map(([id, given]) => [id, wipedGiven(given)]));
  return { ...sent, contact };
}
