/** Settings of access in words, as a creator reads them. */
import type { Access } from '../schema/access';

const who = { passcode: 'whoever knows the passcode', list: 'whoever is on the list' } as const;
const says = { name: 'says a name', number: 'says a number', email: 'says an e-mail address' } as const;
const wiped = { contacts: 'contacts', traces: 'traces', runs: 'whole runs' } as const;
const kept = { page: 'the page they came from', device: 'the kind of device', region: 'the country' } as const;
function keptWords(keeps: Access['keeps'] = {}): string {
  const named = (['page', 'device', 'region'] as const).filter((one) => keeps[one]).map((one) => kept[one]);
  return named.length ? named.join(' and ') : 'nothing but the answers';
}
const wall = (time: string, zone = 'UTC') => `${time.replace('T', ' ')} (${zone})`;

const facets: { of: readonly (keyof Access)[]; says: (access: Access) => string }[] = [
  { of: ['shut'], says: ({ shut }) => (shut === undefined ? 'open' : 'closed by hand') },
  { of: ['from', 'zone'], says: ({ from, zone }) => (from ? `open from ${wall(from, zone)}` : 'open from now on') },
  { of: ['until', 'zone'], says: ({ until, zone }) => (until ? `until ${wall(until, zone)}` : 'until closed by hand') },
  { of: ['most'], says: ({ most }) => (most ? `for ${most} finished runs` : 'for any number of runs') },
  { of: ['grace'], says: ({ grace = 60 }) => `${grace} minutes to finish` },
  { of: ['who'], says: (access) => `for ${access.who ? who[access.who] : 'anyone'}` },
  { of: ['says'], says: (access) => (access.says ? says[access.says] : 'stays unnamed') },
  {
    of: ['times'],
    says: ({ times }) =>
      times === undefined ? 'as often as they like' : times === 1 ? 'once each' : `${times} times each`,
  },
  {
    of: ['second'],
    says: ({ second }) =>
      second ? `edition ${second.edition} for ${second.share} % of new visitors` : 'one edition for everybody',
  },
  {
    of: ['shared'],
    says: ({ shared }) => (shared ? 'another look where it is shared' : 'its own title where it is shared'),
  },
  { of: ['keeps'], says: ({ keeps }) => `keeps ${keptWords(keeps)}` },
  {
    of: ['wipe'],
    says: ({ wipe }) => (wipe ? `${wiped[wipe.what]} wiped after ${wipe.days} days` : 'wipes nothing'),
  },
  { of: ['words'], says: () => 'other words' },
];

/** What is otherwise after a change: "until 2027-03-26 16:00 (Europe/Vienna), once each". */
export function changeWords(before: Access, after: Access): string {
  const isOther = (field: keyof Access) => JSON.stringify(before[field]) !== JSON.stringify(after[field]);
  const other = facets.filter(
    ({ of }) =>
      isOther(of[0] ?? 'words') || (of.some(isOther) && of.some((f) => f !== 'zone' && after[f] !== undefined)),
  );
  return other.map((facet) => facet.says(after)).join(', ') || 'nothing';
}
