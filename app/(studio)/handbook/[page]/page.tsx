import type { Metadata } from 'next';
import { notFound } from 'next/navigation';
import { Handbook } from '../../../../studio/handbook/handbook';
import { handbook } from '../../../../studio/handbook/pages';

type Props = { params: Promise<{ page: string }> };
const found = async ({ params }: Props) => {
  const { page } = await params;
  return handbook.find(({ id }) => id === page) ?? notFound();
};

export async function generateMetadata(props: Props): Promise<Metadata> {
  return { title: (await found(props)).title };
}

export default async function HandbookPage(props: Props) {
  return <Handbook page={await found(props)} />;
}
