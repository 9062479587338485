/** Another system that is told what happens: it checks who sent it, shows what came, and fails or is slow where it is told to. */
import { createServer } from 'node:http';
import { Webhook } from 'standardwebhooks';

export type Heard = {
  id: string;
  at: number;
  type: string;
  body: string;
  /** Whether the signature is the sender's; null where the secret is not known here. */
  isGenuine: boolean | null;
  answered: number;
};
export type Receiver = {
  url: string;
  heard: Heard[];
  /** What is answered from now on, for what comes in; 200 by itself. */
  answer: (with_: (heard: Heard) => Answer | Promise<Answer>) => void;
  setSecret: (secret: string) => void;
  close: () => Promise<void>;
};
export type Answer = { status: number; headers?: Record<string, string>; body?: string };

const escape = (text: string): string => text.replace(/[&<>"]/g, (c) => `&#${c.charCodeAt(0)};`);
const MOST = 500;

const page = (heard: readonly Heard[], mode: string, secret: string): string => `<!doctype html>
<html lang="en"><meta charset="utf-8"><title>The till of Slow Spoke</title><style>body{font:16px/1.5 system-ui;max-width:760px;margin:40px auto;padding:0 20px}pre{white-space:pre-wrap;overflow-wrap:anywhere;background:#eee;padding:8px}input{width:100%;font:inherit}</style>
<h1>The till of Slow Spoke</h1><p>Another system, which is told what happens in quizzes.</p>
<form method="post" action="/set"><label>Secret <input name="secret" value="${escape(secret)}"></label>
<p>It <select name="mode" aria-label="What it does">${['takes everything', 'fails', 'is slow', 'wants no more']
  .map((one) => `<option${one === mode ? ' selected' : ''}>${one}</option>`)
  .join('')}</select> <button>Set it</button></p></form>
<h2>${heard.length} came</h2>
${[...heard]
  .reverse()
  .map(
    (h) =>
      `<h3>${escape(h.type)}</h3><p>${new Date(h.at).toISOString()}, ${escape(h.id)}, ${
        h.isGenuine === null ? 'not checked: no secret is set' : h.isGenuine ? 'genuine' : 'NOT GENUINE'
      }, answered ${h.answered}</p><pre>${escape(h.body)}</pre>`,
  )
  .join('')}</html>`;

export async function startReceiver({ port }: { port: number }): Promise<Receiver> {
  const heard: Heard[] = [];
  let secret = '';
  let mode = 'takes everything';
  let answerFor: ((heard: Heard) => Answer | Promise<Answer>) | undefined;
  const byMode = async (): Promise<Answer> => {
    if (mode === 'is slow') await new Promise((resume) => setTimeout(resume, 20_000));
    return { status: mode === 'fails' ? 500 : mode === 'wants no more' ? 410 : 200 };
  };
  const server = createServer((request, response) => {
    const parts: Buffer[] = [];
    request.on('data', (part: Buffer) => parts.push(part));
    request.on('end', () => {
      const body = Buffer.concat(parts).toString('utf8');
      if (request.method === 'GET') {
        response.setHeader('Content-Type', 'text/html; charset=utf-8').end(page(heard, mode, secret));
        return;
      }
      if (request.url === '/set') {
        const said = new URLSearchParams(body);
        secret = said.get('secret')?.trim() ?? '';
        mode = said.get('mode') ?? mode;
        response.writeHead(303, { Location: '/' }).end();
        return;
      }
      const header = (name: string) => String(request.headers[name] ?? '');
      const one: Heard = {
        ...{ id: header('webhook-id'), at: Date.now(), type: typeIn(body), body },
        isGenuine: secret === '' ? null : isGenuine(secret, body, header),
        answered: 0,
      };
      heard.push(one);
      if (heard.length > MOST) heard.shift();
      void Promise.resolve((answerFor ?? byMode)(one)).then(({ status, headers, body: text = '' }) => {
        one.answered = status;
        if (!response.destroyed) response.writeHead(status, headers).end(text);
      });
    });
  });
  await new Promise<void>((done) => server.listen(port, '127.0.0.1', done));
  return {
    url: `http://127.0.0.1:${port}`,
    heard,
    answer: (with_) => (answerFor = with_),
    setSecret: (set) => (secret = set),
    close: async () => {
      server.closeAllConnections();
      await new Promise((done) => server.close(done));
    },
  };
}

function typeIn(body: string): string {
  try {
    const said: unknown = JSON.parse(body);
    return typeof said === 'object' && said !== null && 'type' in said ? String(said.type) : '';
  } catch {
    return '';
  }
}

/** The check of the standard's own library. */
function isGenuine(secret: string, body: string, header: (name: string) => string): boolean {
  try {
    new Webhook(secret).verify(body, {
      'webhook-id': header('webhook-id'),
      'webhook-timestamp': header('webhook-timestamp'),
      'webhook-signature': header('webhook-signature'),
    });
    return true;
  } catch {
    return false;
  }
}
