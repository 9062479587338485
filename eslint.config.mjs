import a11y from 'eslint-plugin-jsx-a11y';
import hooks from 'eslint-plugin-react-hooks';
import tseslint from 'typescript-eslint';

/** The kinds of question: only their own homes may ask for one by name; everybody else asks the kind. */
const kinds = 'choice|text|essay|number|slider|rating|date|order|match|gaps|grid|spots';
const kindByName = {
  selector: `BinaryExpression[operator=/^[!=]==$/][left.property.name="kind"][left.object.name=/^(q|question|block|asked)$/][right.value=/^(${kinds})$/]`,
  message:
    'Ask the kind (core/questions/kind.ts, visitor/questions/kind.ts, studio/questions/kind.ts) instead of its name.',
};

/** The ways to decide a verdict, alike. */
const verdictByName = {
  selector: 'BinaryExpression[operator=/^[!=]==$/][left.property.name="by"][right.value=/^(strongest|bands|rules)$/]',
  message: 'Ask the way it is decided (core/verdicts/kind.ts, studio/verdicts/kind.ts) instead of its name.',
};

export default tseslint.config(
  {
    ignores: [
      '.next*/**',
      '.data/',
      'node_modules/',
      'public/',
      'next-env.d.ts',
      'test-results/',
      '.stryker/',
      'core/document/shape.js',
      'built/',
    ],
  },
  ...tseslint.configs.strictTypeChecked,
  {
    languageOptions: { parserOptions: { projectService: true, tsconfigRootDir: import.meta.dirname } },
    rules: {
      eqeqeq: 'error',
      'no-console': ['error', { allow: ['error'] }],
      'prefer-const': 'error',
      '@typescript-eslint/no-unused-vars': ['error', { argsIgnorePattern: '^_' }],
      // A number in a text says what it is.
      '@typescript-eslint/restrict-template-expressions': ['error', { allowNumber: true, allowBoolean: true }],
      // `onPress={() => close()}`: what an event handler gives back is read by nobody.
      '@typescript-eslint/no-confusing-void-expression': [
        'error',
        { ignoreArrowShorthand: true, ignoreVoidReturningFunctions: true },
      ],
      // Letters are told apart by code points on purpose, in words that were normalised.
      '@typescript-eslint/no-misused-spread': 'off',
      // There are no enums here; and what a class instance may be assigned to, the types check says as well. A sixth of the time.
      '@typescript-eslint/no-unsafe-enum-assignment': 'off',
      '@typescript-eslint/no-unsafe-class-instance-assignment': 'off',
      // A function may be async because its contract says so.
      '@typescript-eslint/require-await': 'off',
    },
  },
  {
    files: ['**/*.tsx', 'studio/**', 'visitor/**', 'ui/**'],
    plugins: { 'react-hooks': hooks },
    rules: { 'react-hooks/rules-of-hooks': 'error', 'react-hooks/exhaustive-deps': 'error' },
  },
  { files: ['**/*.tsx'], ...a11y.flatConfigs.recommended },
  {
    files: ['**/*.tsx'],
    rules: {
      // Recordings are the creator's own, who write beside them what is said; a track is asked for when there is one to give.
      'jsx-a11y/media-has-caption': 'off',
      // A field that opens by a press takes the focus: whoever has pressed wants to type there.
      'jsx-a11y/no-autofocus': 'off',
      // Lists hear the keys of what stands in them, which can be reached by itself.
      'jsx-a11y/no-noninteractive-element-interactions': [
        'error',
        { handlers: ['onClick', 'onMouseDown', 'onMouseUp'] },
      ],
      'jsx-a11y/label-has-associated-control': [
        'error',
        { depth: 4, controlComponents: ['LineInput', 'AcceptLine', 'RichField', 'TextField', 'NumberField'] },
      ],
    },
  },
  {
    files: ['{app,cli,contract,core,server,studio,ui,visitor}/**/*.{ts,tsx}'],
    ignores: ['core/questions/**', 'visitor/questions/**', 'studio/questions/**', '**/*.test.ts'],
    rules: { 'no-restricted-syntax': ['error', kindByName, verdictByName] },
  },
  {
    // What a test reads is looked at by its expectations.
    files: ['**/*.test.ts', 'tests/**', 'bench/**', 'scripts/**'],
    rules: {
      '@typescript-eslint/no-unsafe-assignment': 'off',
      '@typescript-eslint/no-unsafe-argument': 'off',
      '@typescript-eslint/no-unsafe-member-access': 'off',
      '@typescript-eslint/no-unnecessary-type-parameters': 'off',
      // What a request beside it changes is not seen here.
      '@typescript-eslint/no-unnecessary-condition': 'off',
    },
  },
  {
    // The runner waits for them.
    files: ['tests/drills/**'],
    rules: {
      '@typescript-eslint/no-floating-promises': [
        'error',
        { allowForKnownSafeCalls: [{ from: 'package', name: ['test', 'before', 'after'], package: 'node:test' }] },
      ],
    },
  },
  { files: ['scripts/**', 'standins/**', 'bench/**', 'demo/**', 'tests/weather.ts'], rules: { 'no-console': 'off' } },
  { files: ['**/*.mjs', '**/*.cjs', '**/*.js'], ...tseslint.configs.disableTypeChecked },
);
