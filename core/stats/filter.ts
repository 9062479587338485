/**
 * Which runs figures are of. A run is known by the keys it counts for (`countsOf`, `circumstancesOf`), so a condition is a set of keys of
 * which a run must have one, and all conditions together are true.
 */

/**
 * @property on what is asked of a run
 * @property of the question, verdict, scale or topic that it is asked of; '' where it is of the run itself
 * @property any what holds, one of them: editions; two days, either of which may be ''; sources, '' for none; ids of options, outcomes or pages;
 *   values; tenths or fifths, from 0; the least and the most percent, whole; `yes` or `no`
 */
export type Condition = { on: Dimension; of: string; any: string[] };
const DIMENSIONS = [
  'edition',
  'time',
  'source',
  'language',
  'finished',
  'page',
  'answer',
  'value',
  'right',
  'outcome',
  'field',
  'scale',
  'topic',
  'marks',
  'stands',
  'listed',
] as const;
export type Dimension = (typeof DIMENSIONS)[number];

/** Keys from one to another, in the order of their letters; `upTo` is itself among them. */
export type KeyRange = { from: string; upTo: string };
/** What a run must have at least one of, and what it may have none of. */
export type Wanted = { any: KeyRange[]; none: KeyRange[] };

const MOST_CONDITIONS = 20;
const MOST_VALUES = 60;
const LONGEST = 6_000;

/**
 * Conditions as they stand in an address: `on:of:value,value`, several with `;` between them.
 * @returns null where it is none of that, or too much of it
 */
export function readConditions(text: string): Condition[] | null {
  if (text === '') return [];
  if (text.length > LONGEST) return null;
  const parts = text.split(';');
  if (parts.length > MOST_CONDITIONS) return null;
  const read: Condition[] = [];
  for (const part of parts) {
    const [name, of, values, ...more] = part.split(':');
    const on = DIMENSIONS.find((one) => one === name);
    if (on === undefined || of === undefined || values === undefined || more.length > 0) return null;
    try {
      const any = values.split(',').map(decodeURIComponent);
      if (any.length > MOST_VALUES || any.some((one) => one.length > 300)) return null;
      const condition = { on, of: decodeURIComponent(of), any };
      if (!isSound(condition)) return null;
      read.push(condition);
    } catch {
      // No percent-encoding.
      return null;
    }
  }
  return read;
}

export const writeConditions = (conditions: readonly Condition[]): string =>
  conditions
    .map(({ on, of, any }) => `${on}:${encodeURIComponent(of)}:${any.map(encodeURIComponent).join(',')}`)
    .join(';');

const DAY = /^\d{4}-\d\d-\d\d$/;
const PERCENT = /^(?:100|\d{1,2})$/;
const isSound = ({ on, any }: Condition): boolean => {
  if (on === 'time') return any.length === 2 && any.every((day) => day === '' || DAY.test(day));
  if (on === 'stands') {
    const [least = '', most = ''] = any;
    return any.length === 2 && PERCENT.test(least) && PERCENT.test(most) && Number(least) <= Number(most);
  }
  if (on === 'finished' || on === 'right' || on === 'listed')
    return any.length === 1 && (any[0] === 'yes' || any[0] === 'no');
  return any.length > 0;
};

const only = (key: string): KeyRange => ({ from: key, upTo: key });

/** What conditions ask of the keys of a run: that it counts at all, and each of them. */
export const wantedOf = (conditions: readonly Condition[]): Wanted[] => [
  { any: [only('seen')], none: [] },
  ...conditions.map(wanted),
];

function wanted({ on, of, any }: Condition): Wanted {
  const yes = (keys: string[]): Wanted => ({ any: keys.map(only), none: [] });
  switch (on) {
    case 'edition':
    case 'language':
      return yes(any.map((one) => `${on} ${one}`));
    case 'time': {
      const [since, until] = any;
      return { any: [{ from: `day ${since || '0000-00-00'}`, upTo: `day ${until || '9999-99-99'}` }], none: [] };
    }
    case 'source':
      return yes(any.map((one) => (one === '' ? 'direct' : `source ${one}`)));
    case 'finished':
      return any[0] === 'yes' ? yes(['finished']) : { any: [only('started')], none: [only('finished')] };
    case 'page':
      return yes(any.map((page) => `enter ${page}`));
    case 'answer':
      return yes(any.map((option) => `option ${of} ${option}`));
    case 'right':
      return any[0] === 'yes'
        ? yes([`right ${of}`])
        : { any: [only(`answered ${of}`)], none: [only(`right ${of}`), only(`pending ${of}`)] };
    case 'value':
    case 'outcome':
    case 'field':
    case 'scale':
    case 'topic':
      return yes(any.map((value) => `${on} ${of} ${value}`));
    case 'stands': {
      const [least, most] = any.map(Number);
      const hundredths = Array.from({ length: 101 }, (_, i) => i).filter(
        (i) => i >= (least ?? 0) && i <= (most ?? 100),
      );
      return yes(hundredths.map((i) => `stands ${of} ${i}`));
    }
    case 'listed':
      return any[0] === 'yes' ? yes(['listed']) : { any: [only('seen')], none: [only('listed')] };
    case 'marks':
      return yes(any.map((tenth) => `marks ${tenth}`));
  }
}

/** A group beside another: by conditions of its own, or all runs that the other one does not mean. */
export type Beside = readonly Condition[] | 'others';
export const readBeside = (text: string): Beside | null => (text === 'others' ? text : readConditions(text));
export const writeBeside = (beside: Beside): string => (beside === 'others' ? beside : writeConditions(beside));

/** What is chosen among the conditions on one thing; nothing where there is none. */
export const chosenAmong = (conditions: readonly Condition[], on: Dimension, of = ''): string[] =>
  conditions.find((one) => one.on === on && one.of === of)?.any ?? [];

/** Conditions with another choice on one thing, at its place; without any where nothing is chosen. */
export function withChoice(conditions: readonly Condition[], on: Dimension, of: string, any: string[]): Condition[] {
  const isSame = (one: Condition) => one.on === on && one.of === of;
  const next = { on, of, any };
  if (any.length === 0) return conditions.filter((one) => !isSame(one));
  return conditions.some(isSame)
    ? conditions.map((one) => (isSame(one) ? next : one))
    : [...conditions, next].slice(-MOST_CONDITIONS);
}

/** Conditions with one value more, or less where it was chosen. */
export function withToggled(conditions: readonly Condition[], on: Dimension, of: string, value: string): Condition[] {
  const chosen = chosenAmong(conditions, on, of);
  const next = chosen.includes(value) ? chosen.filter((one) => one !== value) : [...chosen, value];
  return withChoice(conditions, on, of, next.slice(-MOST_VALUES));
}

/** Whether a run that counts for these keys is meant. */
export function isMeant(keys: ReadonlySet<string>, conditions: readonly Condition[]): boolean {
  const has = ({ from, upTo }: KeyRange) =>
    from === upTo ? keys.has(from) : [...keys].some((key) => key >= from && key <= upTo);
  return wantedOf(conditions).every(({ any, none }) => any.some(has) && !none.some(has));
}
