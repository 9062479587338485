/** Slips of the finger in an address, such as a letter too many in the name of a large provider. Fetched once somebody has typed an address. */
import spellCheck from '@zootools/email-spell-checker';

/** What was probably meant; null where nothing looks like a slip. */
export const meantBy = (address: string): string | null => spellCheck.run({ email: address.trim() })?.full ?? null;
