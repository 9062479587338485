/** What storms and drills are made of: processes that can be killed, a post office that takes everything, a creator with a quiz. */
import { type ChildProcess, spawn } from 'node:child_process';
import { once } from 'node:events';
import { SMTPServer } from 'smtp-server';
import { insertWorkspace, membershipOf, setVerified } from '../db/queries/members';
import { auth } from '../server/accounts/auth';
import { database } from '../server/platform/database';
import { newId } from '../server/platform/ids';
import { answers } from './browser/servers';
import { published, smallQuiz } from './server/world';

/** A post office that takes everything, and remembers which letters came. */
export async function postOffice() {
  const came = new Map<string, number>();
  const server = new SMTPServer({
    disabledCommands: ['AUTH', 'STARTTLS'],
    onData(stream, _session, done) {
      let text = '';
      stream.on('data', (part: Buffer) => (text += part.toString('latin1')));
      stream.on('end', () => {
        const id = /^Message-ID: <((?:l|m\d{4})-[^.>]+)/im.exec(text)?.[1] ?? '';
        came.set(id, (came.get(id) ?? 0) + 1);
        done();
      });
    },
  });
  server.on('error', () => undefined);
  await new Promise<void>((resolve) => server.listen(0, '127.0.0.1', resolve));
  const { port } = server.server.address() as { port: number };
  return { port, came, close: () => new Promise<void>((resolve) => server.close(() => resolve())) };
}

/** A process of the application, started again when it is killed. */
export class App {
  private child: ChildProcess | null = null;
  /** The last that its log said. */
  told: string[] = [];
  constructor(
    readonly port: number,
    private readonly env: Record<string, string>,
  ) {}
  readonly url = () => `http://127.0.0.1:${this.port}`;
  async start(): Promise<void> {
    this.child = spawn(process.execPath, ['built/serve.mjs'], {
      env: { ...process.env, ...this.env, PORT: String(this.port), NODE_ENV: 'production' },
      stdio: ['ignore', 'ignore', 'pipe'],
    });
    this.child.stderr?.setEncoding('utf8').on('data', (lines: string) => {
      this.told = [...this.told, ...lines.trim().split('\n')].slice(-200);
    });
    await answers(`${this.url()}/api/health/live`, this.child);
  }
  /** Tells it to end, and waits until it has. */
  async end(): Promise<void> {
    await this.stop('SIGTERM');
  }
  async kill(): Promise<void> {
    await this.stop('SIGKILL');
  }
  private async stop(signal: 'SIGTERM' | 'SIGKILL'): Promise<void> {
    const { child } = this;
    if (!child || child.exitCode !== null || child.signalCode !== null) return;
    const gone = once(child, 'close');
    child.kill(signal);
    await gone;
  }
}

export async function creator() {
  const email = `${newId('c')}@slowspoke.test`;
  const password = 'only in this weather';
  const { user } = await auth().api.signUpEmail({ body: { name: 'Wren', email, password } });
  await setVerified(database(), user.id);
  const response = await auth().api.signInEmail({ body: { email, password }, asResponse: true });
  const cookie = response.headers
    .getSetCookie()
    .map((c) => c.split(';')[0])
    .join('; ');
  const member = await membershipOf(database(), user.id);
  if (!member) await insertWorkspace(database(), { workspaceId: newId('w'), name: 'Storm', userId: user.id });
  const own = member ?? (await membershipOf(database(), user.id));
  if (!own) throw new Error('There is no workspace.');
  return { cookie, at: await published(smallQuiz(), own) };
}
