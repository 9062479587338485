/** What a visitor's request is shown: what is live, one of two versions of it, or what somebody tries with a link. */
import { headers } from 'next/headers';
import { cache } from 'react';
import { type LiveEdition, liveQuiz, versionFor } from '../../server/publishing/editions';
import { trialAt } from '../../server/publishing/trials';
import { patiently } from '../../server/platform/patience';
import { whereFrom } from '../../server/platform/rates';
import { TRIAL_HEADER, WISH_HEADER } from '../../server/platform/policy';
import { languageFor } from '../../visitor/languages';
import type { Wish } from '../../core/languages/choose';
import type { Quiz } from '../../core/schema/quiz';
import { orNotFound } from './first-page';

export const shownAt = cache(async (address: string): Promise<LiveEdition & { isTrial: boolean }> => {
  const asked = await headers();
  const key = asked.get(TRIAL_HEADER);
  const trial = key ? await patiently(() => trialAt(address, key)) : null;
  if (trial) return { ...trial, isTrial: true };
  const live = await orNotFound(patiently(() => liveQuiz(address)));
  return { ...(await versionFor(live, whereFrom({ headers: asked }))), isTrial: false };
});

/** The language of the page that a request is shown. */
export async function languageShown(quiz: Quiz): Promise<string> {
  // Written by the proxy, which alone sees the address.
  const wish = (await headers()).get(WISH_HEADER);
  return languageFor(quiz, wish ? (JSON.parse(decodeURIComponent(wish)) as Wish) : {});
}
