import type { Metadata } from 'next';
import { spokenIn } from '../../../../visitor/languages';
import { en } from '../../../../visitor/languages/phrases';

export const dynamic = 'force-dynamic';
type Props = { params: Promise<{ language: string }> };

const wordsIn = async ({ params }: Props) => ({ ...en, ...spokenIn((await params).language).phrases });

export async function generateMetadata(props: Props): Promise<Metadata> {
  return { title: String((await wordsIn(props)).nowhere), robots: { index: false } };
}

/** What stands at an address that leads to no quiz. Reached through `proxy.ts` alone. */
export default async function NowherePage(props: Props) {
  const { nowhere, nowhereHint, home } = await wordsIn(props);
  return (
    <main className="v-page">
      <div className="v-panel">
        <div className="v-inside">
          <h1 className="v-prompt">{String(nowhere)}</h1>
          <p className="v-hint">{String(nowhereHint)}</p>
          <p>
            <a href="/">{String(home)}</a>
          </p>
        </div>
      </div>
    </main>
  );
}
