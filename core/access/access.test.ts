import type { Access } from '../schema/access';
import { askedAtDoor, firstDoor } from './door';
import { readPeople } from './list';
import { hoursOf, instantOf, mayGoOn, timesFault } from './times';

const at = (iso: string) => Date.parse(iso);

describe('a clock on the wall', () => {
  test.each([
    ['in winter', '2027-01-11T09:00', 'Europe/Vienna', '2027-01-11T08:00:00Z'],
    ['in summer', '2027-07-12T09:00', 'Europe/Vienna', '2027-07-12T07:00:00Z'],
    ['that summer time skips', '2027-03-28T02:30', 'Europe/Vienna', '2027-03-28T01:30:00Z'],
    ['that comes twice', '2027-10-31T02:30', 'Europe/Vienna', '2027-10-31T00:30:00Z'],
    ['without a zone', '2027-01-11T09:00', undefined, '2027-01-11T09:00:00Z'],
  ])('%s', (_, wall, zone, instant) => expect(instantOf(wall, zone)).toBe(at(instant)));

  test.each([
    ['2027-02-30T09:00', 'UTC'],
    ['2027-01-11T09:00', 'Slow/Spoke'],
  ])('%s in %s is no moment', (wall, zone) => expect(instantOf(wall, zone)).toBeNaN());
});

describe('from Monday nine to Friday four', () => {
  const week: Access = { from: '2027-03-22T09:00', until: '2027-03-26T16:00', zone: 'Europe/Vienna' };
  test.each([
    ['a second before', '2027-03-22T07:59:59Z', 'before'],
    ['on the stroke', '2027-03-22T08:00:00Z', 'open'],
    ['on Wednesday', '2027-03-24T12:00:00Z', 'open'],
    ['a second before the end', '2027-03-26T14:59:59Z', 'open'],
    ['at its end', '2027-03-26T15:00:00Z', 'after'],
  ])('%s', (_, now, is) => expect(hoursOf(week, at(now)).is).toBe(is));

  it('lets those who have begun finish within an hour, or as long as is said', () => {
    const end = at('2027-03-26T15:00:00Z');
    expect(mayGoOn(week, end + 59 * 60_000)).toBe(true);
    expect(mayGoOn(week, end + 60 * 60_000)).toBe(false);
    expect(mayGoOn({ ...week, grace: 0 }, end)).toBe(false);
    expect(mayGoOn({ ...week, grace: 0 }, end - 1)).toBe(true);
  });

  it('is closed by hand whatever the clock says, and lets those finish who have begun', () => {
    const shut = { ...week, shut: '2027-03-24T12:00:00Z' };
    expect(hoursOf(shut, at('2027-03-24T12:30:00Z')).is).toBe('shut');
    expect(mayGoOn(shut, at('2027-03-24T12:30:00Z'))).toBe(true);
    expect(mayGoOn(shut, at('2027-03-24T13:00:00Z'))).toBe(false);
    // It had ended at 15:00 UTC on Friday: to close it by hand as well gives nobody another hour.
    const late = { ...week, shut: '2027-03-26T16:30:00Z' };
    expect(mayGoOn(late, at('2027-03-26T15:59:00Z'))).toBe(true);
    expect(mayGoOn(late, at('2027-03-26T16:31:00Z'))).toBe(false);
  });

  it('says what makes no sense', () => {
    expect(timesFault(week)).toBeNull();
    expect(timesFault({ from: week.until, until: week.from })).toBe('It would close before it opens.');
    expect(timesFault({ from: '2027-02-30T09:00' })).toMatch(/no such day/);
  });
});

describe('at the door', () => {
  const now = at('2027-03-24T12:00:00Z');
  it('anybody begins where nothing is said', () => expect(firstDoor({}, 1_000, now)).toBeNull());
  it('a time that is to come is told', () =>
    expect(firstDoor({ from: '2027-03-25T09:00', words: { before: 'Soon!' } }, 0, now)).toEqual({
      why: 'before',
      words: 'Soon!',
      opens: at('2027-03-25T09:00:00Z'),
    }));
  it('the last place is the last', () => {
    expect(firstDoor({ most: 3 }, 2, now)).toBeNull();
    expect(firstDoor({ most: 3 }, 3, now)).toEqual({ why: 'full' });
  });
  it('a passcode and a name are asked for', () => {
    expect(firstDoor({ who: 'passcode', says: 'name', words: { door: 'Members only' } }, 0, now)).toEqual({
      why: 'passcode',
      words: 'Members only',
      asks: { passcode: true, person: 'name' },
    });
    expect(askedAtDoor({ who: 'list' })).toEqual({ person: 'number' });
    expect(askedAtDoor({ times: 1 })).toBeUndefined();
  });
  it('what is asked for is asked only while it is open', () =>
    expect(firstDoor({ who: 'passcode', shut: '2027-03-24T11:00:00Z' }, 0, now)).toEqual({ why: 'shut' }));
});

describe('a list', () => {
  it('is read line by line, with what people are called', () =>
    expect(readPeople('M-101; Wren\nM-102, Juniper\nM-103\tMoss\n\nM-104').people).toEqual([
      { key: 'M-101', name: 'Wren' },
      { key: 'M-102', name: 'Juniper' },
      { key: 'M-103', name: 'Moss' },
      { key: 'M-104', name: '' },
    ]));
  it('may say in its first line what its columns are', () => {
    expect(readPeople('Number, Name\nM-101, Wren').people).toEqual([{ key: 'M-101', name: 'Wren' }]);
    expect(readPeople('E-mail\nida@example.com').people).toEqual([{ key: 'ida@example.com', name: '' }]);
    // Somebody may be called so, further down or with a name that is none of a column.
    expect(readPeople('M-1\nName').people).toHaveLength(2);
    expect(readPeople('Number, Seven').people).toHaveLength(1);
  });
  it('tells by line what was left out, and why', () => {
    const { people, faults } = readPeople(`m-101\n  M-101 \n${'x'.repeat(201)}\n,Moss`, new Set(['m-100']));
    expect(people.map((p) => p.key)).toEqual(['m-101']);
    expect(faults).toEqual([
      { line: 2, message: '“M-101” is on the list already.' },
      { line: 3, message: 'This is longer than 200 characters.' },
      { line: 4, message: 'There is nothing to know them by.' },
    ]);
  });
  it('has an end', () => {
    const { people, faults } = readPeople(Array.from({ length: 50_001 }, (_, i) => `M-${i}`).join('\n'));
    expect(people).toHaveLength(50_000);
    expect(faults).toEqual([{ line: 50_001, message: 'A list holds 50,000 people at most.' }]);
  });
});
