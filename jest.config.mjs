import nextJest from 'next/jest.js';

const make = nextJest({ dir: './' });
const shared = {
  testEnvironment: 'node',
  modulePathIgnorePatterns: ['<rootDir>/.next', '<rootDir>/.data', '<rootDir>/.stryker'],
};
// Packages that ship as ES modules alone; Jest runs CommonJS and has to transform them.
const modules = [
  'better-auth',
  '@better-auth',
  'better-call',
  '@better-fetch',
  'jose',
  'nanostores',
  'rou3',
  '@noble',
  'defu',
  'uncrypto',
  'kysely',
  'culori',
  'file-type',
  'strtok3',
  'token-types',
  'uint8array-extras',
  '@tokenizer',
  '@borewit',
];
const project = async (own) => ({
  ...(await make({ ...shared, ...own })()),
  transformIgnorePatterns: [`/node_modules/(?!(${modules.join('|')})/)`],
});

export default async () => ({
  // Properties over many random cases take two seconds alone, and several times that beside other work.
  testTimeout: 30_000,
  projects: [
    await project({ displayName: 'core', testMatch: ['<rootDir>/{contract,core,studio,ui,visitor}/**/*.test.ts'] }),
    await project({ displayName: 'command', testMatch: ['<rootDir>/tests/command/**/*.test.ts'] }),
    await project({
      displayName: 'server',
      testMatch: ['<rootDir>/tests/server/**/*.test.ts'],
      setupFilesAfterEnv: ['<rootDir>/tests/server/setup.ts'],
    }),
  ],
});
