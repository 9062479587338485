import {
  chosenAmong,
  type Condition,
  isMeant,
  readBeside,
  readConditions,
  withChoice,
  withToggled,
  writeBeside,
  writeConditions,
} from './filter';
import { compareGroups } from './groups';
import { HOURS, newestHours, overTime, stepFor } from './over-time';

const rye: Condition = { on: 'answer', of: 'q1', any: ['rye'] };

describe('conditions', () => {
  it('stand in an address, whatever is in them', () => {
    const all: Condition[] = [
      rye,
      { on: 'source', of: '', any: ['', 'a;b:c,d %'] },
      { on: 'time', of: '', any: ['2026-05-01', ''] },
    ];
    expect(writeConditions([rye])).toBe('answer:q1:rye');
    expect(readConditions(writeConditions(all))).toEqual(all);
    expect(readConditions('')).toEqual([]);
  });
  it.each([
    'shoe::1',
    'answer:q1',
    'answer:q1:a:b',
    'finished::perhaps',
    'listed::perhaps',
    'stands:s:40',
    'stands:s:70,40',
    'stands:s:0,101',
    'stands:s:4.5,70',
    'time::yesterday,',
    'answer:q1:%E0',
    'x'.repeat(6_001),
  ])('are not read from %s', (text) => {
    expect(readConditions(text)).toBeNull();
  });
  it('stand for a group beside another too, or for all others', () => {
    for (const beside of ['others', [rye]] as const) expect(readBeside(writeBeside(beside))).toEqual(beside);
    expect(readBeside('nonsense')).toBeNull();
  });
  it('are no more than can be counted', () => {
    expect(readConditions(Array.from({ length: 21 }, () => 'answer:q1:a').join(';'))).toBeNull();
    expect(readConditions(`answer:q1:${Array.from({ length: 61 }, () => 'a').join(',')}`)).toBeNull();
  });
  it('are changed at their place', () => {
    const two = withToggled([rye], 'answer', 'q1', 'spelt');
    expect(chosenAmong(two, 'answer', 'q1')).toEqual(['rye', 'spelt']);
    expect(withToggled(two, 'answer', 'q1', 'rye')).toEqual([{ ...rye, any: ['spelt'] }]);
    expect(withToggled([rye], 'answer', 'q1', 'rye')).toEqual([]);
    expect(withChoice([rye], 'edition', '', ['2'])).toEqual([rye, { on: 'edition', of: '', any: ['2'] }]);
  });
  it.each<[Condition, string[], boolean]>([
    [rye, ['seen', 'option q1 rye'], true],
    [rye, ['seen', 'option q2 rye'], false],
    [rye, ['option q1 rye'], false],
    [{ on: 'stands', of: 's', any: ['40', '70'] }, ['seen', 'stands s 40'], true],
    [{ on: 'stands', of: 's', any: ['40', '70'] }, ['seen', 'stands s 70'], true],
    [{ on: 'stands', of: 's', any: ['40', '70'] }, ['seen', 'stands s 39'], false],
    [{ on: 'stands', of: 's', any: ['40', '70'] }, ['seen', 'stands t 50', 'scale s 5'], false],
    [{ on: 'stands', of: 'marks', any: ['0', '100'] }, ['seen', 'stands marks 100'], true],
    [{ on: 'listed', of: '', any: ['yes'] }, ['seen', 'listed'], true],
    [{ on: 'listed', of: '', any: ['yes'] }, ['seen'], false],
    [{ on: 'listed', of: '', any: ['no'] }, ['seen'], true],
    [{ on: 'listed', of: '', any: ['no'] }, ['seen', 'listed'], false],
    [{ on: 'finished', of: '', any: ['no'] }, ['seen', 'started'], true],
    [{ on: 'finished', of: '', any: ['no'] }, ['seen', 'started', 'finished'], false],
    [{ on: 'right', of: 'q', any: ['no'] }, ['seen', 'answered q'], true],
    [{ on: 'right', of: 'q', any: ['no'] }, ['seen', 'answered q', 'pending q'], false],
    [{ on: 'time', of: '', any: ['2026-05-01', '2026-05-02'] }, ['seen', 'day 2026-05-02'], true],
    [{ on: 'time', of: '', any: ['2026-05-01', ''] }, ['seen', 'day 2026-04-30'], false],
    [{ on: 'source', of: '', any: [''] }, ['seen', 'direct'], true],
    [{ on: 'scale', of: 's', any: ['3', '4'] }, ['seen', 'scale s 4'], true],
  ])('%j of a run that counts for %j: %s', (condition, keys, meant) => {
    expect(isMeant(new Set(keys), [condition])).toBe(meant);
  });
});

describe('days', () => {
  const day = (name: string, started: number, finished = 0) => ({ name, started, finished });
  it('have those between them on which nothing was', () => {
    expect(overTime([day('2026-02-27', 2, 1), day('2026-03-01', 3)], 'day')).toEqual([
      day('2026-02-27', 2, 1),
      day('2026-02-28', 0),
      day('2026-03-01', 3),
    ]);
  });
  it('are put together by week, from Monday, and by month', () => {
    const days = [day('2026-03-01', 1), day('2026-03-02', 2), day('2026-03-08', 4), day('2026-04-01', 8)];
    expect(overTime(days, 'week').slice(0, 3)).toEqual([
      day('2026-02-23', 1),
      day('2026-03-02', 6),
      day('2026-03-09', 0),
    ]);
    expect(overTime(days, 'month')).toEqual([day('2026-03-01', 7), day('2026-04-01', 8)]);
    // Whatever is counted beside is summed as well.
    const more = days.map((one) => ({ ...one, contact: 1 }));
    expect(overTime(more, 'month').map(({ contact }) => contact)).toEqual([3, 1]);
    expect([stepFor(days), stepFor([day('2026-01-01', 1), day('2026-03-01', 1)])]).toEqual(['day', 'week']);
  });
});

it('hours are the newest two days, one by one', () => {
  const now = Date.parse('2026-05-02T10:20:00Z');
  const hours = newestHours([{ name: '2026-05-02T09', started: 3, finished: 2 }], { started: 0, finished: 0 }, now);
  expect(hours).toHaveLength(HOURS);
  expect(hours[0]?.name).toBe('2026-04-30T11');
  expect(hours.slice(-2)).toEqual([
    { name: '2026-05-02T09', started: 3, finished: 2 },
    { name: '2026-05-02T10', started: 0, finished: 0 },
  ]);
});

describe('two groups', () => {
  const part = (id: string, count: number, whole = 100) => ({ id, name: id, of: 'all', count, whole });
  it('are compared with p values corrected for their number', () => {
    const { method, tests, parts } = compareGroups(
      [part('same', 50), part('more', 30), part('empty', 0, 0), part('only here', 1)],
      [part('same', 50), part('more', 60), part('empty', 1, 5)],
    );
    expect([method, tests, parts.map((p) => p.id)]).toEqual(['Holm', 2, ['same', 'more', 'empty']]);
    expect(parts[0]?.difference).toMatchObject({ by: 0, isMore: false });
    expect(parts[1]?.difference).toMatchObject({ isMore: true });
    // Newcombe 1998, method 10, of 60 and 30 of 100.
    expect(parts[1]?.difference?.by).toBeCloseTo(0.3, 9);
    expect(parts[1]?.difference?.low).toBeCloseTo(0.1634, 3);
    expect(parts[2]?.difference).toBeNull();
  });
});
