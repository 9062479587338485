import fc from 'fast-check';
import { vCard } from './vcard';

const changed = new Date('2027-04-19T09:30:00.000Z');
const unfolded = (card: string): string[] => card.replace(/\r\n[ \t]/g, '').split('\r\n');

it('has a name, an address, and what was left, each where the standard has a place for it', () => {
  const fields = {
    name: 'Ida Bell',
    email: 'ida@spoke.test',
    phone: '+43 1 234',
    company: 'Bell; Sons, Ltd',
    size: 'M',
  };
  expect(vCard({ id: 'c1', emails: ['ida@spoke.test'], fields, changed })).toBe(
    [
      'BEGIN:VCARD',
      'VERSION:4.0',
      'UID:c1',
      'FN:Ida Bell',
      'EMAIL:ida@spoke.test',
      'TEL:+43 1 234',
      'ORG:Bell\\; Sons\\, Ltd',
      'NOTE:size: M',
      'REV:20270419T093000Z',
      'END:VCARD',
      '',
    ].join('\r\n'),
  );
});

it('is called by the address where no name was left', () => {
  expect(unfolded(vCard({ id: 'c1', emails: ['ida@spoke.test'], fields: {}, changed }))).toContain('FN:ida@spoke.test');
});

it('lets nobody write a line of their own, and keeps every line to 75 octets', () => {
  fc.assert(
    fc.property(
      fc.string({ unit: 'grapheme', maxLength: 300 }),
      fc.string({ unit: 'binary', maxLength: 60 }),
      (name, size) => {
        const card = vCard({ id: 'c1', emails: ['a@b.test'], fields: { name, size }, changed });
        for (const line of card.split('\r\n')) expect(new TextEncoder().encode(line).length).toBeLessThanOrEqual(75);
        const names = unfolded(card).map((line) => line.split(':')[0]);
        expect(names).toEqual(['BEGIN', 'VERSION', 'UID', 'FN', 'EMAIL', 'NOTE', 'REV', 'END', '']);
        // What was escaped comes back as it was.
        const said = unfolded(card)
          .find((line) => line.startsWith('FN:'))
          ?.slice(3)
          .replace(/\\(.)/g, (_, one: string) => (one === 'n' ? '\n' : one));
        expect(said).toBe((name || 'a@b.test').replace(/\r\n|\r/g, '\n'));
      },
    ),
  );
});
