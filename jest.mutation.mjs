import projects from './jest.config.mjs';

/** The core's own tests, but for the few that take seconds each and find no more. */
const { projects: all } = await projects();
export default {
  ...all.find((p) => p.displayName === 'core'),
  testMatch: ['<rootDir>/core/{score,run,formats,text}/**/*.test.ts'],
};
