/** The people who may take a quiz: read from text as it is typed, pasted or exported, a person in each line. */
import Papa from 'papaparse';

export type Listed = { /** what they say of themselves */ key: string; name: string };
export type ListRead = {
  people: Listed[];
  /** Lines that were left out, and why. */
  faults: { line: number; message: string }[];
};

export const MOST_LISTED = 50_000;
const LONGEST = 200;

/** Whether somebody is one of a list, by what a run keeps of them: what others are counted by begins with a letter and a colon. */
export const isOnList = (person: string | null): boolean => person !== null && !/^[a-z]:/.test(person);

/** What somebody is known by, however it is typed. */
export const personKey = (text: string): string => text.normalize('NFKC').trim().replace(/\s+/gu, ' ').toLowerCase();

/** What stands above the columns of a table, in place of a person. */
const HEADING = /^(no\.?|nr\.?|id|number|member( number)?|name|first name|e-?mail( address)?|address|mail)$/i;

/**
 * Reads a list: in each line a number, a name or an address; beside it, after a comma, a semicolon or a tab, what the person is called. The first
 * line may say what its columns are.
 * @param known keys that are on the list already
 */
export function readPeople(text: string, known: ReadonlySet<string> = new Set()): ListRead {
  const seen = new Set(known);
  const people: Listed[] = [];
  const faults: ListRead['faults'] = [];
  text
    .replace(/^\ufeff/, '')
    .split(/\r?\n/)
    .forEach((line, i) => {
      const delimiter = ['\t', ';', ','].find((one) => line.includes(one)) ?? ',';
      const [cells = []] = Papa.parse<string[]>(line, { delimiter }).data;
      const [key = '', name = ''] = cells.map((cell) => cell.trim());
      const fault = (message: string) => faults.push({ line: i + 1, message });
      const isHeading = i === 0 && HEADING.test(key) && (name === '' || HEADING.test(name));
      if ((key === '' && name === '') || isHeading) return;
      if (key === '') fault('There is nothing to know them by.');
      else if (key.length > LONGEST || name.length > LONGEST) fault(`This is longer than ${LONGEST} characters.`);
      else if (seen.has(personKey(key))) fault(`“${key}” is on the list already.`);
      else if (seen.size >= MOST_LISTED) fault(`A list holds ${MOST_LISTED.toLocaleString('en')} people at most.`);
      else {
        seen.add(personKey(key));
        people.push({ key, name });
      }
    });
  return { people, faults };
}
