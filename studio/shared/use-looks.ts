/** The looks of the workspace. */
import { useCallback, useEffect, useState } from 'react';
import type { AnswerOf } from '../../contract';
import { call } from '../../contract/call';
import { messageOf } from './trouble';

export type Looks = AnswerOf<'GET /api/looks'>;

/** @returns the looks, null until they are there; and what asks for them anew */
export function useLooks(first: Looks | null = null) {
  const [looks, setLooks] = useState(first);
  const [trouble, setTrouble] = useState('');
  const ask = useCallback(
    () =>
      call('GET /api/looks', {}).then(
        (got) => {
          setLooks(got);
          setTrouble('');
        },
        (error: unknown) => setTrouble(messageOf(error)),
      ),
    [],
  );
  useEffect(() => {
    if (!first) void ask();
  }, [first, ask]);
  return { looks, trouble, ask, setTrouble };
}
