/** What the first page of a quiz is made of, whether it is kept whole or made for one visitor. */
import { wornBy } from '../../core/look/worn';
import type { Metadata } from 'next';
import { notFound } from 'next/navigation';
import { readConfig } from '../../server/platform/config';
import type { LiveEdition } from '../../server/publishing/editions';
import { HttpError } from '../../server/platform/http-error';
import { shareOf } from '../../server/visitor/share';
import type { Door } from '../../core/access/door';
import { askedOfAddress } from '../../core/flow/carry';
import { closedLook, firstLook } from '../../server/visitor/take-step';
import { spokenIn } from '../../visitor/languages';
import { type OfLanguages, TakeQuiz } from '../../visitor/take-quiz';
import { preloadType } from './families';
import { inLanguage, languagesOf, nameOfLanguage } from '../../core/languages/translate';
import type { Quiz } from '../../core/schema/quiz';

export const orNotFound = async <T,>(look: Promise<T>): Promise<T> => {
  try {
    return await look;
  } catch (error) {
    if (error instanceof HttpError && error.status === 404) notFound();
    throw error;
  }
};

/** The languages of a quiz by their own names, where there are several. */
export function inTheLanguages(quiz: Quiz): OfLanguages | undefined {
  const ids = languagesOf(quiz);
  if (ids.length < 2) return undefined;
  return {
    all: ids.map((id) => ({ id, name: nameOfLanguage(id, id) })),
    isOffered: quiz.delivery.language === 'offered',
  };
}

/** @param shared the mark of an outcome that somebody shares */
/** @param isPersonal it is a page of one run, or of a trial: nothing that is to be found */
export function metadataOf(
  address: string,
  shown: LiveEdition,
  language: string,
  shared?: string,
  isPersonal = false,
): Metadata {
  const live = { ...shown, quiz: inLanguage(shown.quiz, language) };
  const { publicUrl } = readConfig();
  const share = shareOf(address, live, shared);
  const asked = new URLSearchParams({ url: `${publicUrl}/q/${address}`, format: 'json' });
  return {
    title: live.quiz.title,
    description: share.description,
    openGraph: {
      ...share,
      type: 'website',
      images: [{ url: share.image, width: 1200, height: 630, alt: share.title }],
    },
    twitter: { card: 'summary_large_image' },
    ...(isPersonal ? { robots: { index: false, follow: false } } : {}),
    // With whatever else stands in the address it is the same quiz.
    alternates: {
      canonical: `${publicUrl}/q/${address}`,
      types: { 'application/json+oembed': `${publicUrl}/oembed?${String(asked)}` },
    },
  };
}

type Props = {
  address: string;
  live: LiveEdition;
  language: string;
  params?: Record<string, string>;
  /** The door that every new visitor meets. */
  door?: Door | null;
  /** Somebody came back to a page without scripts that was sent already. */
  passed?: boolean;
  /** Nothing of it counts. */
  isTrial?: boolean;
};

export function FirstPage({
  address,
  live: shown,
  language,
  params = {},
  passed = false,
  door = null,
  isTrial = false,
}: Props) {
  const live = { ...shown, quiz: inLanguage(shown.quiz, language) };
  const languages = inTheLanguages(shown.quiz);
  const spoken = spokenIn(language, live.quiz.labels);
  preloadType(live.quiz.look);
  return (
    <TakeQuiz
      address={address}
      asks={askedOfAddress(live.quiz)}
      dress={wornBy(live.quiz.look)}
      first={door ? closedLook(live) : firstLook(live)}
      spoken={spoken}
      {...(languages ? { languages } : {})}
      params={languages ? { ...params, language } : params}
      isTrial={isTrial}
      keepsPage={live.access.settings.keeps?.page ?? false}
      {...(door ? { door } : {})}
      {...(passed ? { told: 'passed' as const } : {})}
    />
  );
}
