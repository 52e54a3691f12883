// Native ESM: node_modules is not transformed at all. Run with NODE_OPTIONS=--experimental-vm-modules.
const swc = {
  jsc: {
    parser: { syntax: 'typescript', tsx: true },
    target: 'es2022',
    transform: { react: { runtime: 'automatic' } },
  },
  module: { type: 'es6' },
  sourceMaps: 'inline',
}
const shared = {
  testEnvironment: 'node',
  extensionsToTreatAsEsm: ['.ts', '.tsx'],
  transform: { '^.+\\.tsx?$': ['@swc/jest', swc] },
  transformIgnorePatterns: ['/node_modules/'],
  moduleNameMapper: { '^@/(.*)$': '<rootDir>/src/$1' },
}
export default {
  projects: [
    // Unit tests stand beside their source; those that need PostgreSQL are named *.db.test.ts, and get it by global set-up.
    {
      ...shared,
      displayName: 'unit',
      roots: ['<rootDir>/src'],
      testMatch: ['**/*.test.{ts,tsx}'],
      testPathIgnorePatterns: ['\\.db\\.test\\.ts$'],
    },
    { ...shared, displayName: 'database', roots: ['<rootDir>/src'], testMatch: ['**/*.db.test.ts'] },
    // Browser tests share one world; those that take its PostgreSQL away are named *.alone.test.ts and run last, one by one.
    {
      ...shared,
      displayName: 'browser',
      roots: ['<rootDir>/e2e'],
      testMatch: ['**/*.test.ts'],
      testPathIgnorePatterns: ['\\.alone\\.test\\.ts$'],
    },
    { ...shared, displayName: 'alone', roots: ['<rootDir>/e2e'], testMatch: ['**/*.alone.test.ts'] },
  ],
}
