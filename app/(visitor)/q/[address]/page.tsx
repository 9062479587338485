import type { Metadata } from 'next';
import { inLanguage } from '../../../../core/languages/translate';
import { wornBy } from '../../../../core/look/worn';
import { askedOfAddress } from '../../../../core/flow/carry';
import { doorAt } from '../../../../server/visitor/admission';
import { findByTicket, ticketOfLasting } from '../../../../server/visitor/take-step';
import { spokenIn } from '../../../../visitor/languages';
import { TakeQuiz } from '../../../../visitor/take-quiz';
import { preloadType } from '../../families';
import { FirstPage, inTheLanguages, metadataOf, orNotFound } from '../../first-page';
import { languageShown, shownAt } from '../../shown';

export const dynamic = 'force-dynamic';
type Props = {
  params: Promise<{ address: string }>;
  searchParams: Promise<Record<string, string | string[] | undefined>>;
};

/** Parameters that stand in the address once. */
const single = (params: Record<string, string | string[] | undefined>): Record<string, string> =>
  Object.fromEntries(
    Object.entries(params)
      .flatMap(([k, v]) => (typeof v === 'string' ? [[k, v] as const] : []))
      .slice(0, 40),
  );

export async function generateMetadata({ params, searchParams }: Props): Promise<Metadata> {
  const { address } = await params;
  const { shared, run, mine } = await searchParams;
  const isPersonal = run !== undefined || mine !== undefined;
  const live = await shownAt(address);
  return metadataOf(
    address,
    live,
    await languageShown(live.quiz),
    typeof shared === 'string' ? shared : undefined,
    isPersonal || live.isTrial,
  );
}

/** The page of somebody who brings something along, or is in the middle of the quiz without scripts; all others get the one that is kept. */
export default async function VisitorPage({ params, searchParams }: Props) {
  const { address } = await params;
  const live = await shownAt(address);
  const { run: shownRun, mine, told, wrong, door: why, ...others } = await searchParams;
  // Somebody follows the link of a letter to them. Where there are scripts, they read it themselves.
  const run = typeof mine === 'string' ? await orNotFound(ticketOfLasting(address, mine)) : shownRun;
  const found = typeof run === 'string' ? await orNotFound(findByTicket(address, run)) : null;
  const shown = await languageShown(live.quiz);
  if (!found || typeof run !== 'string')
    return (
      <FirstPage
        address={address}
        live={live}
        language={shown}
        params={single(others)}
        isTrial={live.isTrial}
        door={await doorAt(live, {
          language: shown,
          entry: single(others)['entry'],
          why: single({ why })['why'],
          isWrong: wrong !== undefined,
        })}
        {...(run === undefined ? {} : { passed: true })}
      />
    );
  const { language: asked, around, try: trial } = others;
  const along = { language: asked, around, ...(live.isTrial ? { try: trial } : {}) };
  const state = {
    ticket: run,
    explained: told !== undefined,
    trouble: wrong === undefined ? null : ('notTaken' as const),
  };
  // A run goes on in the language that it began in.
  const languages = inTheLanguages(live.quiz);
  const language = languages ? found.standing.view.quiz.language : shown;
  preloadType(live.quiz.look);
  const spoken = spokenIn(language, inLanguage(live.quiz, language).labels);
  return (
    <TakeQuiz
      key={found.standing.seq}
      address={address}
      dress={wornBy(live.quiz.look)}
      first={found.standing}
      asks={askedOfAddress(live.quiz)}
      spoken={spoken}
      {...(languages ? { languages } : {})}
      run={state}
      isTrial={live.isTrial}
      params={single(along)}
    />
  );
}
