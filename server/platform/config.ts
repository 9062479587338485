/** The one place where configuration is read. Wrong or missing values end the start with one clear line. */
export type Config = {
  databaseUrl: string;
  smtpUrl: string;
  /** Where visitors and creators reach the application, without a slash at the end. */
  publicUrl: string;
  authSecret: string;
  mailFrom: string;
  /** Set in the demo: the creator that one button signs in. */
  demo: { email: string; password: string } | null;
  /** The sample website of the demo, shown on Publish. */
  sampleSite: string | null;
  postOffice: string | null;
  /** Another system of the demo that can be told what happens. */
  receiver: string | null;
  /** How often one address may try to sign in, sign up or reset a password in a minute. */
  signInLimit: number;
  /** The name server that is asked whether a host name is proven, as `address:port`; null for the system's. */
  nameServer: string | null;
  /** Addresses inside the network that webhooks may go to, as `host:port`, without TLS too: in tests and in the demo. */
  insideHooks: string[];
  /** What a post office shows that hands over letters that came back; null where none does. */
  returnedKey: string | null;
  /** A header in which the proxy in front names the country of a request (ISO 3166). */
  regionHeader: string | null;
  /** Milliseconds for each thing a visitor sends, below which their browser is asked to work for it; 0 asks nobody. */
  haste: number;
  /** What visitors may send, as a multiple of what is usual (`rates.ts`). */
  visitorRate: number;
  /** Whether what is answered is held against its contract, which costs time: in tests and in development. */
  checkAnswers: boolean;
};

const LOG_LEVELS = ['fatal', 'error', 'warn', 'info', 'debug', 'silent'];
/** How much is logged. Apart from the rest, since the log is made before the configuration is checked. */
export function logLevel(): string {
  const level = process.env['LOG_LEVEL'] ?? 'warn';
  return LOG_LEVELS.includes(level) ? level : 'warn';
}

let config: Config | undefined;

export function readConfig(): Config {
  if (config) return config;
  const need = (name: string): string => {
    const value = process.env[name];
    if (!value) throw new Error(`${name} is not set. docs/operating.md tells what it is for.`);
    return value;
  };
  const positive = (name: string, otherwise: number): number => {
    const value = Number(process.env[name] ?? otherwise);
    if (!(value > 0)) throw new Error(`${name} is "${process.env[name]}"; a number above 0 is expected.`);
    return value;
  };
  const notNegative = (name: string, otherwise: number): number => {
    const value = Number(process.env[name] ?? otherwise);
    if (!(value >= 0)) throw new Error(`${name} is "${process.env[name]}"; a number of at least 0 is expected.`);
    return value;
  };
  const nameServer = process.env['NAME_SERVER'] ?? null;
  if (nameServer !== null && !/^(\[[\da-f:]+\]|[\d.]+)(:\d+)?$/i.test(nameServer))
    throw new Error(`NAME_SERVER is "${nameServer}"; an address of the network is expected, with :port if need be.`);
  const level = process.env['LOG_LEVEL'];
  if (level !== undefined && level !== logLevel())
    throw new Error(`LOG_LEVEL is "${level}"; one of ${LOG_LEVELS.join(', ')} is expected.`);
  if (need('AUTH_SECRET').length < 32) throw new Error('AUTH_SECRET is too short: 32 random characters at least.');
  const returnedKey = process.env['RETURNED_MAIL_KEY'];
  if (returnedKey !== undefined && returnedKey.length < 32)
    throw new Error('RETURNED_MAIL_KEY is too short: 32 random characters at least.');
  config = {
    databaseUrl: need('DATABASE_URL'),
    smtpUrl: need('SMTP_URL'),
    publicUrl: need('PUBLIC_URL').replace(/\/$/, ''),
    authSecret: need('AUTH_SECRET'),
    mailFrom: process.env['MAIL_FROM'] ?? 'Yes Maybe <post@yesmaybe.test>',
    demo:
      process.env['DEMO_EMAIL'] && process.env['DEMO_PASSWORD']
        ? { email: process.env['DEMO_EMAIL'], password: process.env['DEMO_PASSWORD'] }
        : null,
    sampleSite: process.env['SAMPLE_SITE_URL'] ?? null,
    postOffice: process.env['POST_OFFICE_URL'] ?? null,
    receiver: process.env['RECEIVER_URL'] ?? null,
    signInLimit: positive('SIGN_IN_LIMIT', 12),
    nameServer,
    returnedKey: returnedKey ?? null,
    insideHooks: (process.env['INSIDE_HOOKS'] ?? '').split(',').filter(Boolean),
    regionHeader: process.env['REGION_HEADER'] ?? null,
    haste: notNegative('HASTE', 200),
    visitorRate: positive('VISITOR_RATE', 1),
    checkAnswers: process.env['CHECK_ANSWERS'] === '1',
  };
  return config;
}
