import fc from 'fast-check';
import { nextMorning, quietFault, quietUntil } from './quiet';

const night = { from: '21:30', until: '07:00', zone: 'Europe/Vienna' };
const iso = (moment: number | null) => (moment === null ? null : new Date(moment).toISOString());

describe('quiet hours', () => {
  it.each([
    ['2027-03-10T20:29:59Z', null],
    ['2027-03-10T20:30:00Z', '2027-03-11T06:00:00.000Z'],
    ['2027-03-11T02:00:00Z', '2027-03-11T06:00:00.000Z'],
    ['2027-03-11T06:00:00Z', null],
    // Summer time begins in this night: 07:00 comes an hour sooner.
    ['2027-03-27T22:00:00Z', '2027-03-28T05:00:00.000Z'],
    // And ends in this one.
    ['2027-10-30T22:00:00Z', '2027-10-31T06:00:00.000Z'],
  ])('at %s are over at %s', (now, until) => {
    expect(iso(quietUntil(night, Date.parse(now)))).toBe(until);
  });

  it('of a day go from the one hour to the other', () => {
    const noon = { from: '12:00', until: '13:30', zone: 'UTC' };
    expect(iso(quietUntil(noon, Date.parse('2027-05-01T12:00:00Z')))).toBe('2027-05-01T13:30:00.000Z');
    expect(quietUntil(noon, Date.parse('2027-05-01T13:30:00Z'))).toBeNull();
    expect(quietUntil(noon, Date.parse('2027-05-01T23:00:00Z'))).toBeNull();
  });

  it('are over when they are said to be, whatever they are', () => {
    const time = fc
      .tuple(fc.nat(23), fc.nat(59))
      .map((parts) => parts.map((n) => String(n).padStart(2, '0')).join(':'));
    const zone = fc.constantFrom('UTC', 'Europe/Vienna', 'America/St_Johns', 'Pacific/Apia');
    const now = fc.integer({ min: Date.parse('2026-01-01'), max: Date.parse('2028-01-01') });
    fc.assert(
      fc.property(time, time, zone, now, (from, until, where, at) => {
        const quiet = { from, until, zone: where };
        if (quietFault(quiet)) return;
        const end = quietUntil(quiet, at);
        if (end === null) return;
        expect(end).toBeGreaterThan(at);
        expect(quietUntil(quiet, end)).toBeNull();
      }),
    );
  });

  it('that make no sense are refused', () => {
    expect(quietFault(night)).toBeNull();
    expect(quietFault({ ...night, until: night.from })).toMatch(/begin when they end/);
    expect(quietFault({ ...night, zone: 'Nowhere/Else' })).toMatch(/no such/);
    expect(quietFault({ ...night, from: '25:00' })).toMatch(/no such/);
  });
});

describe('the morning of what is gathered', () => {
  it.each([
    ['daily', '2027-06-01T04:59:00Z', '2027-06-01T05:00:00.000Z'],
    ['daily', '2027-06-01T05:00:00Z', '2027-06-02T05:00:00.000Z'],
    // A Tuesday; the next Monday.
    ['weekly', '2027-06-01T04:59:00Z', '2027-06-07T05:00:00.000Z'],
    ['weekly', '2027-06-07T05:00:00Z', '2027-06-14T05:00:00.000Z'],
  ] as const)('%s, at %s, is %s', (gather, now, morning) => {
    expect(iso(nextMorning(gather, Date.parse(now), 'Europe/Vienna'))).toBe(morning);
  });
});
