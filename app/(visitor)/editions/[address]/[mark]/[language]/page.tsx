/**
 * The first page of an edition, made once and kept whole. It is reached through `proxy.ts` alone, which knows which edition is live; its mark
 * stands for all that the page is made of, so that nothing kept is ever out of date.
 */
import type { Metadata } from 'next';
import { cache } from 'react';
import { markedQuiz } from '../../../../../../server/publishing/editions';
import { FirstPage, metadataOf, orNotFound } from '../../../../first-page';

export const dynamic = 'force-static';
export const generateStaticParams = () => [];
type Props = { params: Promise<{ address: string; mark: string; language: string }> };

const look = cache((address: string, mark: string) => orNotFound(markedQuiz(address, mark)));

export async function generateMetadata({ params }: Props): Promise<Metadata> {
  const { address, mark, language } = await params;
  return metadataOf(address, await look(address, mark), language);
}

export default async function KeptFirstPage({ params }: Props) {
  const { address, mark, language } = await params;
  return <FirstPage address={address} live={await look(address, mark)} language={language} />;
}
