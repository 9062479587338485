import type { Edit } from './edit';

export type Tab = 'write' | 'score' | 'route' | 'mail' | 'publish';
export type Finding = {
  code: string;
  severity: 'error' | 'warning' | 'note';
  /** The tab whose part it is. */
  tab: Tab;
  /** Ids from the outside in: page, block, option; or verdict, outcome; or letter. */
  where: string[];
  message: string;
  /** A repair that needs no decision. */
  fix?: { say: string; edit: Edit };
};

const make =
  (severity: Finding['severity']) =>
  (code: string, tab: Tab, where: string[], message: string, fix?: Finding['fix']): Finding => ({
    code,
    severity,
    tab,
    where,
    message,
    ...(fix ? { fix } : {}),
  });
export const error = make('error');
export const warning = make('warning');
