// A receiver of messages: it checks who sent them, takes each once, and answers at once. `SECRET=whsec_… PORT=8080 node docs/examples/receiver.mjs`
import { createServer } from 'node:http';
import { Webhook } from 'standardwebhooks';

const webhook = new Webhook(process.env.SECRET);
// A message may come twice, under the same id: a table of a database is the place for what is known already.
const known = new Set();

createServer((request, response) => {
  let body = '';
  request.on('data', (part) => (body += part));
  request.on('end', () => {
    try {
      const { type, data } = webhook.verify(body, request.headers);
      const id = request.headers['webhook-id'];
      if (!known.has(id))
        process.stdout.write(`${type} ${data.quiz?.title ?? ''} ${JSON.stringify(data.verdicts ?? {})}\n`);
      known.add(id);
      response.writeHead(204).end();
    } catch {
      response.writeHead(401).end();
    }
  });
}).listen(Number(process.env.PORT), '127.0.0.1', () => process.stdout.write('listening\n'));
