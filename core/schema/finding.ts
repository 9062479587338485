import type { Edit } from './edit';

export type Tab = 'write' | 'score' | 'route' | 'style' | 'mail' | 'publish';
export type Finding = {
  code: string;
  severity: 'error' | 'warning' | 'note';
  /** The tab whose part it is. */
  tab: Tab;
  /** Ids from the outside in: page, block, option; or verdict, outcome; or letter. */
  where: string[];
  message: string;
  /** Why its creator leaves it as it is; it is no warning any more. */
  aside?: { id: string; because: string };
  /** A repair that needs no decision. */
  fix?: { say: string; edit: Edit };
};

/** What a finding is about: the same one is found again after other changes. */
export const placeOf = ({ code, where }: Pick<Finding, 'code' | 'where'>): string => [code, ...where].join(' ');

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
