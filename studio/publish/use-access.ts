/** Settings that take effect at once: shown as they are chosen, and put back where the server does not take them. */
import { useRef, useState } from 'react';
import type { AccessStanding } from '../../contract/access';
import { call } from '../../contract/call';
import type { Access } from '../../core/schema/access';
import { messageOf } from '../shared/trouble';

export function useAccess(quiz: string, first: AccessStanding) {
  const [standing, setStanding] = useState(first);
  const [trouble, setTrouble] = useState('');
  const [isSaved, setSaved] = useState(false);
  /** What the server has. */
  const kept = useRef(first);
  /** Only the last of several requests says how it stands. */
  const asked = useRef(0);
  const send = async (shown: AccessStanding, request: () => Promise<AccessStanding>): Promise<boolean> => {
    const own = (asked.current += 1);
    setStanding(shown);
    setTrouble('');
    setSaved(false);
    try {
      const now = await request();
      kept.current = now;
      if (own === asked.current) setStanding(now);
      setSaved(true);
      return true;
    } catch (error) {
      if (own === asked.current) setStanding(kept.current);
      setTrouble(messageOf(error));
      return false;
    }
  };
  /** An undefined value takes the setting out. */
  const set = (part: { [K in keyof Access]?: Access[K] | undefined }): Promise<boolean> => {
    const settings: Access = { ...standing.settings };
    for (const [key, value] of Object.entries<unknown>(part)) {
      Reflect.deleteProperty(settings, key);
      if (value !== undefined) Object.assign(settings, { [key]: value });
    }
    return send({ ...standing, settings }, () => call('PUT /api/quizzes/{quiz}/access', { quiz, body: { settings } }));
  };
  const setPasscode = (passcode: string): Promise<boolean> =>
    send({ ...standing, hasPasscode: passcode !== '' }, () =>
      call('PUT /api/quizzes/{quiz}/passcode', { quiz, body: { passcode } }),
    );
  const refresh = () => void send(standing, () => call('GET /api/quizzes/{quiz}/access', { quiz }));
  return { standing, trouble, isSaved, set, setPasscode, refresh };
}
export type AccessHandle = ReturnType<typeof useAccess>;
