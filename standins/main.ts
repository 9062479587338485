/** Starts the simulated outside of the demo: a post office, a name server, another system that is told what happens, and the website of Slow Spoke on an origin of its own. */
import { startNameServer } from './name-server';
import { startReceiver } from './receiver';
import { startPostOffice } from './post-office';
import { startWebsite } from './website';

const port = (name: string): number => {
  const value = Number(process.env[name]);
  if (!Number.isInteger(value) || value <= 0) throw new Error(`${name} must be a port`);
  return value;
};

async function open(): Promise<void> {
  const website = await startWebsite({ port: port('WEBSITE_PORT'), home: process.env['PUBLIC_URL'] ?? '' });
  const office = process.env['SMTP_PORT']
    ? await startPostOffice({
        smtpPort: port('SMTP_PORT'),
        webPort: port('POST_PORT'),
        folder: process.env['POST_FOLDER'] ?? '.data/post',
        ...(process.env['RETURNED_MAIL_KEY']
          ? {
              returns: { url: `${process.env['PUBLIC_URL']}/api/post/returned`, key: process.env['RETURNED_MAIL_KEY'] },
            }
          : {}),
      })
    : null;
  const names = process.env['NAME_SERVER']
    ? await startNameServer({ port: Number(process.env['NAME_SERVER'].split(':')[1]), webPort: port('NAMES_PORT') })
    : null;
  const receiver = process.env['RECEIVER_PORT'] ? await startReceiver({ port: port('RECEIVER_PORT') }) : null;
  process.on('SIGTERM', () => {
    void Promise.all([website.close(), office?.close(), names?.close(), receiver?.close()]).then(() => process.exit(0));
  });
}

open().catch((error: unknown) => {
  console.error(error instanceof Error ? error.message : error);
  process.exit(1);
});
