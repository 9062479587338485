/** Contacts taken out: as CSV, as a spreadsheet, as cards. */
import type { Readable } from 'node:stream';
import { vCard } from '../../core/formats/vcard';
import { grouped } from '../../core/values/grouped';
import type { Membership } from '../../db/queries/members';
import { type After, type ContactRow, emailsOf, peoplePage } from '../../db/queries/people';
import { csvLine } from '../platform/csv';
import { sheetOf } from '../platform/sheet';
import { reading } from '../platform/database';
import { type Filters, peopleWithRuns, wantedBy } from './people';

/** One person as they are taken out: the contact that stands for them, what else they are known by, and what came along. */
type Person = { row: ContactRow; also: ContactRow[]; known: Record<string, string> };

/** Pages of people, one after the other. */
async function* allPeople(member: Membership, filters: Filters): AsyncGenerator<Person[]> {
  const wanted = await wantedBy(member, filters);
  const from = await reading();
  let after: After | undefined;
  for (;;) {
    const rows = await peoplePage(from, member.workspaceId, wanted, { after, most: 1_000 });
    if (rows.length) {
      const { everybody, runs } = await peopleWithRuns(member, rows, wanted);
      const also = grouped(everybody, ({ joinedTo }) => joinedTo);
      yield rows.map((row) => ({
        row,
        also: also.get(row.contactId) ?? [],
        // The newest first, so what came along last stands.
        known: Object.assign(
          {},
          ...(runs.get(row.contactId) ?? []).map((run) => run.known).reverse(),
        ) as Person['known'],
      }));
    }
    after = rows.at(-1);
    if (rows.length < 1_000) return;
  }
}

/** The fields that have a column; what else was left stands in one of its own. */
const COLUMNS = ['phone', 'company'];

const HEADS = ['name', 'email', ...COLUMNS, 'more', 'also', 'known', 'agreed', 'to', 'confirmed', 'first', 'last'];

const pairs = (of: readonly (readonly [string, string])[]): string =>
  of.map(([id, value]) => `${id}: ${value}`).join('; ');

/** A person as a line of a table, by `HEADS`. */
function lineOf({ row: { fields, email, consent, confirmedAt, firstAt, lastAt }, also, known }: Person): string[] {
  const others = Object.entries(fields).filter(([id]) => !['name', 'email', ...COLUMNS].includes(id));
  return [
    fields['name'] ?? '',
    email,
    ...COLUMNS.map((id) => fields[id] ?? ''),
    pairs(others),
    also.map((one) => one.email || (one.fields['name'] ?? '')).join('; '),
    pairs(Object.entries(known)),
    consent?.at ?? '',
    consent?.text ?? '',
    confirmedAt?.toISOString() ?? '',
    firstAt.toISOString(),
    lastAt.toISOString(),
  ];
}

/** Contacts as CSV, in parts. */
export async function* contactsAsCsv(member: Membership, filters: Filters): AsyncGenerator<string> {
  yield `\ufeff${csvLine(HEADS)}`;
  for await (const people of allPeople(member, filters)) yield people.map((one) => csvLine(lineOf(one))).join('');
}

/** Contacts as a spreadsheet, in parts. */
export function contactsAsSheet(member: Membership, filters: Filters): Readable {
  async function* rows() {
    for await (const people of allPeople(member, filters)) yield people.map(lineOf);
  }
  return sheetOf('People', HEADS, rows());
}

/** Contacts as vCards, in parts. */
export async function* contactsAsCards(member: Membership, filters: Filters): AsyncGenerator<string> {
  for await (const people of allPeople(member, filters))
    yield people
      .map(({ row: { contactId, email, fields, lastAt }, also }) =>
        vCard({ id: contactId, emails: emailsOf([{ email }, ...also]), fields, changed: lastAt }),
      )
      .join('');
}
