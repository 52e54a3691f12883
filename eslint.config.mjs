import next from 'eslint-config-next/core-web-vitals'
import nextTs from 'eslint-config-next/typescript'
import { defineConfig, globalIgnores } from 'eslint/config'

/** Arrows between rooms run downwards only. Each line: files, what they must not import, and why. */
const wall = (files, group, message, more = {}) => ({
  files,
  rules: { 'no-restricted-imports': ['error', { patterns: [{ group, message }] }], ...more },
})

const notPure = (name, message) => ({
  selector: `MemberExpression[object.name="${name.split('.')[0]}"][property.name="${name.split('.')[1]}"]`,
  message,
})

/** What neither the core nor the kinds may know. */
const above = [
  '@/*',
  '**/cli/**',
  '**/server/**',
  '**/studio/**',
  '**/embed/**',
  '**/app/**',
  '**/standins/**',
  'node:*',
  'react',
  'next',
  'next/*',
  'sequelize',
  'pg',
]
const pure = {
  'no-restricted-syntax': [
    'error',
    notPure('Date.now', 'There is no clock here: take `now` as an argument.'),
    notPure('Math.random', 'There is no randomness here.'),
    {
      selector: 'MemberExpression[object.name="Intl"]',
      message: 'Intl differs between Node and browsers: use the tables in core/locale.',
    },
    {
      selector: 'NewExpression[callee.name="Date"][arguments.length=0]',
      message: 'There is no clock here: take `now` as an argument.',
    },
  ],
}

export default defineConfig([
  ...next,
  ...nextTs,
  {
    files: ['**/*.{ts,tsx}'],
    languageOptions: { parserOptions: { projectService: true } },
    rules: {
      '@typescript-eslint/no-floating-promises': 'error',
      '@typescript-eslint/no-explicit-any': 'error',
      '@typescript-eslint/no-unused-vars': ['error', { argsIgnorePattern: '^_', varsIgnorePattern: '^_' }],
      '@next/next/no-html-link-for-pages': 'off',
      // Pictures come from delivery, resized already.
      '@next/next/no-img-element': 'off',
      // Signing in and out load the page anew on purpose: nothing of the other session stays in memory.
      '@next/next/no-location-assign-relative-destination': 'off',
    },
  },
  wall(
    ['src/core/**'],
    [...above, '**/kinds/**', 'preact', 'preact/*', 'preact-render-to-string'],
    'The core computes only: it imports nothing of the other rooms, nothing of Node, no React, no markup.',
    pure,
  ),
  wall(
    ['src/kinds/**'],
    [...above, 'zod'],
    'Kinds import only the core: nothing of the other rooms, nothing of Node, no React, no schemas.',
    pure,
  ),
  wall(
    ['src/server/**'],
    [
      '@/cli/*',
      '**/cli/**',
      '@/studio/*',
      '**/studio/**',
      '@/app/*',
      '**/app/**',
      '@/standins/*',
      '**/standins/**',
      'react',
      'next',
      'next/*',
    ],
    'The server knows nothing of the studio, its pages or the stand-ins.',
  ),
  wall(
    ['src/studio/**'],
    [
      '@/server/*',
      '**/server/**',
      '@/app/*',
      '**/app/**',
      '@/standins/*',
      '@/embed/*',
      '@/cli/*',
      '**/cli/**',
    ],
    'The studio speaks to the server by the API only.',
  ),
  wall(
    ['src/app/**'],
    ['@/standins/*', '**/standins/**', '@/embed/*', '@/cli/*', '**/cli/**'],
    'Pages parse, call a service, answer.',
  ),
  wall(
    ['src/standins/**'],
    ['@/*', '../core/**', '../kinds/**', '../server/**', '../studio/**', '../embed/**', '../app/**'],
    'The stand-ins stand apart: they are the outside world.',
  ),
  wall(
    ['src/embed/**'],
    ['zod', '@/server/*', '**/server/**', '**/studio/**', '**/settings/**', 'react'],
    'What is shipped into pages carries no schemas and nothing of the server.',
    {
      'no-restricted-globals': [
        'error',
        ...['document', 'window', 'location', 'navigator', 'localStorage', 'sessionStorage'].map((name) => ({
          name,
          message: 'Take document and window from the node in hand: there are frames and shadow roots.',
        })),
      ],
    },
  ),
  { files: ['src/embed/main.ts', 'src/embed/stage.ts'], rules: { 'no-restricted-globals': 'off' } },
  {
    files: ['**/*.test.{ts,tsx}', '**/test[A-Z]*.ts'],
    rules: { 'no-restricted-imports': 'off', 'no-restricted-syntax': 'off', 'no-restricted-globals': 'off' },
  },
  // What a kind sends is declared by schemas beside it. Browsers get the types only: the test of what is shipped sees to that.
  { files: ['src/kinds/actions.ts', 'src/kinds/*/actions.ts'], rules: { 'no-restricted-imports': 'off' } },
  // Zones are asked of the platform once, in one place; what is made of them is the core's own. Words for times of bookings, and the
  // visitor's clock, are never rendered ahead.
  {
    files: ['src/core/schedule/offsetIn.ts', 'src/core/booking/when.ts', 'src/kinds/clock.ts'],
    rules: { 'no-restricted-syntax': 'off' },
  },
  // The studio's own server wraps Next; it is the one file of the server that may know it.
  { files: ['src/server/studio/main.ts'], rules: { 'no-restricted-imports': 'off' } },
  { files: ['*.mjs'], rules: { 'import/no-anonymous-default-export': 'off' } },
  // Preact's markup has its own attribute names, and its views are no React components.
  {
    files: ['src/kinds/**/*.tsx'],
    rules: {
      'react/no-unknown-property': 'off',
      '@next/next/no-img-element': 'off',
      'react-hooks/exhaustive-deps': 'off',
    },
  },
  globalIgnores(['.next*/**', '.build/**', '.yimble/**', 'next-env.d.ts', 'tools/*.mjs']),
])
