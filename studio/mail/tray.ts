import type { RichDoc } from '../../core/quiz/schema';

/** A letter in the tray, as it went out or will. */
export type TrayLetter = {
  id: string;
  recipient: string;
  subject: string;
  body: RichDoc;
  writtenAt: string;
  state: 'waiting' | 'delivered' | 'failed';
  tries: number;
  trouble: string;
  changedAt: string;
};
export type Tray = { letters: TrayLetter[]; counts: Record<string, number> };
