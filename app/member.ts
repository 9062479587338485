import { headers } from 'next/headers';
import { notFound, redirect } from 'next/navigation';
import { cache } from 'react';
import type { Membership } from '../db/queries/members';
import { memberOf } from '../server/accounts/auth';
import { HttpError } from '../server/platform/http-error';
import { getQuiz } from '../server/accounts/own-quiz';
import { patiently } from '../server/platform/patience';

/** Who is looking at this page; strangers are sent to the door. */
export const member = cache(async (): Promise<Membership> => {
  const asked = await headers();
  return (await patiently(() => memberOf(asked))) ?? redirect('/');
});

/** A quiz of the member's workspace, or the page that says it is not here. */
export const quizRow = cache(async (quizId: string) => {
  try {
    const who = await member();
    return await patiently(() => getQuiz(who, quizId));
  } catch (error) {
    if (error instanceof HttpError && error.status === 404) notFound();
    throw error;
  }
});
