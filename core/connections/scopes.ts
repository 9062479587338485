/** What a program's token may do. */
export const SCOPES = {
  'quizzes:read': 'Read quizzes, their editions and settings',
  'quizzes:write': 'Make, change and remove quizzes, pictures and looks',
  'editions:write': 'Publish, and set who may take a quiz and when',
  'runs:read': 'Read what each visitor answered',
  'runs:write': 'Mark answers, note something about a run, remove it',
  'people:read': 'Read contacts and lists',
  'people:write': 'Change lists, join and remove contacts',
  'letters:read': 'Read letters and what became of them',
  'letters:write': 'Send letters, stop and go on',
  'figures:read': 'Read figures, charts and patterns',
  'figures:write': 'Change boards, kept filters and names',
} as const;
export type Scope = keyof typeof SCOPES;
