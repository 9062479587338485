import type { Membership } from '../../db/queries/members';
import { HttpError } from '../platform/http-error';

/** Refuses those who may only look. */
export function requireEditor(member: Membership): void {
  if (member.role === 'reader') {
    throw new HttpError(
      403,
      'may-only-look',
      'You may look at this, but not change it. Ask the owner of the workspace.',
    );
  }
}

/** Refuses all but owners. */
export function requireOwner(member: Membership): void {
  if (member.role !== 'owner')
    throw new HttpError(403, 'owners-only', 'Only an owner of the workspace may do that. Nothing was changed.');
}
