import type { Metadata } from 'next';
import { notFound } from 'next/navigation';
import { cache } from 'react';
import { Problem } from '../../../../server/problem';
import { firstLook } from '../../../../server/take-step';
import { spokenIn } from '../../../../visitor/languages';
import { TakeQuiz } from '../../../../visitor/take-quiz';

export const dynamic = 'force-dynamic';

const look = cache(async (address: string) => {
  try {
    return await firstLook(address);
  } catch (error) {
    if (error instanceof Problem && error.status === 404) notFound();
    throw error;
  }
});

export async function generateMetadata({ params }: { params: Promise<{ address: string }> }): Promise<Metadata> {
  const { view } = await look((await params).address);
  return { title: view.quiz.title };
}

export default async function VisitorPage({ params }: { params: Promise<{ address: string }> }) {
  const { address, labels, ...first } = await look((await params).address);
  return <TakeQuiz address={address} first={first} spoken={spokenIn(first.view.quiz.language, labels)} />;
}
