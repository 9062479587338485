/** What there is once in a process, however often the framework bundles the module that keeps it. Each module declares its own. */
// eslint-disable-next-line @typescript-eslint/no-empty-object-type -- filled by those who keep something
export interface OfProcess {}

declare global {
  var yesMaybe: OfProcess | undefined;
}

export const ofProcess: OfProcess = (globalThis.yesMaybe ??= {});
