/** What the scripts tell on the terminal: a line a step, its time behind it, and trouble in one line with what to do. */
const started = Date.now();
const seconds = (since) => `${((Date.now() - since) / 1000).toFixed(1)} s`;

export const say = (words) => console.log(words);

/** Tells a step, does it, and tells how long it took. A step that has nothing to do may return 'ready'. */
export async function step(words, work) {
  const since = Date.now();
  process.stdout.write(`${words} …`);
  try {
    const result = await work();
    process.stdout.write(result === 'ready' ? ' ready\n' : ` done, ${seconds(since)}\n`);
    return result;
  } catch (error) {
    process.stdout.write(' failed\n');
    throw error;
  }
}

/** Something a person can mend: told in one line, without a trace. */
export class Trouble extends Error {}

/** Runs a script's main function; trouble ends it with one clear line. */
export async function main(work) {
  try {
    await work();
  } catch (error) {
    console.error(error instanceof Trouble ? `\n${error.message}` : error);
    process.exitCode = 1;
  }
}

export const elapsed = () => seconds(started);
