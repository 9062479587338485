/** What is wrong or risky in letters. */
import { isContact } from '../document/lookup';
import { textsOfLetter } from '../document/letters';
import { looksLikeEmail } from '../flow/contact-formats';
import { error, type Finding, warning } from '../schema/finding';
import type { Letter, Quiz } from '../schema/quiz';
import { insertsIn, isBlank } from '../text/rich';
import { newBudget } from './budget';
import { canBe } from './can-be';

/** What may be spent on finding out whether a letter's conditions can be met. */
const TRIALS = 100_000;
/** Values that are the same for all visitors: the others are empty in a letter about many. */
const OF_ALL = new Set(['title', 'quizLink']);

/** @param isWhole nothing is asked about that is gone */
export function letterFindings(quiz: Quiz, isWhole: boolean): Finding[] {
  const blocks = quiz.pages.flatMap((page) => page.blocks);
  const asks = blocks.some((b) => isContact(b) && b.fields.some((f) => f.format === 'email'));
  const certifies = blocks.some((b) => b.kind === 'certificate');
  const budget = newBudget(TRIALS);
  return quiz.messages.flatMap((letter) => {
    const at = [letter.id];
    const name = `“${letter.name}”`;
    const found: Finding[] = [];
    const wrong = (code: string, what: string) => found.push(error(code, 'mail', at, `${name} ${what}`));
    const risky = (code: string, what: string) => found.push(warning(code, 'mail', at, `${name} ${what}`));
    if (letter.to === 'visitor' && !asks)
      wrong('mail-without-address', 'can never be sent: no page asks for an e-mail address.');
    if (letter.to === 'addresses') ofAddresses(letter, wrong);
    if (letter.to === 'visitor' && letter.gather)
      wrong('mail-gathered', 'goes to the visitor: it cannot tell them of others.');
    if (letter.unfinished) ofUnfinished(quiz, letter, wrong, risky);
    if (letter.replyTo && !looksLikeEmail(letter.replyTo))
      wrong('mail-reply-to', `sends answers to “${letter.replyTo}”, which is not an e-mail address.`);
    if (isBlank(letter.subject)) wrong('empty-text', 'has no subject.');
    if (isBlank(letter.body)) wrong('empty-text', 'has no text.');
    const isEmpty = (value: string) => letter.gather !== undefined && !OF_ALL.has(value);
    if (
      textsOfLetter(letter)
        .flatMap(insertsIn)
        .some(({ value }) => isEmpty(value))
    )
      risky('mail-gathered-insert', 'tells of many visitors; what only one of them has is empty in it.');
    if (!certifies && speaksOfCertificate(letter))
      risky('mail-no-certificate', 'leads to a certificate, but no page has one.');
    if (!isWhole) return found;
    if (letter.when && !canBe(quiz, budget, letter.when))
      risky('mail-never', 'is never sent: no answers make its condition true.');
    for (const { showIf } of letter.parts ?? []) {
      const both = letter.when && showIf ? { all: [letter.when, showIf] } : showIf;
      if (both && !canBe(quiz, budget, both))
        risky('mail-part-never', 'has a part that nobody gets: no answers make its condition true.');
    }
    return found;
  });
}

type Say = (code: string, what: string) => void;

/** A letter to who has not finished: only visitors are such, it waits, and the address has to be left before the end. */
function ofUnfinished(quiz: Quiz, letter: Letter, wrong: Say, risky: Say): void {
  if (letter.to !== 'visitor' || letter.gather)
    wrong('mail-unfinished', 'is for who has not finished, and can only go to that visitor.');
  else if (letter.after === undefined)
    wrong('mail-unfinished-at-once', 'goes to who has not finished as soon as they leave an address: let it wait.');
  const asking = quiz.pages.filter(({ stage }) => stage === 'ask');
  const isAskedBefore = asking
    .slice(0, -1)
    .some((page) => page.blocks.some((b) => isContact(b) && b.fields.some((f) => f.format === 'email')));
  if (!isAskedBefore)
    risky('mail-unfinished-late', 'reaches nobody: the address is asked for only when all is answered.');
}

function ofAddresses({ addresses = [] }: Letter, wrong: Say): void {
  const typed = addresses.filter((one) => one.trim());
  if (typed.length === 0) wrong('mail-without-address', 'goes to nobody: it has no address.');
  for (const one of typed)
    if (!looksLikeEmail(one)) wrong('mail-address', `goes to “${one}”, which is not an e-mail address.`);
}

const speaksOfCertificate = (letter: Letter): boolean =>
  (letter.parts ?? []).some(({ button }) => button?.to === 'certificate') ||
  textsOfLetter(letter)
    .flatMap(insertsIn)
    .some(({ value }) => value === 'certificateLink');
