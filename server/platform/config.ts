/** The settings of this process as the application uses them. */
import { faultsIn, setting, type SettingName } from './settings';

export type Config = {
  databaseUrl: string;
  /** Connections that this process holds at most. */
  connections: number;
  /** Whether a pooler gives out connections by transaction: nothing may be kept in one then. */
  isPooled: boolean;
  /** A standby that is read from, and how long it is waited for in milliseconds; null where there is none. */
  standby: { url: string; patience: number } | null;
  smtpUrl: string;
  /** Where visitors and creators reach the application, without a slash at the end. */
  publicUrl: string;
  authSecret: string;
  mailFrom: string;
  /** Addresses of accounts that may look at how the application is doing, in small letters. */
  operators: string[];
  /** Where traces go. */
  collector: string | null;
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

let config: Config | undefined;

/** @throws Error with a line for each setting that is missing or wrong */
export function readConfig(): Config {
  if (config) return config;
  const faults = faultsIn(process.env);
  if (faults.length > 0) throw new Error(faults.join('\n'));
  const orNull = (name: SettingName) => setting(name) || null;
  const list = (name: SettingName) =>
    setting(name)
      .split(',')
      .map((one) => one.trim())
      .filter(Boolean);
  const [email, password] = [setting('DEMO_EMAIL'), setting('DEMO_PASSWORD')];
  config = {
    databaseUrl: setting('DATABASE_URL'),
    connections: Number(setting('DATABASE_CONNECTIONS')),
    isPooled: setting('DATABASE_POOLED') === '1',
    standby: setting('STANDBY_URL')
      ? { url: setting('STANDBY_URL'), patience: Number(setting('STANDBY_PATIENCE')) }
      : null,
    smtpUrl: setting('SMTP_URL'),
    publicUrl: setting('PUBLIC_URL').replace(/\/$/, ''),
    authSecret: setting('AUTH_SECRET'),
    mailFrom: setting('MAIL_FROM'),
    operators: list('OPERATORS').map((one) => one.toLowerCase()),
    collector: orNull('OTEL_EXPORTER_OTLP_ENDPOINT'),
    demo: email && password ? { email, password } : null,
    sampleSite: orNull('SAMPLE_SITE_URL'),
    postOffice: orNull('POST_OFFICE_URL'),
    receiver: orNull('RECEIVER_URL'),
    signInLimit: Number(setting('SIGN_IN_LIMIT')),
    nameServer: orNull('NAME_SERVER'),
    returnedKey: orNull('RETURNED_MAIL_KEY'),
    insideHooks: list('INSIDE_HOOKS'),
    regionHeader: orNull('REGION_HEADER'),
    haste: Number(setting('HASTE')),
    visitorRate: Number(setting('VISITOR_RATE')),
    checkAnswers: setting('CHECK_ANSWERS') === '1',
  };
  return config;
}
