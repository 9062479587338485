/** Settings that take effect at once: shown as they are chosen, and put back where the server does not take them. */
import { useRef, useState } from 'react';
import type { AccessStanding } from '../../contract/access';
import { call } from '../../contract/call';
import type { Access } from '../../core/schema/access';
import { inLine } from '../../core/values/in-line';
import { messageOf } from '../shared/trouble';

export function useAccess(quiz: string, first: AccessStanding) {
  const [standing, setStanding] = useState(first);
  /** What became of the last change, and in which paragraph it was made. */
  const [last, setLast] = useState({ part: '', trouble: '', isSaved: false });
  /** What the server has on disk. */
  const [kept, setKept] = useState(first);
  /** Only the last of several requests says how it stands. */
  const asked = useRef(0);
  // One behind the other: of two that are on their way at once the older one might arrive last, and hold.
  const [line] = useState(inLine);
  const send = async (
    part: string,
    shown: AccessStanding,
    request: () => Promise<AccessStanding>,
  ): Promise<boolean> => {
    const own = (asked.current += 1);
    setStanding(shown);
    setLast({ part, trouble: '', isSaved: false });
    try {
      const now = await line(request);
      setKept(now);
      // Only what was set last says that it is on disk.
      if (own === asked.current) {
        setStanding(now);
        setLast({ part, trouble: '', isSaved: true });
      }
      return true;
    } catch (error) {
      if (own === asked.current) setStanding(kept);
      setLast({ part, trouble: messageOf(error), isSaved: false });
      return false;
    }
  };
  /** The settings as one paragraph sets them. */
  const of = (part: string) => ({
    standing,
    kept,
    trouble: last.part === part ? last.trouble : '',
    isSaved: last.part === part && last.isSaved,
    /** An undefined value takes the setting out. */
    set: (values: { [K in keyof Access]?: Access[K] | undefined }): Promise<boolean> => {
      const settings: Access = { ...standing.settings };
      for (const [key, value] of Object.entries<unknown>(values)) {
        Reflect.deleteProperty(settings, key);
        if (value !== undefined) Object.assign(settings, { [key]: value });
      }
      return send(part, { ...standing, settings }, () =>
        call('PUT /api/quizzes/{quiz}/access', { quiz, body: { settings } }),
      );
    },
    setPasscode: (passcode: string): Promise<boolean> =>
      send(part, { ...standing, hasPasscode: passcode !== '' }, () =>
        call('PUT /api/quizzes/{quiz}/passcode', { quiz, body: { passcode } }),
      ),
    refresh: () => void send('', standing, () => call('GET /api/quizzes/{quiz}/access', { quiz })),
  });
  return { standing, of };
}
export type AccessHandle = ReturnType<ReturnType<typeof useAccess>['of']>;
