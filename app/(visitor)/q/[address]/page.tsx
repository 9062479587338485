import type { Metadata } from 'next';
import { headers } from 'next/headers';
import { notFound } from 'next/navigation';
import { cache } from 'react';
import { readConfig } from '../../../../server/config';
import { shareOf } from '../../../../server/share';
import { Problem } from '../../../../server/problem';
import { findRun, firstLook } from '../../../../server/take-step';
import { likedBest, spokenIn } from '../../../../visitor/languages';
import { TakeQuiz } from '../../../../visitor/take-quiz';

export const dynamic = 'force-dynamic';
type Props = {
  params: Promise<{ address: string }>;
  searchParams: Promise<Record<string, string | string[] | undefined>>;
};

const orNotFound = async <T,>(look: Promise<T>): Promise<T> => {
  try {
    return await look;
  } catch (error) {
    if (error instanceof Problem && error.status === 404) notFound();
    throw error;
  }
};
const look = cache((address: string) => orNotFound(firstLook(address)));

/** Parameters that stand in the address once. */
const single = (params: Record<string, string | string[] | undefined>): Record<string, string> =>
  Object.fromEntries(
    Object.entries(params)
      .flatMap(([k, v]) => (typeof v === 'string' ? [[k, v] as const] : []))
      .slice(0, 40),
  );

export async function generateMetadata({ params, searchParams }: Props): Promise<Metadata> {
  const { address, view } = await look((await params).address);
  const { publicUrl } = readConfig();
  const { shared } = await searchParams;
  const share = await shareOf(address, typeof shared === 'string' ? shared : undefined);
  const asked = new URLSearchParams({ url: `${publicUrl}/q/${address}`, format: 'json' });
  return {
    title: view.quiz.title,
    description: share.description,
    openGraph: { ...share, type: 'website', images: [{ url: share.image, width: 1200, height: 630 }] },
    twitter: { card: 'summary_large_image' },
    alternates: { types: { 'application/json+oembed': `${publicUrl}/oembed?${String(asked)}` } },
  };
}

export default async function VisitorPage({ params, searchParams }: Props) {
  const { address, labels, findsLanguage, ...first } = await look((await params).address);
  const own = first.view.quiz.language;
  const language = findsLanguage ? likedBest((await headers()).get('accept-language'), own) : own;
  const spoken = spokenIn(language, labels);
  const { run, told, wrong, ...others } = await searchParams;
  if (typeof run !== 'string' || !/^[A-Za-z0-9_-]{22,64}$/.test(run))
    return <TakeQuiz address={address} first={first} spoken={spoken} params={single(others)} />;
  const standing = await orNotFound(findRun(address, run));
  const state = {
    token: run,
    explained: told !== undefined,
    trouble: wrong === undefined ? null : ('notTaken' as const),
  };
  return <TakeQuiz key={standing.seq} address={address} first={standing} spoken={spoken} run={state} />;
}
