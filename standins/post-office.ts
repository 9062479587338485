/**
 * A post office on loopback: takes letters by SMTP, keeps each as a file, and shows them on a page of its own, as they arrived.
 * Letters to an address that starts with "refused" are refused for good; those to one that starts with "returned" are taken, and come back.
 */
import { mkdirSync, readdirSync, readFileSync, writeFileSync } from 'node:fs';
import { createServer, type Server } from 'node:http';
import { join } from 'node:path';
import { type ParsedMail, simpleParser } from 'mailparser';
import { SMTPServer } from 'smtp-server';

export type PostOffice = { close: () => Promise<void> };

const escape = (text: string): string => text.replace(/[&<>"]/g, (c) => `&#${c.charCodeAt(0)};`);

export async function startPostOffice({
  smtpPort,
  webPort,
  folder,
  returns,
}: {
  smtpPort: number;
  webPort: number;
  folder: string;
  /** Where letters that come back are handed over, and the key that is shown there. */
  returns?: { url: string; key: string };
}): Promise<PostOffice> {
  mkdirSync(folder, { recursive: true });
  let next = readdirSync(folder).length;
  const smtp = new SMTPServer({
    disabledCommands: ['AUTH', 'STARTTLS'],
    // Senders keep their connections; whoever closes the office does not wait for them.
    closeTimeout: 500,
    onRcptTo: ({ address }, _session, done) =>
      address.startsWith('refused')
        ? done(Object.assign(new Error('No such box here'), { responseCode: 550 }))
        : done(),
    onData(stream, session, done) {
      const parts: Buffer[] = [];
      stream.on('data', (part: Buffer) => parts.push(part));
      stream.on('end', () => {
        next += 1;
        const letter = Buffer.concat(parts);
        writeFileSync(join(folder, `${String(next).padStart(6, '0')}.eml`), letter);
        done();
        const [to] = session.envelope.rcptTo;
        if (returns && to?.address.startsWith('returned')) void comeBack(to.address, letter, returns);
      });
    },
  });
  await new Promise<void>((resolve, reject) => {
    smtp.once('error', reject);
    smtp.listen(smtpPort, '127.0.0.1', resolve);
  });
  // Later trouble is a client's that went away in the middle; the office stays open.
  smtp.on('error', () => undefined);
  const web = createServer((request, response) => {
    void page(request.url ?? '/', folder).then(({ status, type, body }) => {
      response.writeHead(status, {
        'Content-Type': type,
        'Content-Security-Policy': "default-src 'none'; style-src 'unsafe-inline'; frame-src 'self'",
      });
      response.end(body);
    });
  });
  await new Promise<void>((resolve) => web.listen(webPort, '127.0.0.1', resolve));
  return {
    close: async () => {
      await Promise.all([new Promise<void>((resolve) => smtp.close(resolve)), closeWeb(web)]);
    },
  };
}

/** A report that a letter could not be put into its box (RFC 3464), with the head of the letter. */
export function reportOf(to: string, letter: Buffer, { action = 'failed', status = '5.1.1' } = {}): string {
  const [head = ''] = letter.toString('latin1').split(/\r?\n\r?\n/);
  return [
    'From: Post office <mailer@post.test>',
    'To: post@yesmaybe.test',
    'Subject: It could not be delivered',
    'MIME-Version: 1.0',
    'Auto-Submitted: auto-replied',
    'Content-Type: multipart/report; report-type=delivery-status; boundary="report"',
    '',
    '--report',
    'Content-Type: text/plain; charset=utf-8',
    '',
    `Your letter to ${to} could not be delivered.`,
    '',
    '--report',
    'Content-Type: message/delivery-status',
    '',
    'Reporting-MTA: dns; post.test',
    '',
    `Final-Recipient: rfc822; ${to}`,
    `Action: ${action}`,
    `Status: ${status}`,
    `Diagnostic-Code: smtp; 550 ${status}`,
    '  This box is closed',
    '',
    '--report',
    'Content-Type: text/rfc822-headers',
    '',
    head,
    '',
    '--report--',
    '',
  ].join('\r\n');
}

/** The letter comes back a moment later, when whoever sent it has noted that it was taken. */
async function comeBack(to: string, letter: Buffer, { url, key }: { url: string; key: string }): Promise<void> {
  for (let attempt = 0; attempt < 10; attempt++) {
    await new Promise((resume) => setTimeout(resume, 500));
    const told = await fetch(url, {
      method: 'POST',
      headers: { Authorization: `Bearer ${key}`, 'Content-Type': 'message/rfc822' },
      body: reportOf(to, letter),
    })
      .then((response) => response.json() as Promise<{ noted?: boolean }>)
      .catch(() => ({ noted: false }));
    if (told.noted) return;
  }
}

const closeWeb = (web: Server) =>
  new Promise<void>((resolve) => {
    web.close(() => resolve());
    web.closeAllConnections();
  });

type Letter = { file: string; mail: ParsedMail };
export async function lettersIn(folder: string, most = 200): Promise<Letter[]> {
  const files = readdirSync(folder).sort().reverse().slice(0, most);
  return Promise.all(files.map(async (file) => ({ file, mail: await simpleParser(readFileSync(join(folder, file))) })));
}

const toOf = (mail: ParsedMail): string =>
  [mail.to ?? []]
    .flat()
    .map((to) => to.text)
    .join(', ');
const style = `body{font:16px/1.5 Georgia,serif;background:#F5F6F1;color:#1D2430;max-width:760px;margin:32px auto;padding:0 20px}
a{color:inherit}li{border-bottom:1px solid #D9DCD2;padding:10px 0;list-style:none}ul{padding:0}small{color:#4E5766}iframe{width:100%;height:70vh;border:1px solid #D9DCD2;background:#fff}`;

async function page(url: string, folder: string): Promise<{ status: number; type: string; body: string }> {
  const [, kind, file] = url.split('/');
  const html = (body: string, status = 200) => ({
    status,
    type: 'text/html; charset=utf-8',
    body: `<!doctype html><html lang="en"><title>Post office</title><style>${style}</style>${body}</html>`,
  });
  if (url === '/json') {
    const letters = (await lettersIn(folder)).map(({ file: id, mail }) => ({
      id,
      to: toOf(mail),
      subject: mail.subject ?? '',
      text: mail.text ?? '',
      html: mail.html || '',
    }));
    return { status: 200, type: 'application/json', body: JSON.stringify(letters) };
  }
  if (!kind) {
    const lines = (await lettersIn(folder)).map(
      ({ file: id, mail }) =>
        `<li><a href="/letter/${id}">${escape(mail.subject ?? '(no subject)')}</a><br><small>to ${escape(toOf(mail))}, ${escape(mail.date?.toISOString() ?? '')}</small></li>`,
    );
    return html(
      `<h1>Post office</h1><p>Letters as they arrived, newest first. Nothing leaves this machine.</p><ul>${lines.join('') || '<li>No letter yet.</li>'}</ul>`,
    );
  }
  if (!file || !/^\d{6}\.eml$/.test(file) || !readdirSync(folder).includes(file))
    return html('<p>There is no such letter. <a href="/">All letters</a></p>', 404);
  const mail = await simpleParser(readFileSync(join(folder, file)));
  if (kind === 'body') return html(mail.html || `<pre style="white-space:pre-wrap">${escape(mail.text ?? '')}</pre>`);
  return html(`<p><a href="/">All letters</a></p><h1>${escape(mail.subject ?? '')}</h1><p>From ${escape(mail.from?.text ?? '')}<br>To ${escape(toOf(mail))}</p>
<iframe sandbox title="The letter" src="/body/${file}"></iframe><h2>As plain text</h2><pre style="white-space:pre-wrap">${escape(mail.text ?? '')}</pre>`);
}
