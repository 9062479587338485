/** What is kept of a visitor beside the answers, where a creator has chosen so. */
import type { Access } from '../schema/access';

/** `page` without query and fragment; `device` by what the browser calls itself; `region` as a country (ISO 3166). */
export type Traces = { page?: string; device?: Device; region?: string };
export type Device = 'phone' | 'tablet' | 'computer';
/** What a request says, of which most is forgotten at once. */
export type Seen = { page?: string | undefined; browser?: string | undefined; region?: string | undefined };

const LONGEST = 300;

export function deviceOf(browser: string): Device {
  if (/iPad|Tablet|Android(?!.*Mobile)/i.test(browser)) return 'tablet';
  return /Mobi|iPhone|Android/i.test(browser) ? 'phone' : 'computer';
}

/** A page's address without what may be secret in it; undefined where it is no page of the web. */
export function pageAddress(text: string): string | undefined {
  if (!URL.canParse(text)) return undefined;
  const { protocol, origin, pathname } = new URL(text);
  return protocol === 'https:' || protocol === 'http:' ? `${origin}${pathname}`.slice(0, LONGEST) : undefined;
}

/** The country at the end of the language that a browser likes best ("de-AT, de;q=0.8"); undefined where it names none. */
export function countryIn(acceptLanguage: string): string | undefined {
  return /^[a-z]{2,3}(?:-[a-z]{4})?-([a-z]{2})(?![a-z])/i.exec(acceptLanguage.trim())?.[1]?.toUpperCase();
}

/** What is kept of what a request says; null where nothing is. */
export function tracesOf({ keeps }: Access, { page, browser, region }: Seen): Traces | null {
  const from = keeps?.page && page !== undefined ? pageAddress(page) : undefined;
  const traces: Traces = {
    ...(from === undefined ? {} : { page: from }),
    ...(keeps?.device && browser ? { device: deviceOf(browser) } : {}),
    ...(keeps?.region && region && /^[A-Z]{2}$/.test(region) ? { region } : {}),
  };
  return Object.keys(traces).length > 0 ? traces : null;
}
