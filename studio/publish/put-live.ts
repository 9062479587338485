'use client';
/** An earlier edition is put live again. */
import { useRouter } from 'next/navigation';
import { useState } from 'react';
import { call } from '../../contract/call';
import { useQuiz } from '../document';
import { usePublication } from '../shared/publication';
import { messageOf } from '../shared/trouble';

export function usePutLive() {
  const { id } = useQuiz();
  const { wentLive } = usePublication();
  const router = useRouter();
  const [trouble, setTrouble] = useState('');
  const act = async (edition: number): Promise<boolean> => {
    setTrouble('');
    try {
      await call('POST /api/quizzes/{quiz}/editions/{edition}/live', { quiz: id, edition: String(edition) });
    } catch (error) {
      setTrouble(messageOf(error));
      return false;
    }
    wentLive(edition);
    router.refresh();
    return true;
  };
  return { act, trouble };
}
