/** `npm run settings`: writes the file of settings and the table of the handbook anew; with --check tells whether they are as they should be. */
import { readFileSync, writeFileSync } from 'node:fs';
import { format, type Options } from 'prettier';
import { exampleFile, settingsTable } from '../server/platform/settings';

const handbook = 'docs/operating.md';
const [before, after] = ['<!-- settings -->', '<!-- /settings -->'] as const;

async function written(): Promise<[string, string][]> {
  const text = readFileSync(handbook, 'utf8');
  const [head = '', rest = ''] = text.split(before);
  const [, tail = ''] = rest.split(after);
  const options = JSON.parse(readFileSync('.prettierrc.json', 'utf8')) as Options;
  const table = await format(settingsTable(), { ...options, parser: 'markdown' });
  return [
    ['deploy/yes-maybe.env', exampleFile()],
    [handbook, `${head}${before}\n\n${table}\n${after}${tail}`],
  ];
}

async function settings(): Promise<void> {
  const now = (file: string) => readFileSync(file, { encoding: 'utf8', flag: 'a+' });
  const stale = (await written()).filter(([file, text]) => now(file) !== text);
  if (!process.argv.includes('--check')) for (const [file, text] of stale) writeFileSync(file, text);
  else if (stale.length > 0) {
    for (const [file] of stale) console.error(`${file} is not what the settings say: npm run settings`);
    process.exitCode = 1;
  }
}

void settings();
