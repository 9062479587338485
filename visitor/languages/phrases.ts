/** A phrase, or one for each plural that the language has (Intl.PluralRules of `{n}`). `{name}` is filled in. */
export type Phrase = string | ({ other: string } & { [rule in Intl.LDMLPluralRule]?: string });

/** The fixed words of the visitor's side. `{w}` and `{W}` are `{n}` in words where a language gives `numbers`, else in digits. */
export const en = {
  language: 'Language',
  next: 'Next',
  back: 'Back',
  start: 'Start',
  seeResult: 'See my result',
  again: 'Take it again',
  share: 'Share this quiz',
  copied: 'The address is copied.',
  right: 'Right:',
  partly: 'Partly right:',
  wrong: 'Not right:',
  waiting: 'Waits to be read:',
  leftEmpty: 'left empty',
  rightIs: 'Right would be',
  skip: 'Skip this',
  optional: 'optional',
  of: '{at} of {of}',
  progress: 'Progress',
  chooseOne: 'Choose an answer',
  choose: 'Choose {w}',
  chooseMore: 'Choose {w} more',
  chosen: '{W} chosen,',
  toGo: '{w} to go',
  upTo: 'Choose up to {w}',
  atLeast: 'Choose at least {w}',
  between: 'Choose {n} to {max}',
  asMany: 'Choose as many as you like',
  tooMany: '{n} at most',
  write: 'Write an answer',
  answerThis: 'Answer this',
  partsLeft: { one: 'One part to go', other: '{W} parts to go' },
  somethingElse: 'Something else',
  whichOne: 'What is it?',
  moveIt: 'Move it to where you are',
  putInOrder: 'Put them in order',
  orderIs: 'This is your order',
  orderStands: 'It is right as it stands',
  nowAt: '{what} is now number {n}',
  up: 'Move {what} up',
  down: 'Move {what} down',
  goesWith: 'goes with …',
  gap: 'Gap {n}',
  placeIt: 'Point at it',
  tapOrArrows: 'tap the picture, or use the arrow keys',
  placedAt: 'placed at {x} across, {y} down',
  marks: 'Marks',
  fillIn: 'Fill this in',
  sending: 'One moment …',
  lost: 'There is no connection just now. Your answers are kept on this device, and sent as soon as there is one.',
  elsewhere: 'This quiz has gone on in another window. Here is where it stands.',
  gone: 'This quiz has gone on on another device, or is not kept any more. Here you can begin anew.',
  passed: 'This page was sent already. Go forward in your browser to where you were; here you can begin anew.',
  provisional: {
    one: 'This may still change: one answer waits for a person to read it.',
    other: 'This may still change: {w} answers wait for a person to read them.',
  },
  nowhere: 'There is no quiz at this address.',
  nowhereHint: 'It may not be open yet, or it may have moved. Whoever gave you the address will know.',
  home: 'To the start',
  trial: 'A trial: nothing of it counts.',
  goneOn: 'Welcome back. You are where you left off.',
  anew: 'Start anew',
  notTaken: 'Something is missing or cannot be taken. Please look once more.',
  notYet: 'Not all of it is right yet.',
  triesLeft: { one: 'One more try.', other: '{W} more tries.' },
  thanks: 'Thank you. That was all.',
  heldBack: 'Thank you. Your answers have arrived.',
  heldUntil: 'Your result is shown from {when} on.',
  heldUntilReleased: 'Your result comes as soon as it has been released.',
  heldUntilMarked: 'Your result comes as soon as a person has read your answers.',
  heldMail: 'It is then sent to {mail} too.',
  heldHere: 'Come back to this page on this device to see it.',
  howItWent: 'How that went',
  goOn: 'Go on',
  lookOver: 'Look over your answers',
  change: 'Change',
  changeOf: 'Change the answer to {what}',
  send: 'Send my answers',
  leading: 'Off you go to the next quiz …',
  leadingOut: 'You are sent on …',
  timeLeft: '{time} left',
  timeShort: { one: 'One minute left', other: '{n} minutes left' },
  secondsShort: '{n} seconds left',
  timeIsUp: 'Time is up. What you had filled in was taken.',
  spokeForIt: 'What spoke for it',
  higherThan: 'Higher than {n} of 100',
  others: { zero: 'Nobody has answered this yet', one: 'One person answered', other: '{n} people answered' },
  yours: 'your answer',
  doorBefore: 'This quiz is not open yet.',
  doorOpens: 'It opens {when}.',
  doorAfter: 'This quiz is closed.',
  doorFull: 'This quiz has taken all that it can take.',
  doorTaken: 'You have taken this quiz already.',
  doorPasscode: 'This quiz is for those who know its passcode.',
  doorPerson: 'Before you begin',
  doorStranger: 'You are not on the list of this quiz.',
  passcode: 'Passcode',
  sayName: 'Your name',
  sayNumber: 'Your number',
  sayEmail: 'Your e-mail address',
  doorWrong: 'That is not it. Please try once more.',
  letMeIn: 'Let me in',
  doorHelp: 'Whoever gave you the address can help.',
  doorKept: 'What you had sent is kept.',
  certificate: 'Get the certificate',
  certificateFor: 'Certificate',
  meant: 'Did you mean {address}?',
  sent: 'Sent. Thank you.',
  fileHint: '{endings}, {n} MB at most',
  fileAway: 'Take {what} away',
  numbers: 'none one two three four five six seven eight nine ten',
} satisfies Record<string, Phrase>;

/** What can be said. `numbers` is no phrase: it names the small ones. */
export type Key = Exclude<keyof typeof en, 'numbers'>;
export type FaultKey =
  | 'required'
  | 'too-few'
  | 'too-many'
  | 'out-of-range'
  | 'not-an-email'
  | 'not-a-phone'
  | 'not-a-date'
  | 'not-a-number'
  | 'no-file'
  | 'file-kind'
  | 'file-too-large'
  | 'consent'
  | 'too-long'
  | 'unknown';
/** Why something cannot be taken; in English the core's own words say it more exactly. */
export type Faults = Partial<Record<FaultKey, string>>;
export type Phrases = Record<Key, Phrase> & { numbers?: string; faults?: Faults };
