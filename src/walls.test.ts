/** Breaks each wall between the rooms, and sees it caught by lint. */
import { ESLint } from 'eslint'
import { expect, test } from '@jest/globals'

const eslint = new ESLint({
  overrideConfig: {
    languageOptions: { parserOptions: { projectService: false } },
    rules: { '@typescript-eslint/no-floating-promises': 'off' },
  },
})
const rulesBroken = async (filePath: string, code: string) =>
  (await eslint.lintText(code, { filePath })).flatMap((result) =>
    result.messages.map((message) => message.ruleId),
  )

test.each([
  ['the core draws markup', 'src/core/rules/broken.ts', "import { h } from 'preact'\nvoid h"],
  [
    'the core knows a kind',
    'src/core/rules/broken.ts',
    "import { kinds } from '../../kinds/all'\nvoid kinds",
  ],
  ['a kind carries a schema', 'src/kinds/feed/broken.ts', "import * as z from 'zod'\nvoid z"],
  ['a kind asks the clock', 'src/kinds/feed/broken.ts', 'export const a = Date.now()'],
  ['the core reads a file', 'src/core/rules/broken.ts', "import { readFile } from 'node:fs'\nvoid readFile"],
  [
    'the core asks the server',
    'src/core/rules/broken.ts',
    "import { db } from '../../server/db/db'\nvoid db",
  ],
  ['the core asks the clock', 'src/core/rules/broken.ts', 'export const a = Date.now()'],
  ['the core makes a date of now', 'src/core/rules/broken.ts', 'export const a = new Date()'],
  ['the core throws dice', 'src/core/rules/broken.ts', 'export const a = Math.random()'],
  ['the core formats by Intl', 'src/core/rules/broken.ts', "export const a = new Intl.NumberFormat('en')"],
  [
    'the studio reaches into the server',
    'src/studio/broken.ts',
    "import { db } from '@/server/db/db'\nvoid db",
  ],
  ['the server runs a command', 'src/server/broken.ts', "import { seed } from '@/cli/seed/seed'\nvoid seed"],
  ['the server imports the studio', 'src/server/broken.ts', "import { api } from '@/studio/api'\nvoid api"],
  [
    'a page imports a stand-in',
    'src/app/broken.ts',
    "import { openState } from '@/standins/state'\nvoid openState",
  ],
  [
    'a stand-in imports the core',
    'src/standins/broken.ts',
    "import { kinds } from '../kinds/all'\nvoid kinds",
  ],
  ['the embed ships a schema', 'src/embed/broken.ts', "import * as z from 'zod'\nvoid z"],
  ['the embed takes the page’s globals', 'src/embed/broken.ts', 'export const a = document.title'],
])('%s', async (_name, file, code) => {
  expect(await rulesBroken(file, code)).toEqual(
    expect.arrayContaining([expect.stringMatching(/^no-restricted/)]),
  )
})
test('and a room that keeps to itself is not complained about', async () =>
  expect(
    await rulesBroken('src/core/rules/fine.ts', "import { ok } from '../result'\nexport const a = ok(1)\n"),
  ).toEqual([]))
