/** A name server on loopback for text records, and a page on which somebody who holds a name sets them. */
import { createSocket } from 'node:dgram';
import { createServer } from 'node:http';
import { type Answer, decode, encode } from 'dns-packet';

type Kind = 'TXT' | 'A' | 'AAAA';
export type NameServer = { set: (name: string, kind: Kind, says: string) => void; close: () => Promise<void> };

const escape = (text: string): string => text.replace(/[&<>"]/g, (c) => `&#${c.charCodeAt(0)};`);
const page = (records: ReadonlyMap<string, string>): string => `<!doctype html>
<html lang="en"><meta charset="utf-8"><title>Name server</title><style>body{font:16px/1.5 system-ui;max-width:640px;margin:40px auto;padding:0 20px}input{width:100%;font:inherit;margin-bottom:12px}code{overflow-wrap:anywhere}</style>
<h1>Name server</h1><p>Text records, as whoever holds a name sets them.</p>
<form method="post"><label>Name <input name="name" required></label><label>Text <input name="text" required></label><button>Set it</button></form>
<ul>${[...records].map(([name, text]) => `<li><code>${escape(name)} TXT “${escape(text)}”</code></li>`).join('')}</ul></html>`;

export async function startNameServer({ port, webPort }: { port: number; webPort: number }): Promise<NameServer> {
  const records = new Map<string, string>();
  const addresses = new Map<string, string>();
  const socket = createSocket('udp4');
  socket.on('message', (message, { port: to, address }) => {
    const { id, questions = [] } = decode(message);
    const answers = questions.flatMap(({ name, type }): Answer[] => {
      const address = addresses.get(`${type} ${name.toLowerCase()}`);
      if (address !== undefined && (type === 'A' || type === 'AAAA')) return [{ type, name, ttl: 1, data: address }];
      const text = type === 'TXT' ? records.get(name.toLowerCase()) : undefined;
      return text === undefined ? [] : [{ type: 'TXT' as const, name, ttl: 1, data: text }];
    });
    // 3: there is no such name (RFC 1035, 4.1.1).
    const flags = answers.length > 0 ? 0 : 3;
    socket.send(encode({ id: id ?? 0, type: 'response', flags, questions, answers }), to, address);
  });
  const web = createServer((request, response) => {
    const parts: Buffer[] = [];
    request.on('data', (part: Buffer) => parts.push(part));
    request.on('end', () => {
      const said = new URLSearchParams(Buffer.concat(parts).toString('utf8'));
      const [name, text] = [said.get('name')?.trim().toLowerCase(), said.get('text')?.trim()];
      if (request.method === 'POST' && name && text) records.set(name, text);
      response.setHeader('Content-Type', 'text/html; charset=utf-8').end(page(records));
    });
  });
  await new Promise<void>((done) => socket.bind(port, '127.0.0.1', done));
  await new Promise<void>((done) => web.listen(webPort, '127.0.0.1', done));
  return {
    set: (name, kind, says) => (kind === 'TXT' ? records.set(name, says) : addresses.set(`${kind} ${name}`, says)),
    close: async () => {
      await new Promise<void>((done) => socket.close(() => done()));
      web.closeAllConnections();
      await new Promise((done) => web.close(done));
    },
  };
}
