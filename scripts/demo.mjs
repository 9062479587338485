/** `npm run demo`: sets everything up and serves the demo. `-- --fresh` starts over; `npm run dev` serves from source. */
import { rmSync } from 'node:fs';
import { join } from 'node:path';
import { ensureBuild } from './lib/build.mjs';
import { forgetCluster, startCluster } from './lib/cluster.mjs';
import { ensureModules, requireNode, sayWhatIsMissing } from './lib/install.mjs';
import { logFile, secret, startServer, startStandins, tsx } from './lib/outside.mjs';
import { data, endAll, freePort, portIsFree, run } from './lib/run.mjs';
import { main, say, step, Trouble } from './lib/say.mjs';

const dev = process.argv.includes('--dev');
const fresh = process.argv.includes('--fresh');
const port = Number(process.env.PORT ?? 3000);

/** Deaths within a minute after which a process is given up; milliseconds between looks at the database. */
const MOST_DEATHS = 5;
const LOOKS = 3_000;

let ending = false;
async function end() {
  if (ending) return;
  ending = true;
  say('\nEnding what was started …');
  await endAll();
  process.exit();
}
process.on('SIGINT', () => void end());
process.on('SIGTERM', () => void end());

await main(async () => {
  try {
    await serve();
  } catch (error) {
    await endAll();
    throw error;
  }
});

async function serve() {
  requireNode();
  if (!Number.isInteger(port) || port < 1 || port > 65_000)
    throw new Trouble(`PORT is "${process.env.PORT}"; a number from 1 to 65000 is expected.`);
  for (const wanted of [port, port + 1, port + 2]) {
    if (!(await portIsFree(wanted)))
      throw new Trouble(`Port ${wanted} is taken. End what uses it, or choose another: PORT=4000 npm run demo`);
  }
  sayWhatIsMissing({ browser: false });
  await ensureModules();
  if (fresh) await startOver();

  const cluster = process.env.DATABASE_URL ? null : await startCluster('demo');
  const database = cluster?.url ?? process.env.DATABASE_URL;
  await step('Bringing the tables up to date', async () => {
    const done = await run(process.execPath, ['built/migrate.mjs'], {
      env: { DATABASE_URL: database },
      allow: true,
    });
    if (done.code !== 0)
      throw new Trouble(
        `The database cannot be used: ${lastLine(done.err)}\nCheck that it runs and that DATABASE_URL is right.`,
      );
  });

  const smtpPort = await freePort();
  const own = !process.env.SMTP_URL;
  const env = {
    DATABASE_URL: database,
    SMTP_URL: process.env.SMTP_URL ?? `smtp://127.0.0.1:${smtpPort}`,
    PUBLIC_URL: process.env.PUBLIC_URL ?? `http://127.0.0.1:${port}`,
    AUTH_SECRET: process.env.AUTH_SECRET ?? secret('auth-secret'),
    ...(dev ? { CHECK_ANSWERS: '1' } : {}),
    DEMO_EMAIL: 'wren@slowspoke.test',
    DEMO_PASSWORD: secret('demo-password'),
    OPERATORS: 'wren@slowspoke.test',
    SAMPLE_SITE_URL: `http://127.0.0.1:${port + 1}`,
    RETURNED_MAIL_KEY: process.env.RETURNED_MAIL_KEY ?? secret('returned-mail-key'),
    NAME_SERVER: process.env.NAME_SERVER ?? `127.0.0.1:${port + 4}`,
    INSIDE_HOOKS: `127.0.0.1:${port + 5}`,
    RECEIVER_URL: `http://127.0.0.1:${port + 5}/hear`,
    ...(own ? { POST_OFFICE_URL: `http://127.0.0.1:${port + 2}` } : {}),
  };
  await keepRunning('The website and the post office', () =>
    startStandins({
      ...env,
      WEBSITE_PORT: String(port + 1),
      NAMES_PORT: String(port + 3),
      RECEIVER_PORT: String(port + 5),
      ...(own ? { SMTP_PORT: String(smtpPort), POST_PORT: String(port + 2), POST_FOLDER: join(data, 'post') } : {}),
    }),
  );

  const { out } = await run(process.execPath, ['built/migrate.mjs', '--is-empty'], { env });
  if (out.trim() === 'empty') {
    await step('Loading the demo: its visitors take the quiz', () =>
      run(process.execPath, [...tsx, 'demo/load.ts'], { env }),
    );
  }
  if (!dev) await ensureBuild('.next');
  await keepRunning('The server', () => startServer(env, port, { dev, log: dev ? undefined : logFile('server', 'a') }));
  if (cluster) watchOver(cluster);
  say(`\nThe sample website is at http://127.0.0.1:${port + 1}`);
  if (own) say(`The post office is at http://127.0.0.1:${port + 2}`);
  say(`The name server, for host names such as quiz.slowspoke.localhost, is at http://127.0.0.1:${port + 3}`);
  say(`Another system that can be told what happens, a till, is at http://127.0.0.1:${port + 5}`);
  say(`All primitives and kinds of question are at http://127.0.0.1:${port}/gallery`);
  say('Ctrl-C ends all of it.');
  say(`Yes Maybe is at http://127.0.0.1:${port}`);
}

/** Brings a process back when it dies, and says so; one that dies again and again is given up. */
async function keepRunning(what, begin) {
  let deaths = 0;
  const watch = (child) => {
    child.once('exit', async (code, signal) => {
      if (ending) return;
      deaths += 1;
      say(`${what} ended (${signal ?? `code ${code}`}); .data/ has the logs.`);
      if (deaths > MOST_DEATHS) {
        say('It has ended too often, so the demo ends.');
        return void end();
      }
      setTimeout(() => (deaths -= 1), 60_000).unref();
      try {
        watch(await begin());
        say(`${what} is back.`);
      } catch (error) {
        say(error.message);
        void end();
      }
    });
  };
  watch(await begin());
}

/** Looks after the database, and brings it back when it has gone. */
function watchOver(cluster) {
  const timer = setInterval(async () => {
    if (ending || (await cluster.isRunning())) return;
    clearInterval(timer);
    say('The database ended; it is being started again.');
    try {
      await cluster.start();
      say('The database is back.');
      watchOver(cluster);
    } catch (error) {
      say(error.message);
      void end();
    }
  }, LOOKS);
  timer.unref();
}

async function startOver() {
  if (process.env.DATABASE_URL)
    throw new Trouble(
      '--fresh does not empty a database it did not make. Empty the one behind DATABASE_URL yourself, then start without --fresh.',
    );
  await step('Forgetting what was there', async () => {
    await forgetCluster('demo');
    rmSync(join(data, 'post'), { recursive: true, force: true });
  });
}

const lastLine = (text) =>
  text
    .trim()
    .split('\n')
    .filter((line) => !/^\s+at |^Node\.js/.test(line))
    .at(-1) ?? 'unknown trouble';
