/**
 * Which tables are spread over machines by their workspace, and which are the same on all of them: accounts, and the directories that lead from
 * an address, a link, a name or a person to a workspace. The latter are few, small and rarely written. `deploy/spread.sql` says the same to the
 * database.
 */
export const everywhere = [
  'user',
  'session',
  'account',
  'verification',
  'rate_limit',
  'workspaces',
  'members',
  'invitations',
  'tokens',
  'host_names',
  'addresses',
  'gifts',
  'processes',
  'upkeep',
] as const;

/** Statements of jobs that go round through all workspaces, by their beginning, each with why. Each machine answers for its own. */
export const rounds: [begins: RegExp, why: string][] = [
  [
    /^select distinct "workspace_id", "quiz_id" from "runs" where "runs"\."counted_seq" < "runs"\."seq"/,
    'figures that are behind, once a minute',
  ],
  [
    /^select .* from "webhooks" where \("webhooks"\."off_at" is null/,
    'what other systems are to be told, once a minute',
  ],
  [/^select min\(greatest\(m\.next_at/, 'when the next of them is due'],
  [/^delete from "webhook_messages" where "webhook_messages"\."made_at" </, 'messages of old, once an hour'],
  [/^delete from "kept_answers" where/, 'answers kept for programs, once an hour'],
  [
    /^select "workspace_id", "quiz_id", "settings" from "access" where "access"\."settings" \?/,
    'quizzes whose runs are wiped, once an hour',
  ],
  [/^select exists \(select from workspaces w cross join lateral/, 'whether a month is empty, once an hour'],
  [/^delete from "run_files" where/, 'files that nobody sent, once an hour'],
  [/^insert into "?\w+"? \(.*json_populate_recordset/, 'a workspace put in by hand, whose rows were seen to be of it'],
  [/^select count\(\*\) as n from deliveries where state = /, 'letters given up, for the operator'],
  [/^select count\(\*\) as n from webhooks where off_because in/, 'addresses that are off, for the operator'],
];
