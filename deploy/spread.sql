-- Spreads the tables over machines by workspace, with Citus or what offers the same two functions. Run once, on a database whose tables are up to
-- date and that nobody uses meanwhile: psql --single-transaction --set=ON_ERROR_STOP=1 --file=deploy/spread.sql
-- A test runs it against stand-ins of the two functions, and holds it against the catalogue and `scripts/spread/tables.ts`.
-- Partitions (schema months) go with their tables.
-- The queue (schema pgboss) stays on the machine that processes connect to: a job is written in the transaction that causes it there, and its
-- workspace's rows on their machine, by a commit in two phases.

-- The same on every machine: accounts, and the directories that lead to a workspace. First, since the others refer to them.
select create_reference_table(name) from unnest(array[
  'user', 'session', 'account', 'verification', 'rate_limit', 'workspaces', 'members', 'invitations', 'tokens', 'host_names', 'addresses',
  'gifts', 'processes', 'upkeep'
]) with ordinality as one (name, place) order by place;

-- Spread, all by the same column and so that what belongs together lies together. Those that others refer to come first.
select create_distributed_table(name, 'workspace_id') from unnest(array[
  'looks', 'quizzes', 'pictures', 'mailing', 'contacts', 'webhooks', 'kept_answers',
  'edits', 'presences', 'quiz_members', 'comments', 'states', 'editions', 'access', 'access_changes', 'listed', 'figures', 'figure_bits',
  'figure_places', 'findings_views', 'boards', 'wipes', 'gatherings', 'unsubscribed',
  'runs', 'named_groups', 'rescorings', 'run_events', 'reviews', 'run_files', 'rescored_runs', 'run_notes', 'certificates', 'letters', 'webhook_messages',
  'deliveries', 'webhook_tries'
]) with ordinality as one (name, place) order by place;
