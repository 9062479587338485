import { type Condition, readConditions } from '../../core/stats/filter';
import { HttpError } from '../platform/http-error';

/** The conditions in an address. @throws HttpError 400 where there is no reading them */
export function conditionsIn(where: string | null | undefined): Condition[] {
  const read = readConditions(where ?? '');
  if (!read) throw new HttpError(400, 'not-valid', 'where: conditions are expected. Nothing was counted.');
  return read;
}
