import nextJest from 'next/jest.js';

const make = nextJest({ dir: './' });
const shared = { testEnvironment: 'node', modulePathIgnorePatterns: ['<rootDir>/.next', '<rootDir>/.data'] };
const project = async (own) => make({ ...shared, ...own })();

export default async () => ({
  projects: [
    await project({ displayName: 'core', testMatch: ['<rootDir>/{core,studio,visitor,cli}/**/*.test.ts'] }),
    await project({
      displayName: 'server',
      testMatch: ['<rootDir>/tests/server/**/*.test.ts'],
      setupFilesAfterEnv: ['<rootDir>/tests/server/setup.ts'],
    }),
  ],
});
