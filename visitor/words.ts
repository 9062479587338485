const small = ['none', 'one', 'two', 'three', 'four', 'five', 'six', 'seven', 'eight', 'nine', 'ten'];
const inWords = (n: number): string => small[n] ?? String(n);
const capital = (text: string): string => text.charAt(0).toUpperCase() + text.slice(1);

/** The fixed words of the visitor's side. */
export const words = {
  next: 'Next',
  back: 'Back',
  start: 'Start',
  seeResult: 'See my result',
  again: 'Take it again',
  skip: 'Skip this',
  optional: 'optional',
  of: (at: number, of: number) => `${at} of ${of}`,
  chooseOne: 'Choose an answer',
  choose: (n: number) => `Choose ${inWords(n)}`,
  chooseMore: (n: number) => `Choose ${inWords(n)} more`,
  chosen: (n: number) => `${capital(inWords(n))} chosen,`,
  toGo: (n: number) => `${inWords(n)} to go`,
  upTo: (n: number) => `Choose up to ${inWords(n)}`,
  asMany: 'Choose as many as you like',
  tooMany: (n: number) => `${n} at most`,
  write: 'Write an answer',
  fillIn: 'Fill this in',
  sending: 'One moment …',
  lost: 'The connection is gone. Your answers are kept; try again in a moment.',
  elsewhere: 'This quiz has gone on in another window. Here is where it stands.',
  goneOn: 'Welcome back. You are where you left off.',
  anew: 'Start anew',
  thanks: 'Thank you. That was all.',
  youAre: 'Your result',
};
