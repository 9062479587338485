import tseslint from 'typescript-eslint';

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
  ...tseslint.configs.strict,
  {
    rules: {
      eqeqeq: 'error',
      'no-console': ['error', { allow: ['error'] }],
      'prefer-const': 'error',
      '@typescript-eslint/no-unused-vars': ['error', { argsIgnorePattern: '^_' }],
      '@typescript-eslint/no-explicit-any': 'error',
    },
  },
  { files: ['scripts/**', 'standins/**', 'bench/**', 'demo/**', 'tests/weather.ts'], rules: { 'no-console': 'off' } },
);
