/** Why something that was sent is not taken. */
export type RefusalCode =
  | 'wrong-page'
  | 'required'
  | 'too-few'
  | 'too-many'
  | 'out-of-range'
  | 'unknown'
  | 'not-an-email'
  | 'not-a-phone'
  | 'not-a-date'
  | 'not-a-number'
  | 'no-file'
  | 'file-kind'
  | 'file-too-large'
  | 'consent'
  | 'too-long'
  | 'finished'
  | 'no-back';
export type Refusal = { block: string | null; field?: string; code: RefusalCode; message: string };

export const refuse = (
  block: string | null,
  code: RefusalCode,
  message: string,
  field?: string,
): { refused: Refusal[] } => ({
  refused: [{ block, code, message, ...(field ? { field } : {}) }],
});
