import nodemailer, { type SendMailOptions, type Transporter } from 'nodemailer';
import MailComposer from 'nodemailer/lib/mail-composer';
import { readConfig } from './config';

let transport: Transporter | undefined;
/** Connections are kept: post offices make whoever connects wait before they greet. */
const transporter = () =>
  (transport ??= nodemailer.createTransport({
    url: readConfig().smtpUrl,
    pool: true,
    maxConnections: 5,
    maxMessages: 200,
    connectionTimeout: 8_000,
    greetingTimeout: 8_000,
    socketTimeout: 20_000,
  }));

export type Outgoing = {
  to: string;
  subject: string;
  text: string;
  html?: string;
  messageId?: string;
  /** Whom it is from, as mail programs name them; the address is this installation's. */
  sender?: string;
  replyTo?: string;
  headers?: Record<string, string>;
};

function written({ sender, to, ...letter }: Outgoing): SendMailOptions {
  const { mailFrom } = readConfig();
  const address = /<([^<>]+)>\s*$/.exec(mailFrom)?.[1] ?? mailFrom;
  return {
    from: sender === undefined ? mailFrom : { name: sender, address },
    // One recipient, whatever stands in the address.
    to: { name: '', address: to },
    ...letter,
  };
}

/** Hands a letter to the post office. @throws what the post office or the network said */
export async function sendMail(letter: Outgoing): Promise<void> {
  await transporter().sendMail(written(letter));
}

/** Closes the connections that are kept. */
export function closeMail(): void {
  transport?.close();
  transport = undefined;
}

/** A letter as a file (RFC 5322). */
export const rfc822 = (letter: Outgoing): Promise<Buffer> => new MailComposer(written(letter)).compile().build();
