/** The handbook: a page for each task, in the words that stand on the screen. */

export type HandbookPage = {
  id: string;
  title: string;
  /** What somebody would look for who does not know our words for it. */
  also: string;
  /** In public/handbook, made by `npm run screenshots`; `text` says what it shows. */
  picture?: { name: string; text: string };
  /** Paragraphs. */
  says: string[];
  /** One thing to do each. */
  steps: string[];
};

export const handbook: HandbookPage[] = [
  {
    id: 'start',
    title: 'Start a quiz',
    also: 'new create begin template import paste list spreadsheet copy',
    picture: { name: 'quizzes', text: 'The list of quizzes, with the places where a new one starts' },
    says: [
      'A quiz begins in one of three places, all of them below the list of quizzes. Whatever you choose, nothing is decided by it: a quiz can count points, find a type and mark right answers at once, and turn from one into the other later.',
    ],
    steps: [
      'On a blank page: type the first question and press Enter. You are in Write, and everything you type is saved by itself.',
      'From questions you have: paste a list or choose a file. You see what was understood, line by line, before a quiz is made of it.',
      'From a whole quiz: take it as a visitor first, then press “Start with this one” and change what you like.',
    ],
  },
  {
    id: 'write',
    title: 'Write questions by keyboard',
    also: 'type answers kinds keys shortcuts reorder duplicate undo pictures',
    picture: { name: 'write', text: 'Write: the questions as a page of notes, with what visitors see beside them' },
    says: [
      'Write is a page of notes. Enter makes another line, and the cursor is always in what was just made. Beside it stands what visitors see of the page you are on; you can answer there.',
    ],
    steps: [
      'Press Enter behind a question for its first answer, and behind an answer for the next one.',
      'Press Ctrl and Enter for another question, Ctrl and D for the same one once more.',
      'Type / in an empty question to choose another kind: number, slider, rating, order, pairs, gaps, grid, places in a picture and more.',
      'Alt with the arrow keys moves a line up or down. “?” shows every key there is.',
      'The clock at the top leads back to any earlier state.',
    ],
  },
  {
    id: 'outcomes',
    title: 'Lead answers to outcomes',
    also: 'personality type result weights points scales score columns grid',
    picture: { name: 'score', text: 'Score: a grid with a row for each answer and a column for each outcome' },
    says: [
      'Score is a grid: a row for each answer, a column for each outcome or scale. A number in a cell says how strongly the answer speaks for the outcome. Below the columns stands how often each is reached, counted over every way through the quiz.',
    ],
    steps: [
      'Press “Outcome” and type its name. It appears on the result page by itself.',
      'Go to a cell with the arrow keys, type a number, press Enter. Cells can be copied from and to a spreadsheet.',
      'Write what the outcome says, with headline, picture and an offer, at the end of Write.',
      'Choose in the head of the verdict how a tie is settled, or that bands of a score decide.',
    ],
  },
  {
    id: 'right-answers',
    title: 'Mark right answers',
    also: 'test exam correct marks penalty explanation certificate graded',
    says: [
      'A question with a right answer gives marks. Everything about them holds for all questions until one question says otherwise.',
    ],
    steps: [
      'Press Alt and Enter in an answer: it is right. Or press “Right answers” in Score and use the keys Y, M and N.',
      'Unfold the settings of a question for its marks, what is taken off for a wrong answer, and an explanation for afterwards.',
      'Put “Scores”, “What was answered” and “A certificate” onto the result page.',
    ],
  },
  {
    id: 'route',
    title: 'Ask some people something else',
    also: 'branch logic skip jump condition rule order random hold next page',
    picture: { name: 'route', text: 'Route: the pages on a line, with the ways that lead past some of them' },
    says: [
      'Route shows every page in order and where it leads. A rule is a sentence: when this was answered, go there. What is never reached is said at once, and why.',
    ],
    steps: [
      'Choose a page and press “Add a rule”, or draw an arc from one page to another.',
      'Choose the question, what was answered, and where that leads. Rules are tried from the top.',
      'Follow a visitor on the right: answer, and see the way.',
    ],
  },
  {
    id: 'contact',
    title: 'Ask for an address',
    also: 'lead email contact form consent privacy name phone newsletter',
    says: [
      'A contact form is a block like any other. It can stand before, between or after the questions, or on the result. What was agreed to is kept in the words that stood there.',
    ],
    steps: [
      'In Write, press “Add to this page” and choose “Contact form”.',
      'Choose its fields and what each is: a name, an address, a phone number of a country, a day, a choice, a file. Choose whether the form may be skipped, and the words of the consent.',
      'Where an address should count only once its link was followed, say so below the fields: a first letter asks.',
      'Everybody who left an address stands under People, beside the quizzes, and in the table of runs.',
    ],
  },
  {
    id: 'people',
    title: 'See who left a contact',
    also: 'contacts leads list export csv vcard download delete privacy data protection forget person address',
    picture: { name: 'contacts', text: 'People: everybody who left a contact, with what they took and what came out' },
    says: [
      'The tab People, outside a quiz, shows everybody who left a contact, each of them once, whatever they took. The same address is the same person.',
    ],
    steps: [
      'Find somebody by a part of their name or address, or say in the sentence on top whom you want to see: who took which quiz, what came out, since when.',
      'Press a name: what they left, took, got and agreed to, in the words they saw.',
      'Take those you see out as CSV or a spreadsheet, or as vCards, for an address book.',
      'Whoever asks what you keep of them gets it as a file. Whoever wants it gone: “Take everything of theirs away” says what goes, and asks once. What they counted for stays as a number.',
    ],
  },
  {
    id: 'style',
    title: 'Dress it',
    also: 'design theme colors colours font logo brand layout columns look corners',
    picture: { name: 'style', text: 'Style: the quiz in its look, and beside it colours with their contrast' },
    says: [
      'A ready look dresses the whole quiz. What you change stays your own, with any look, until you go back to its start.',
    ],
    steps: [
      'Choose a ready look below the quiz; above it, choose which page you look at, and on what width.',
      'Press a colour, then pick it or write it. Each pair is measured as you go; “Mend” makes one that is too weak readable.',
      'Change a word in the sentences for background, type, shape and layout. Undo takes any of it back.',
      'Press “Draw them from a picture or logo” for three sets of colours that can all be read.',
      'Press “Keep this one” to name it for the workspace. Under Looks it is given to other quizzes; what you change of it later can change for all of them.',
    ],
  },
  {
    id: 'languages',
    title: 'Say it in other words and languages',
    also: 'translate translation language wording button label text multilingual xliff german french',
    picture: { name: 'languages', text: 'Languages: the texts of a quiz, and beside them the same in German' },
    says: [
      'Under Style, Wording has every button, label and message that visitors read, and Languages has the whole quiz in others. Scores, outcomes and figures are of all languages together.',
    ],
    steps: [
      'Wording: find what you want to say otherwise and write it. Press our words to see where they show. Empty is ours again.',
      'Languages: add one and write beside your own texts. What is missing, or was made from another wording, is counted and marked.',
      'Choose whether visitors get a language: not yet, once it is whole, or with gaps in your own.',
      'For a translator: save it as a file, and read in what comes back. A mistake is told by its line, and the rest is taken.',
    ],
  },
  {
    id: 'letters',
    title: 'Send the result by letter',
    also: 'mail email message autoresponder insert',
    picture: {
      name: 'mail',
      text: 'Mail: a letter as it is written, as it arrives, and the tray of those that went out',
    },
    says: [
      'A letter says on top whom it goes to, when, and after which runs: to the visitor, to you, to others; at once, after hours or days, once a day or week all in one. It is filled in with names, outcomes, answers and points. If it does not arrive it is tried again, and the tray says so.',
    ],
    steps: [
      'Press “Write a letter” in Mail. It is written out already; change what you like.',
      'Press “Only when …” for a letter, or a part of one, that some get: those with one outcome, more than so many points, one answer.',
      'Put in a value: each has words to fall back on where it is empty. A button leads to their result, their certificate, or what you offer.',
      'Look at it “As it arrives”: for a visitor you choose, at a desk, on a phone, in the dark, as plain text. Send yourself a test.',
      'The tray finds any letter by its state or its words. Below it stand the pace, the quiet hours and a stop, for all letters of all quizzes. Whoever has pressed “No more letters” gets none.',
    ],
  },
  {
    id: 'check',
    title: 'Check before you publish',
    also: 'error warning problem validate finding preview',
    says: [
      'Check looks over the quiz while you write. An error stops publishing; a warning asks once. Each line leads to its place, and some have a repair that needs no decision.',
    ],
    steps: [
      'Press “Check” at the top, then the line that you want to mend.',
      'A warning that you know of: press “Leave it so” and say why. Whoever reads the check next sees the reason.',
      '“Preview” shows the quiz on a phone and at full width; “See it first” on Publish makes a link for a colleague.',
    ],
  },
  {
    id: 'publish',
    title: 'Publish, and change it later',
    also: 'live edition version draft go back share link short qr code',
    picture: { name: 'publish', text: 'Publish: where the quiz stands, for whom, and when' },
    says: [
      'Publishing makes an edition. What you change afterwards stays in the draft until you publish again, and whoever is in the middle of the quiz finishes it as they began. Everything else on Publish takes effect at once.',
    ],
    steps: [
      'Press “Publish edition 1”.',
      'Change the web address where it stands; the old one goes on leading there.',
      'Copy the link, make a short one, or take the square code as SVG or PNG.',
      'Compare editions in words, go back to one, or show an earlier one to a share of new visitors.',
    ],
  },
  {
    id: 'embed',
    title: 'Put it into a web page',
    also: 'embed iframe website code popup button script',
    says: [
      'The quiz takes the width of its place and the height that it needs, without a scroll bar of its own. Of the address of your page only what the quiz declares is handed over.',
    ],
    steps: [
      'On Publish, choose how it stands: in the text, over the page, behind a button, in a tab at the edge, or as a plain frame.',
      'Copy the code and paste it where the quiz is to stand.',
      'Look at “On a page” below it first: desk and phone, nothing of it counts.',
    ],
  },
  {
    id: 'access',
    title: 'Say for whom, how often and when',
    also: 'password passcode list members limit close open schedule once device',
    says: ['Each is a sentence with choices in it. A change holds from that second on; no new edition is needed.'],
    steps: [
      'Choose who may take it: anyone, whoever knows the passcode, or whoever is on the list.',
      'Put people on the list by typing, pasting or from a spreadsheet. Each gets a link of their own, and you can write to those who have not answered.',
      'Choose how often, from when until when, and for how many. “Close it now” stops it at once.',
    ],
  },
  {
    id: 'kept',
    title: 'Decide what is kept of visitors',
    also: 'privacy gdpr retention delete wipe data tracking referrer device',
    says: [
      'Beside the answers nothing is kept until you choose it. What is old can be wiped by itself; what was counted stays counted.',
    ],
    steps: [
      'Turn on what you need: the page they came from, the kind of device, the country.',
      'Choose what is wiped, and after how many days. You are told beforehand what would go.',
      'What was wiped, and when, stands below.',
    ],
  },
  {
    id: 'findings',
    title: 'Read what people answered',
    also: 'results analytics statistics chart report export csv table filter segment compare why',
    picture: { name: 'findings', text: 'Findings: how many came how far, and what they answered' },
    says: [
      'The band shows how many came how far, and where more leave than elsewhere. Below it stands each question with its answers; a share says how sure it is.',
    ],
    steps: [
      'The sentence on top says which runs are meant: change its words, choose “Only those who …”, or press an answer, an outcome or a source where it is drawn.',
      'Keep such a choice under a name; it stands in the address too, so that it can be sent to somebody.',
      'Choose “Lay another group beside it” to see what differs, and whether that is more than chance.',
      'Choose “Patterns” for the questions that decide, and the answers that go with an outcome or with each other.',
      'Choose “People” for each run by itself: answers, scores, why it came out so, and where it stopped.',
      'Take everything out as CSV, as a spreadsheet or as JSON lines; each of several answers has a column of its own. The arrow beside a heading takes out that table alone.',
      'Where two versions are shown, both are compared, and it is said whether the difference is more than chance.',
    ],
  },
  {
    id: 'board',
    title: 'Put the charts you need on a board',
    also: 'dashboard chart report print pdf png svg picture arrange layout crosstab pair',
    picture: { name: 'board', text: 'Board: charts of a quiz, each on a panel that can be moved and sized' },
    says: [
      'A board holds the charts of a quiz that you want to see again, where you put them. Everybody who may look at the quiz sees the same board; what is changed is kept at once.',
    ],
    steps: [
      'In Findings, choose “Board”. Say in the sentence what is to be shown, and against what, and put it on the board.',
      'Carry a chart by the dots before its title, and size it at its lower corner. With the keyboard, arrows move it and Shift with arrows sizes it.',
      'Choose “Set up” for its form, its numbers, a title and a note of your own.',
      'Choose “Take out” for the picture (SVG or PNG) or the table of one chart.',
      '“Print as a report” sets all of them on paper, with the sentence that says which runs they are of.',
    ],
  },
  {
    id: 'key',
    title: 'Score old runs by a newer key',
    also: 'rescore regrade recalculate answer key correction undo mistake what if',
    says: [
      'Whoever has finished keeps the result of the edition they took. Where a key was wrong, old runs can be scored by the newest one: what they sent, and the way they took, stays as it is.',
    ],
    steps: [
      'Correct the key and publish.',
      'In Findings, choose “New key” and see what would change: how many outcomes and marks, and whose. Nothing changes by looking.',
      'Score them by it. Results, figures and certificates follow; “Undo all of it” takes it back whole.',
      'Before you touch the quiz, “What if” below a question tries one more right answer on old runs.',
    ],
  },
  {
    id: 'review',
    title: 'Mark what only a person can',
    also: 'review grade essay free text manual marking points feedback override',
    picture: { name: 'review', text: 'To review: what visitors wrote, equal words once, with marks beside each' },
    says: [
      'A long text can be marked by a person, and a short one where it matches no accepted spelling. Until then it is neither right nor wrong.',
    ],
    steps: [
      'In Score, say of a question that a person marks it.',
      'Under Publish, choose whether results wait “when a person has marked it”. Letters about them wait as well.',
      'In Findings, choose “To review”. With the focus on an answer a number key marks it, and all that are written alike with it.',
      'Say something to the visitor where you like: it stands beside their answer on the result.',
      'A person’s marks win over the key: “Mark by hand” stands at each answer of a run, under People.',
    ],
  },
  {
    id: 'team',
    title: 'Work with others',
    also: 'team invite role permission colleague comment share copy account',
    picture: { name: 'team', text: 'Team: who is here, what each may do, and for which quizzes' },
    says: [
      'Two who write in one quiz lose nothing, and see where the other is. Each may do everything, write and publish, or look and read the answers, for all quizzes or for some.',
    ],
    steps: [
      'Invite somebody on Team. The letter is good for two weeks, and once.',
      'Press “Comment on this” at a question to talk about its wording; answer, and be done with it.',
      'Give a copy away by a link on Publish, without answers and contacts.',
    ],
  },
  {
    id: 'connections',
    title: 'Tell other systems, let programs ask',
    also: 'webhook api token integration crm till automation developer openapi export qti xapi',
    says: [
      'Another system of yours, such as a till or a list of customers, can be told what happens in your quizzes as it happens. A program of yours can ask for what you see here, and change what you may change. Both are set up by an owner of the workspace, under Team.',
    ],
    steps: [
      'Under Team press “Look at connections”. Type the address of the other system and add it.',
      'Press “Look closer” to choose what it hears, and of which quizzes. “Send a test” shows whether it takes anything.',
      'The log says what was sent, each try, and what came back. What was given up is sent again by one press.',
      'Whoever looks after the other system needs the secret, to know that a message is yours.',
      'For a program make a token and say what it may. The token is shown once: keep it where the program finds it, and nowhere else.',
    ],
  },
];

/** Those in which all words are found, the ones whose title has them first. */
export function pagesFor(search: string): HandbookPage[] {
  const words = search.toLowerCase().split(/\s+/).filter(Boolean);
  const textOf = ({ title, also, says, steps }: HandbookPage) =>
    [title, also, ...says, ...steps].join(' ').toLowerCase();
  const found = handbook.filter((page) => words.every((word) => textOf(page).includes(word)));
  const named = (page: HandbookPage) => words.every((word) => page.title.toLowerCase().includes(word));
  return [...found.filter(named), ...found.filter((page) => !named(page))];
}
