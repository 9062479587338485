/** Tests of the browser that passed only when they were tried again. */
import { existsSync, readFileSync, writeFileSync } from 'node:fs';

/** Their names, in the suites of a report. */
export const flakyIn = (suites = [], above = '') =>
  suites.flatMap(({ title, specs = [], suites: inside }) => {
    const name = `${above}${title}`;
    const own = specs
      .filter(({ tests }) => tests.some(({ status }) => status === 'flaky'))
      .map((spec) => `${name} › ${spec.title}`);
    return [...own, ...flakyIn(inside, `${name} › `)];
  });

/** Writes them down. @returns those that were written down already */
export function rememberFlaky(file, names) {
  const known = existsSync(file) ? JSON.parse(readFileSync(file, 'utf8')) : [];
  writeFileSync(file, JSON.stringify([...new Set([...known, ...names])], null, 2));
  return names.filter((name) => known.includes(name));
}
