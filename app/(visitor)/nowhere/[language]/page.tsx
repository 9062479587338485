import type { Metadata } from 'next';
import { dressOf } from '../../../../core/look/dress';
import { spokenIn } from '../../../../visitor/languages';
import { wordsOf } from '../../../../visitor/languages/say';

export const dynamic = 'force-dynamic';
type Props = { params: Promise<{ language: string }> };

const sayIn = async ({ params }: Props) => wordsOf(spokenIn((await params).language)).say;

export async function generateMetadata(props: Props): Promise<Metadata> {
  return { title: (await sayIn(props))('nowhere'), robots: { index: false } };
}

const { style, attributes } = dressOf({});

/** What stands at an address that leads to no quiz. Reached through `proxy.ts` alone. */
export default async function NowherePage(props: Props) {
  const say = await sayIn(props);
  return (
    <main className="v-page" style={style}>
      <div className="v-panel" {...attributes} style={style}>
        <div className="v-inside">
          <h1 className="v-prompt">{say('nowhere')}</h1>
          <p className="v-hint">{say('nowhereHint')}</p>
          <p>
            <a href="/">{say('home')}</a>
          </p>
        </div>
      </div>
    </main>
  );
}
