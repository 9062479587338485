/**
 * What of the studio is open to programs: what each endpoint needs and does, in words for who reads the description of the API. What stands
 * as null is for people alone: accounts, the team, tokens, and what only a window needs.
 */
import { Type } from '@sinclair/typebox';
import type { Scope } from '../core/connections/scopes';
import { closed, oneOf, optional } from '../core/schema/kit';
import type { browserErrors } from './browser-errors';
import type { Endpoint } from './index';
import type { visits } from './visits';

type Open = { scope: Scope; says: string } | null;
export type StudioEndpoint = Exclude<Endpoint, keyof typeof visits | keyof typeof browserErrors>;

export const openEndpoints: Record<StudioEndpoint, Open> = {
  'GET /api/quizzes': { scope: 'quizzes:read', says: 'List the quizzes of the workspace' },
  'POST /api/quizzes': { scope: 'quizzes:write', says: 'Make a quiz with one question' },
  'POST /api/quizzes/read': { scope: 'quizzes:write', says: 'Make a quiz of a file' },
  'GET /api/quizzes/{quiz}': { scope: 'quizzes:read', says: 'Read a quiz: its draft and how it stands' },
  'PUT /api/quizzes/{quiz}/document': { scope: 'quizzes:write', says: 'Put a whole document in place of the draft' },
  'DELETE /api/quizzes/{quiz}': { scope: 'quizzes:write', says: 'Remove a quiz' },
  'POST /api/quizzes/{quiz}/restore': { scope: 'quizzes:write', says: 'Take the removal of a quiz back' },
  'PUT /api/quizzes/{quiz}/shelf': { scope: 'quizzes:write', says: 'Label a quiz, put it aside, take it off line' },
  'POST /api/quizzes/{quiz}/copy': { scope: 'quizzes:write', says: 'Copy a quiz' },
  'GET /api/quizzes/{quiz}/file': { scope: 'quizzes:read', says: 'Read a quiz in an open format' },
  'GET /api/quizzes/{quiz}/edits': { scope: 'quizzes:read', says: 'Read what was changed since a revision' },
  'POST /api/quizzes/{quiz}/edits': { scope: 'quizzes:write', says: 'Change parts of a draft' },
  'GET /api/quizzes/{quiz}/states': { scope: 'quizzes:read', says: 'List earlier states of a draft' },
  'GET /api/quizzes/{quiz}/states/{revision}': { scope: 'quizzes:read', says: 'Read an earlier state of a draft' },
  'GET /api/quizzes/{quiz}/comments': { scope: 'quizzes:read', says: 'List what the team says of a quiz' },
  'POST /api/quizzes/{quiz}/comments': { scope: 'quizzes:write', says: 'Say something of a block' },
  'PUT /api/quizzes/{quiz}/comments/{comment}': { scope: 'quizzes:write', says: 'Note that something is done with' },
  'POST /api/quizzes/{quiz}/presence': null,
  'GET /api/quizzes/{quiz}/gift': { scope: 'quizzes:read', says: 'Read the link by which copies are given away' },
  'POST /api/quizzes/{quiz}/gift': { scope: 'quizzes:write', says: 'Make a link by which copies are given away' },
  'DELETE /api/quizzes/{quiz}/gift': { scope: 'quizzes:write', says: 'Give no more copies away' },
  'POST /api/copies': { scope: 'quizzes:write', says: 'Take a copy by a link' },
  'GET /api/templates': { scope: 'quizzes:read', says: 'List whole quizzes to begin with' },
  'GET /api/bank': { scope: 'quizzes:read', says: 'List the questions of the bank' },
  'POST /api/bank': { scope: 'quizzes:write', says: 'Keep questions in the bank' },
  'GET /api/looks': { scope: 'quizzes:read', says: 'List the looks of the workspace' },
  'POST /api/looks': { scope: 'quizzes:write', says: 'Keep a look' },
  'PUT /api/looks/{look}': { scope: 'quizzes:write', says: 'Change a look' },
  'DELETE /api/looks/{look}': { scope: 'quizzes:write', says: 'Remove a look' },
  'POST /api/looks/{look}/worn': { scope: 'quizzes:write', says: 'Give a look to quizzes' },
  'GET /api/pictures': { scope: 'quizzes:read', says: 'List the newest pictures' },
  'POST /api/pictures': { scope: 'quizzes:write', says: 'Put a picture in; the body is the file itself' },
  'POST /api/pictures/cut': { scope: 'quizzes:write', says: 'Make a picture of a part of another' },
  'POST /api/recordings': { scope: 'quizzes:write', says: 'Put a film or a sound in; the body is the file itself' },

  'GET /api/quizzes/{quiz}/editions': { scope: 'quizzes:read', says: 'List the editions of a quiz' },
  'GET /api/quizzes/{quiz}/editions/{edition}': { scope: 'quizzes:read', says: 'Read an edition' },
  'POST /api/quizzes/{quiz}/publish': { scope: 'editions:write', says: 'Publish the draft' },
  'POST /api/quizzes/{quiz}/editions/{edition}/live': { scope: 'editions:write', says: 'Put an edition live' },
  'PUT /api/quizzes/{quiz}/editions/{edition}/note': { scope: 'editions:write', says: 'Note something of an edition' },
  'POST /api/quizzes/{quiz}/release': { scope: 'editions:write', says: 'Release results that are kept back' },
  'POST /api/quizzes/{quiz}/trials': { scope: 'quizzes:read', says: 'Make a link to try a quiz' },
  'DELETE /api/quizzes/{quiz}/trials': { scope: 'editions:write', says: 'Remove the runs of trials' },
  'GET /api/quizzes/{quiz}/access': { scope: 'quizzes:read', says: 'Read who may take a quiz, how often and when' },
  'PUT /api/quizzes/{quiz}/access': { scope: 'editions:write', says: 'Set who may take a quiz, how often and when' },
  'GET /api/quizzes/{quiz}/wipe': { scope: 'quizzes:read', says: 'Count what would be wiped' },
  'PUT /api/quizzes/{quiz}/passcode': { scope: 'editions:write', says: 'Set the passcode' },
  'PUT /api/quizzes/{quiz}/address': { scope: 'editions:write', says: 'Change the web address' },
  'POST /api/quizzes/{quiz}/short': { scope: 'editions:write', says: 'Make a short link' },

  'GET /api/quizzes/{quiz}/list': { scope: 'people:read', says: 'List who may take a quiz' },
  'POST /api/quizzes/{quiz}/list': { scope: 'people:write', says: 'Put people on the list' },
  'PUT /api/quizzes/{quiz}/list/{person}': { scope: 'people:write', says: 'Say whether somebody on the list may' },
  'POST /api/quizzes/{quiz}/list/letters': { scope: 'letters:write', says: 'Write to everybody on the list' },
  'GET /api/people': { scope: 'people:read', says: 'List contacts over all quizzes' },
  'GET /api/people/{contact}': { scope: 'people:read', says: 'Read all that is known of a contact' },
  'PUT /api/people/{contact}/joined/{other}': { scope: 'people:write', says: 'Say that two are one person' },
  'DELETE /api/people/{contact}/joined/{other}': { scope: 'people:write', says: 'Let them be two again' },
  'DELETE /api/people/{contact}': { scope: 'people:write', says: 'Remove everything of a contact' },

  'GET /api/quizzes/{quiz}/people': { scope: 'runs:read', says: 'List runs, newest first' },
  'GET /api/quizzes/{quiz}/people/{run}': { scope: 'runs:read', says: 'Read a run' },
  'GET /api/quizzes/{quiz}/people/{run}/why': { scope: 'runs:read', says: 'Read what decided the result of a run' },
  'DELETE /api/quizzes/{quiz}/people/{run}': { scope: 'runs:write', says: 'Remove a run' },
  'PUT /api/quizzes/{quiz}/people/{run}/note': { scope: 'runs:write', says: 'Note something of a run' },
  'GET /api/quizzes/{quiz}/reviews': { scope: 'runs:read', says: 'List questions in which answers wait to be marked' },
  'GET /api/quizzes/{quiz}/reviews/{question}': { scope: 'runs:read', says: 'List answers that wait to be marked' },
  'PUT /api/quizzes/{quiz}/reviews/{question}': { scope: 'runs:write', says: 'Mark answers' },
  'GET /api/quizzes/{quiz}/rescorings': { scope: 'runs:read', says: 'List scorings of old runs by a newer key' },
  'POST /api/quizzes/{quiz}/rescorings': { scope: 'runs:write', says: 'Look what a newer key would change' },
  'PUT /api/quizzes/{quiz}/rescorings/{rescoring}': { scope: 'runs:write', says: 'Apply, stop or undo a scoring' },

  'GET /api/quizzes/{quiz}/letters': { scope: 'letters:read', says: 'List letters and what became of them' },
  'POST /api/quizzes/{quiz}/letters': { scope: 'letters:write', says: 'Send a letter to try it' },
  'POST /api/quizzes/{quiz}/letters/{letter}': { scope: 'letters:write', says: 'Send a letter again' },
  'POST /api/quizzes/{quiz}/letters/failed': { scope: 'letters:write', says: 'Send all letters again that failed' },
  'GET /api/quizzes/{quiz}/messages/{message}': { scope: 'letters:read', says: 'Read how a letter would look' },
  'GET /api/mailing': { scope: 'letters:read', says: 'Read quiet hours and pace of letters' },
  'PUT /api/mailing': { scope: 'letters:write', says: 'Set quiet hours and pace, stop all letters' },

  'GET /api/quizzes/{quiz}/findings': { scope: 'figures:read', says: 'Read the figures of a quiz' },
  'GET /api/quizzes/{quiz}/splits': { scope: 'figures:read', says: 'Read figures by day, hour and source' },
  'GET /api/quizzes/{quiz}/patterns': { scope: 'figures:read', says: 'Read what goes together' },
  'GET /api/quizzes/{quiz}/words/{question}': { scope: 'figures:read', says: 'Read visitors’ own words' },
  'GET /api/quizzes/{quiz}/what-if/{question}': {
    scope: 'figures:read',
    says: 'Read what another right answer would change',
  },
  'GET /api/quizzes/{quiz}/board': { scope: 'figures:read', says: 'Read the board of a quiz' },
  'PUT /api/quizzes/{quiz}/board': { scope: 'figures:write', says: 'Change the board of a quiz' },
  'GET /api/quizzes/{quiz}/views': { scope: 'figures:read', says: 'List filters that were kept' },
  'PUT /api/quizzes/{quiz}/views/{view}': { scope: 'figures:write', says: 'Keep a filter' },
  'DELETE /api/quizzes/{quiz}/views/{view}': { scope: 'figures:write', says: 'Remove a filter' },
  'PUT /api/quizzes/{quiz}/groups/{run}': { scope: 'figures:write', says: 'Name a group of visitors' },

  'GET /api/webhooks': null,
  'POST /api/webhooks': null,
  'PUT /api/webhooks/{webhook}': null,
  'DELETE /api/webhooks/{webhook}': null,
  'GET /api/webhooks/{webhook}/secret': null,
  'POST /api/webhooks/{webhook}/secret': null,
  'GET /api/webhooks/{webhook}/messages': null,
  'POST /api/webhooks/{webhook}/test': null,
  'POST /api/webhooks/{webhook}/again': null,
  'PUT /api/quizzes/{quiz}/webhooks/{webhook}': null,
  'GET /api/tokens': null,
  'POST /api/tokens': null,
  'DELETE /api/tokens/{token}': null,
  'GET /api/operator': null,
  'GET /api/account': null,
  'PUT /api/account/email': null,
  'DELETE /api/account/sessions/{session}': null,
  'POST /api/account/leave': null,
  'GET /api/team': null,
  'POST /api/team/invitations': null,
  'DELETE /api/team/invitations/{invitation}': null,
  'PUT /api/team/people/{person}': null,
  'PUT /api/team/people/{person}/quizzes': null,
  'DELETE /api/team/people/{person}': null,
  'POST /api/team/join': null,
  'POST /api/team/choose': null,
  'GET /api/team/hosts': null,
  'POST /api/team/hosts': null,
  'POST /api/team/hosts/{host}/proof': null,
  'DELETE /api/team/hosts/{host}': null,
};

const where = { where: optional(Type.String({ maxLength: 6_000 })) };
const people = {
  search: optional(Type.String()),
  quiz: optional(Type.String()),
  outcome: optional(Type.String()),
  agreed: optional(oneOf('yes')),
  since: optional(Type.String()),
};
const SHEET = 'application/vnd.openxmlformats-officedocument.spreadsheetml.sheet';
const asRuns = (type: string, as: string) => ({
  ...{ scope: 'runs:read' as const, says: `All runs as ${as}`, type, query: closed(where) },
});
const asContacts = (type: string, as: string) => ({
  ...{ scope: 'people:read' as const, says: `All contacts as ${as}`, type, query: closed(people) },
});

/** Answers that are files and no JSON of a contract. */
export const openFiles = {
  'GET /api/quizzes/{quiz}/runs.csv': asRuns('text/csv', 'CSV'),
  'GET /api/quizzes/{quiz}/runs.xlsx': asRuns(SHEET, 'a spreadsheet'),
  'GET /api/quizzes/{quiz}/runs.jsonl': asRuns('application/jsonl', 'JSON lines'),
  'GET /api/quizzes/{quiz}/runs.xapi.jsonl': asRuns('application/jsonl', 'xAPI 1.0.3 statements, one a line'),
  'GET /api/quizzes/{quiz}/tables/{kind}': {
    scope: 'figures:read',
    says: 'A table of Findings, as csv, xlsx or jsonl',
    type: 'application/octet-stream',
    query: closed({ of: Type.String(), ...where }),
  },
  'GET /api/people/contacts.csv': asContacts('text/csv', 'CSV'),
  'GET /api/people/contacts.xlsx': asContacts(SHEET, 'a spreadsheet'),
  'GET /api/people/contacts.vcf': asContacts('text/vcard', 'vCard'),
  'GET /api/people/{contact}/data.json': {
    scope: 'people:read',
    says: 'All that is kept of a contact, as a file for them',
    type: 'application/json',
    query: undefined,
  },
  'GET /api/quizzes/{quiz}/letters/{letter}/letter.eml': {
    scope: 'letters:read',
    says: 'A letter as it was sent (RFC 5322)',
    type: 'message/rfc822',
    query: undefined,
  },
  'GET /api/quizzes/{quiz}/letters/{letter}/page': {
    scope: 'letters:read',
    says: 'A letter as a page',
    type: 'text/html',
    query: undefined,
  },
  'GET /api/quizzes/{quiz}/messages/{message}/page': {
    scope: 'letters:read',
    says: 'A letter that would be written, as a page',
    type: 'text/html',
    query: undefined,
  },
  'GET /api/quizzes/{quiz}/people/{run}/files/{file}': {
    scope: 'runs:read',
    says: 'A file that a visitor left',
    type: 'application/octet-stream',
    query: undefined,
  },
  'GET /api/account/data.json': null,
  'GET /api/quizzes/{quiz}/live': null,
} satisfies Record<
  string,
  { scope: Scope; says: string; type: string; query: ReturnType<typeof closed> | undefined } | null
>;
export type FileName = keyof typeof openFiles;
