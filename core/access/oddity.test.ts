import { isMachine, oddityOf } from './oddity';
import { beginsWithZeros, isDone, workOn } from './work';

const sent = (more: Partial<Parameters<typeof oddityOf>[0]>) => ({ trap: false, sent: 3, elapsed: 60_000, ...more });

test.each<[string, ReturnType<typeof sent>, number, string | null]>([
  ['somebody who reads', sent({}), 200, null],
  ['who fills in what nobody sees', sent({ trap: true }), 200, 'trap'],
  ['who does so with time to spare', sent({ trap: true, elapsed: 1e9 }), 0, 'trap'],
  ['who is faster than anybody', sent({ elapsed: 599 }), 200, 'haste'],
  ['who is as fast as can be', sent({ elapsed: 600 }), 200, null],
  ['who pressed twice at once, once', sent({ sent: 1, elapsed: 0 }), 200, null],
  ['who pressed twice at once, twice', sent({ sent: 2, elapsed: 0 }), 200, 'haste'],
  ['a clock that was set back', sent({ elapsed: -5 }), 200, 'haste'],
  ['haste where nothing is asked of it', sent({ elapsed: 0 }), 0, null],
])('%s', (_, given, haste, expected) => expect(oddityOf(given, haste)).toBe(expected));

test('a machine is who was odd and has not worked for it', () => {
  expect([null, 'proven', 'trap', 'haste', 'crowd'].map(isMachine)).toEqual([false, false, true, true, true]);
});

test.each([
  [[0, 0, 0, 0], 32, true],
  [[0, 0, 0, 1], 32, false],
  [[0, 0, 0, 1], 31, true],
  [[0, 15, 255, 255], 12, true],
  [[0, 16, 0, 0], 12, false],
  [[128, 0, 0, 0], 1, false],
  [[127, 0, 0, 0], 1, true],
  [[255, 255, 255, 255], 0, true],
  [[], 8, true],
])('%j begins with %d zero bits: %s', (bytes, bits, expected) => {
  expect(beginsWithZeros(Uint8Array.from(bytes), bits)).toBe(expected);
});

test('work is done by trying, from anywhere on, in turns', () => {
  const work = { challenge: 'a challenge', bits: 9 };
  const proof = workOn(work) ?? '';
  expect(proof.startsWith('a challenge.')).toBe(true);
  expect(isDone(proof, 9)).toBe(true);
  const at = parseInt(proof.slice('a challenge.'.length), 36);
  expect(workOn(work, 0, at)).toBeNull();
  expect(workOn(work, at, 1)).toBe(proof);
  expect(workOn(work, at + 1)).not.toBe(proof);
});
