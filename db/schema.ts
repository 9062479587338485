/**
 * The tables. Every table of a workspace starts its primary key with `workspace_id`, and queries name it, so that the schema can be spread
 * over machines by workspace. Accounts (better-auth) and the directory of addresses belong to the whole installation.
 */
export * from './accounts-schema';
export * from './quizzes-schema';
export * from './visits-schema';
export * from './connections-schema';
export * from './operating-schema';
