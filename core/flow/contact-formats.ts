/** What the fields of a contact form take, by their format. */
import { isSupportedCountry, parsePhoneNumberFromString } from 'libphonenumber-js/min';
import type { ContactField } from '../schema/quiz';
import type { Told } from '../questions/kind';
import { fileIn } from '../values/files';

/** One sign @, something with a dot behind it, no white space: a letter decides the rest. */
export const looksLikeEmail = (text: string): boolean =>
  text.length <= 254 && /^[^\s@,;<>"]{1,64}@[^\s@,;<>"]+\.[^\s@,;<>".]{2,}$/.test(text.trim());

/** Numbers of any country by their own beginning, those of one country without it. Where none is named, digits enough are one. */
export function looksLikePhone(text: string, country?: string): boolean {
  const known = country !== undefined && isSupportedCountry(country) ? country : undefined;
  if (text.trim().startsWith('+') || known) return parsePhoneNumberFromString(text, known)?.isValid() ?? false;
  return /^[\d\s()/.-]{5,30}$/.test(text) && text.replace(/\D/g, '').length >= 5;
}

/** A day there is, YYYY-MM-DD. */
const isDay = (text: string): boolean => {
  const day = /^\d{4}-\d\d-\d\d$/.test(text) ? new Date(`${text}T00:00:00Z`) : null;
  return day !== null && !Number.isNaN(day.getTime()) && day.toISOString().startsWith(text);
};

/** Also where the file is not kept, or not for this run. */
export const NO_FILE: Told = { code: 'no-file', message: 'The file did not arrive. Please choose it once more.' };

const checks: Partial<Record<ContactField['format'], (value: string, field: ContactField) => Told | null>> = {
  email: (value) =>
    looksLikeEmail(value) ? null : { code: 'not-an-email', message: 'This does not look like an e-mail address.' },
  phone: (value, { country }) =>
    looksLikePhone(value, country) ? null : { code: 'not-a-phone', message: 'This does not look like a phone number.' },
  date: (value) => (isDay(value) ? null : { code: 'not-a-date', message: 'This is not a day there is.' }),
  number: (value) =>
    /^[-+−]?\d{1,15}([.,]\d{1,15})?$/.test(value) ? null : { code: 'not-a-number', message: 'This is not a number.' },
  choice: (value, { options = [] }) =>
    options.some(({ id }) => id === value) ? null : { code: 'unknown', message: 'This is not one of the choices.' },
  file: (value) => (fileIn(value) ? null : NO_FILE),
};

/** Why a value cannot stand in a field; null where it can. @param value not empty */
export const formatFault = (field: ContactField, value: string): Told | null =>
  checks[field.format]?.(value, field) ?? null;

/** What was given, in words: of a choice the one that was chosen, of a file its name. */
export const givenWords = ({ format, options = [] }: ContactField, value: string): string =>
  (format === 'file' ? fileIn(value)?.name : options.find(({ id }) => id === value)?.text) ?? value;
