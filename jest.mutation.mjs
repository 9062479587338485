import projects from './jest.config.mjs';

/** The core's tests as `tests/mutation.ts` gathers them. */
const { projects: all } = await projects();
export default { ...all.find((p) => p.displayName === 'core'), testMatch: ['<rootDir>/tests/mutation.ts'] };
